package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Many at once, and those who send slowly. */
@ExtendWith(RunningApplication.class)
class BusyTest {
    private static final int SLOW_ONES = 210;
    private static final int AT_ONCE = 400;

    /** Each says that it will send a thousand bytes, and sends a few. */
    @Test
    void whoSendsSlowlyHoldsUpNobodyElse(Address address) throws Exception {
        List<Socket> slow = new ArrayList<>();
        try {
            for (int number = 0; number < SLOW_ONES; number++) {
                Socket socket = new Socket("localhost", address.uri().getPort());
                String type = number % 2 == 0 ? "application/json" : "multipart/form-data; boundary=x";
                socket.getOutputStream()
                        .write(("POST /api/sounds/read HTTP/1.1\r\nHost: localhost\r\nContent-Type: " + type
                                        + "\r\nContent-Length: 1000\r\n\r\n[\"")
                                .getBytes(StandardCharsets.US_ASCII));
                slow.add(socket);
            }
            HttpClient client =
                    HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
            HttpResponse<String> page = client.send(
                    HttpRequest.newBuilder(address.uri().resolve("/"))
                            .timeout(Duration.ofSeconds(10))
                            .build(),
                    HttpResponse.BodyHandlers.ofString());
            assertThat(page.statusCode()).isEqualTo(200);
            int refused = 0;
            for (Socket socket : slow) {
                if (socket.getInputStream().available() > 0) {
                    byte[] answer = socket.getInputStream().readNBytes(12);
                    assertThat(new String(answer, StandardCharsets.US_ASCII)).isEqualTo("HTTP/1.1 503");
                    refused++;
                }
            }
            assertThat(refused)
                    .as("of those who send slowly, the ones that were too many")
                    .isPositive();
        } finally {
            for (Socket socket : slow) {
                socket.close();
            }
        }
    }

    /** Every one is answered: with its result, or with when to come again. */
    @Test
    void manyAtOnceAreAnsweredOrToldToComeAgain(Address address) throws Exception {
        String slug = Http.json(Http.get(address.url("/api/parts")))
                .get("parts")
                .get(0)
                .get("slug")
                .stringValue();
        HttpClient client =
                HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
        HttpRequest sheet = HttpRequest.newBuilder(URI.create(address.url("/parts/" + slug)))
                .build();
        List<CompletableFuture<HttpResponse<String>>> answers = IntStream.range(0, AT_ONCE)
                .mapToObj(any -> client.sendAsync(sheet, HttpResponse.BodyHandlers.ofString()))
                .toList();
        Map<Integer, Long> statuses = answers.stream()
                .map(CompletableFuture::join)
                .collect(Collectors.groupingBy(HttpResponse::statusCode, Collectors.counting()));
        assertThat(statuses.keySet()).isSubsetOf(200, 503).contains(200);
        answers.stream()
                .map(CompletableFuture::join)
                .filter(answer -> answer.statusCode() == 503)
                .forEach(answer ->
                        assertThat(answer.headers().firstValue("Retry-After")).isPresent());
    }
}
