package org.jollyledger.web.support;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.CompletableFuture;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A program that talks to the application, and is no browser. */
public final class Http {
    private static final HttpClient CLIENT = HttpClient.newHttpClient();
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String BOUNDARY = "a-boundary-that-no-file-holds";

    private Http() {}

    public static HttpResponse<byte[]> get(String url, String... headers) throws IOException, InterruptedException {
        return send(HttpRequest.newBuilder(URI.create(url)).GET(), headers);
    }

    /** Asks without waiting for the answer. */
    public static CompletableFuture<HttpResponse<byte[]>> getLater(String url, String... headers) {
        return CLIENT.sendAsync(
                request(HttpRequest.newBuilder(URI.create(url)), headers), HttpResponse.BodyHandlers.ofByteArray());
    }

    public static HttpResponse<byte[]> postJson(String url, String json, String... headers)
            throws IOException, InterruptedException {
        return send(
                HttpRequest.newBuilder(URI.create(url))
                        .header("Content-Type", "application/json")
                        .POST(HttpRequest.BodyPublishers.ofString(json)),
                headers);
    }

    /** Sends one file as a field of a form. */
    public static HttpResponse<byte[]> postFile(
            String url, String field, String fileName, byte[] bytes, String... headers)
            throws IOException, InterruptedException {
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        body.writeBytes(("--" + BOUNDARY + "\r\nContent-Disposition: form-data; name=\"" + field + "\"; filename=\""
                        + fileName + "\"\r\nContent-Type: application/octet-stream\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8));
        body.writeBytes(bytes);
        body.writeBytes(("\r\n--" + BOUNDARY + "--\r\n").getBytes(StandardCharsets.UTF_8));
        return send(
                HttpRequest.newBuilder(URI.create(url))
                        .header("Content-Type", "multipart/form-data; boundary=" + BOUNDARY)
                        .POST(HttpRequest.BodyPublishers.ofByteArray(body.toByteArray())),
                headers);
    }

    public static HttpResponse<byte[]> send(HttpRequest.Builder request, String... headers)
            throws IOException, InterruptedException {
        return CLIENT.send(request(request, headers), HttpResponse.BodyHandlers.ofByteArray());
    }

    private static HttpRequest request(HttpRequest.Builder request, String... headers) {
        return headers.length == 0 ? request.build() : request.headers(headers).build();
    }

    public static String text(HttpResponse<byte[]> response) {
        return new String(response.body(), StandardCharsets.UTF_8);
    }

    public static JsonNode json(HttpResponse<byte[]> response) {
        return JSON.readTree(response.body());
    }
}
