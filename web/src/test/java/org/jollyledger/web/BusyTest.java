package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.ByteArrayOutputStream;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jollyledger.core.batch.Parcel;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.context.ConfigurableApplicationContext;

/** Many at once, and those who send slowly. */
@ExtendWith(RunningApplication.class)
class BusyTest {
    private static final int HITS_OF_A_LONG_PART = 300_000;
    private static final int LONGEST_SECONDS = 3;
    /** A slow machine may take its time. */
    private static final int MILLISECONDS_TO_NOTICE = 30_000;

    private static final Pattern AT_WORK = Pattern.compile("Requests at work</td>\\s*<td[^>]*>(\\d+) of ");
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

    private static byte[] part(int hits) {
        MidiFileBuilder part =
                MidiFile.builder(0, new Division.TicksPerBeat(480)).track();
        for (int hit = 0; hit < hits; hit++) {
            part.message(60L * hit, 0x90, 10, 36 + hit % 12, 100);
            part.message(60L * hit + 30, 0x80, 10, 36 + hit % 12, 0);
        }
        return part.build(60L * hits);
    }

    /** More of them than there are turns to work, or threads. */
    @Test
    void whoReadsSlowlyHoldsUpNobody(Address address) throws Exception {
        byte[] sent = part(HITS_OF_A_LONG_PART / 3);
        String slug = Http.json(Http.postFile(address.url("/api/parts"), "part", "read slowly.mid", sent))
                .get("slug")
                .stringValue();
        List<Socket> slow = new ArrayList<>();
        try {
            for (int number = 0; number < SLOW_ONES; number++) {
                Socket socket = new Socket();
                socket.setReceiveBufferSize(4 << 10);
                socket.connect(new InetSocketAddress("localhost", address.uri().getPort()));
                socket.getOutputStream()
                        .write(("GET /parts/" + slug + "/file HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n")
                                .getBytes(StandardCharsets.US_ASCII));
                slow.add(socket);
            }
            for (Socket socket : slow) {
                String begun = new String(socket.getInputStream().readNBytes(12), StandardCharsets.US_ASCII);
                assertThat(begun).isEqualTo("HTTP/1.1 200");
            }
            assertThat(atWork(address.url(""))).isZero();
            byte[] whole = slow.get(0).getInputStream().readAllBytes();
            assertThat(Arrays.copyOfRange(whole, whole.length - sent.length, whole.length))
                    .isEqualTo(sent);
        } finally {
            for (Socket socket : slow) {
                socket.close();
            }
        }
    }

    private static int atWork(String url) throws Exception {
        Matcher figure = AT_WORK.matcher(Http.text(Http.get(url + "/server")));
        assertThat(figure.find()).isTrue();
        return Integer.parseInt(figure.group(1)) - 1;
    }

    /** What would take many times as long: a long part as a score. */
    @Test
    void whatTakesTooLongIsBrokenOff(@TempDir Path folder) throws Exception {
        int port = RunningApplication.freePort();
        String url = "http://localhost:" + port;
        try (ConfigurableApplicationContext application = RunningApplication.start(
                "--server.port=" + port,
                "--jolly-ledger.demo=false",
                "--jolly-ledger.longest-work=" + LONGEST_SECONDS + "s",
                "--jolly-ledger.longest-sending=" + LONGEST_SECONDS + "s",
                "--jolly-ledger.data=" + folder)) {
            Http.postFile(url + "/api/parts", "part", "long.mid", part(HITS_OF_A_LONG_PART));
            HttpResponse<byte[]> tooLong = Http.get(url + "/parts/long/download/musicxml", "Accept", "text/html");
            assertThat(tooLong.statusCode()).isEqualTo(503);
            assertThat(Http.text(tooLong)).contains("This took longer than " + LONGEST_SECONDS + " seconds");
            assertSlowOnesAreSentAway(port);
        }
    }

    /** It would go on for a minute, the limit, if nobody noticed. */
    @Test
    void whatNobodyWaitsForIsBrokenOff(Address address) throws Exception {
        HttpResponse<byte[]> added =
                Http.postFile(address.url("/api/parts"), "part", "nobody waits.mid", part(HITS_OF_A_LONG_PART));
        String slug = Http.json(added).get("slug").stringValue();
        try (Socket gone = new Socket("localhost", address.uri().getPort())) {
            gone.getOutputStream()
                    .write(("GET /parts/" + slug + "/download/musicxml HTTP/1.1\r\nHost: localhost\r\n\r\n")
                            .getBytes(StandardCharsets.US_ASCII));
            await().atMost(Duration.ofMillis(MILLISECONDS_TO_NOTICE)).until(() -> atWork(address.url("")) > 0);
        }
        await().atMost(Duration.ofMillis(MILLISECONDS_TO_NOTICE)).until(() -> atWork(address.url("")) == 0);
    }

    /** Each is a double click, or two people with one file. */
    @Test
    void theSameNamesAddedAtOnceWaitForEachOther(Address address) throws Exception {
        for (int round = 0; round < 5; round++) {
            Map<String, NoteMap> maps = new LinkedHashMap<>();
            for (int number = 0; number < 8; number++) {
                maps.put("map" + number, GeneralMidi.level1().withName("Twice " + round + " " + number));
            }
            ByteArrayOutputStream parcel = new ByteArrayOutputStream();
            new Parcel(maps, List.of(), List.of(), List.of()).writeTo(parcel);
            List<CompletableFuture<String>> answers = IntStream.range(0, 4)
                    .mapToObj(any -> CompletableFuture.supplyAsync(() -> taken(address, parcel.toByteArray())))
                    .toList();
            assertThat(answers.stream().map(CompletableFuture::join))
                    .containsExactlyInAnyOrder(
                            "Added 8 maps.",
                            "Everything in the parcel was here already.",
                            "Everything in the parcel was here already.",
                            "Everything in the parcel was here already.");
        }
    }

    private static String taken(Address address, byte[] parcel) {
        try {
            return Http.json(Http.postFile(address.url("/api/parcel"), "file", "twice.zip", parcel))
                    .get("done")
                    .stringValue();
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }

    /** A byte every now and then keeps no place for ever, whatever it is a part of. */
    private static void assertSlowOnesAreSentAway(int port) throws Exception {
        Map<String, Socket> slow = new LinkedHashMap<>();
        try {
            for (String type : List.of(
                    "application/json", "multipart/form-data; boundary=x", "application/x-www-form-urlencoded")) {
                Socket socket = new Socket("localhost", port);
                socket.setSoTimeout(MILLISECONDS_TO_NOTICE);
                socket.getOutputStream()
                        .write(("POST /api/sounds/read HTTP/1.1\r\nHost: localhost\r\nContent-Type: " + type
                                        + "\r\nContent-Length: 1000\r\n\r\n")
                                .getBytes(StandardCharsets.US_ASCII));
                slow.put(type, socket);
            }
            for (int half = 0; half <= 2 * LONGEST_SECONDS; half++) {
                Thread.sleep(500);
                for (Socket socket : slow.values()) {
                    socket.getOutputStream().write('-');
                }
            }
            for (Map.Entry<String, Socket> one : slow.entrySet()) {
                String answer = new String(one.getValue().getInputStream().readAllBytes(), StandardCharsets.UTF_8);
                assertThat(answer)
                        .as(one.getKey())
                        .startsWith("HTTP/1.1 400")
                        .contains("What was sent broke off on the way");
            }
        } finally {
            for (Socket socket : slow.values()) {
                socket.close();
            }
        }
    }

    /** What comes ahead on a connection is no sign that its sender is gone. */
    @Test
    void whoAsksAheadIsAnsweredTwice(Address address) throws Exception {
        try (Socket socket = new Socket("localhost", address.uri().getPort())) {
            String ask = "GET /parts/storm-at-sea/download/pdf HTTP/1.1\r\nHost: localhost\r\n";
            socket.getOutputStream()
                    .write((ask + "\r\n" + ask + "Connection: close\r\n\r\n").getBytes(StandardCharsets.US_ASCII));
            String answers = new String(socket.getInputStream().readAllBytes(), StandardCharsets.ISO_8859_1);
            assertThat(answers.split("HTTP/1.1 200", -1)).hasSize(3);
        }
    }
}
