package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.web.ledger.Slugs;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.core.io.ClassPathResource;

/** What goes beyond what the application is made for is refused in a sentence, never with an error of its own. */
@ExtendWith(RunningApplication.class)
class BoundsTest {
    private static final int MEGABYTE = 1 << 20;

    private static String map(String name) {
        return "{\"name\": \"" + name + "\", \"kind\": \"kit\", \"middleC\": \"C3\", \"lines\": ["
                + "{\"note\": 36, \"name\": \"Kick\", \"sound\": \"kick\"}]}";
    }

    /** A body of unknown length is sent in chunks. */
    @ParameterizedTest
    @ValueSource(strings = {"/api/sounds/read", "/api/maps", "/api/maps/import"})
    void aBodyThatDoesNotSayItsLengthEndsAtTheLimit(String path, Address address) throws Exception {
        InputStream body = new SequenceInputStream(
                new ByteArrayInputStream("{\"names\": [\"".getBytes(StandardCharsets.UTF_8)),
                new ByteArrayInputStream("x".repeat(18 * MEGABYTE).getBytes(StandardCharsets.UTF_8)));
        HttpResponse<byte[]> response = Http.send(HttpRequest.newBuilder(URI.create(address.url(path)))
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofInputStream(() -> body)));
        assertThat(response.statusCode()).isEqualTo(413);
        assertThat(Http.text(response)).contains("larger than 16 MB");
    }

    /** The form of a page from elsewhere is refused as such, once it could be read. */
    @ParameterizedTest
    @CsvSource({
        "/api/parts, part, 201",
        "/api/parcel, file, 422",
        "/api/backup?mode=add, file, 422",
        "/parts, files, 403",
        "/maps/import, document, 403"
    })
    void aLongNameOfAFileIsCutAndAnEndlessOneRefused(String path, String field, int status, Address address)
            throws Exception {
        byte[] part = new ClassPathResource("demo/cues/Storm at Sea.mid").getContentAsByteArray();
        HttpResponse<byte[]> cut = Http.postFile(address.url(path), field, "long-".repeat(600) + ".mid", part);
        assertThat(cut.statusCode()).as(Http.text(cut)).isEqualTo(status);
        HttpResponse<byte[]> refused = Http.postFile(address.url(path), field, "long-".repeat(14_000) + ".mid", part);
        assertThat(refused.statusCode()).isEqualTo(413);
        assertThat(Http.text(refused)).contains("more files or longer names than can be sent at once");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/?page=2147483647",
                "/parts?page=2147483647",
                "/maps/tin-parade/history?page=2147483647",
                "/parts/storm-at-sea/versions?page=2147483647",
                "/api/maps?page=2147483647",
                "/api/parts?page=2147483647",
                "/api/maps/tin-parade/revisions?page=2147483647",
                "/api/maps?page=99999999999",
                "/api/maps?page=x"
            })
    void pagesOutOfReachAreRefused(String path, Address address) throws Exception {
        assertThat(Http.get(address.url(path)).statusCode()).isIn(400, 404, 422);
    }

    @ParameterizedTest
    @CsvSource({
        "/, localhost, 200",
        "/css/app.css, localhost, 200",
        "/no-such-page, localhost, 404",
        "/api/no-such, localhost, 404",
        "/api/maps, localhost, 200",
        "/, evil.example, 400",
        "/api/maps, evil.example, 400"
    })
    void everyAnswerHasTheHeadersThatProtectIt(String path, String host, int status, Address address) throws Exception {
        HttpResponse<byte[]> response =
                host.equals("localhost") ? Http.get(address.url(path)) : Http.get(address.url(path), "Host", host);
        assertThat(response.statusCode()).isEqualTo(status);
        assertProtected(response);
    }

    @Test
    void refusalsHaveThemToo(Address address) throws Exception {
        assertProtected(Http.get(address.url("/api/maps"), "Origin", "http://evil.example"));
        HttpRequest.Builder form = HttpRequest.newBuilder(URI.create(address.url("/crosswalks")))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString("part=x"));
        assertProtected(Http.send(form));
        assertProtected(Http.postJson(address.url("/api/maps"), "no json"));
    }

    private static void assertProtected(HttpResponse<byte[]> response) {
        assertThat(response.headers().map())
                .containsEntry("x-content-type-options", List.of("nosniff"))
                .containsEntry("x-frame-options", List.of("DENY"))
                .containsEntry("referrer-policy", List.of("same-origin"))
                .containsEntry("cross-origin-opener-policy", List.of("same-origin"))
                .hasEntrySatisfying(
                        "content-security-policy",
                        policy ->
                                assertThat(policy).hasSize(1).first().asString().startsWith("default-src 'none'"));
    }

    /** Requests that the server cannot even read get a sentence as well, and no page of the server's. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "GET /<bad HTTP/1.1\r\nHost: localhost\r\n\r\n",
                "BAD\r\n\r\n",
                "GET /x HTTP/1.1\r\nHost: a b\r\n\r\n",
                "GET /%2e%2e%2f HTTP/1.1\r\nHost: localhost\r\n\r\n"
            })
    void whatIsNoRequestGetsASentence(String request, Address address) throws Exception {
        try (Socket socket = new Socket("localhost", address.uri().getPort())) {
            socket.setSoTimeout(10_000);
            socket.getOutputStream().write(request.getBytes(StandardCharsets.US_ASCII));
            socket.shutdownOutput();
            String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(answer).startsWith("HTTP/1.1 400").contains("X-Frame-Options: DENY");
            assertThat(answer).contains("The request could not be read").doesNotContain("HTTP Status 400");
        }
    }

    /** What a document lacks is named, wherever one is sent. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "/api/kits/otterbrook-e7/calibration | {'poses': [{'pose': 'open'}]} | poses[0].values",
                "/api/kits/otterbrook-e7/calibration | {'poses': [{'pose': 'open', 'values': [[null]]}]} "
                        + "| poses[0].values[0][0]",
                "/api/kits/otterbrook-e7/calibration | {} | poses",
                "/api/kits/otterbrook-e7/calibration | null | The document is null",
                "/api/rigs | {'name': 'On tour', 'maps': [null]} | maps[0]",
                "/api/parts/storm-at-sea/edits | {'base': 1, 'what': 'remove', 'where': {'notes': [null]}} | where.notes[0]",
                "/api/parts/storm-at-sea/edits | null | The document is null",
            })
    void whatADocumentLacksIsNamed(String path, String document, String named, Address address) throws Exception {
        HttpResponse<byte[]> refused = Http.postJson(address.url(path), document.replace('\'', '"'));
        assertThat(refused.statusCode()).isEqualTo(400);
        assertThat(Http.json(refused).get("detail").stringValue()).contains(named);
    }

    @Test
    void aPartStaysWithinItsBounds(Address address) throws Exception {
        HttpResponse<byte[]> added = Http.postFile(
                address.url("/api/parts"),
                "part",
                "bounded.mid",
                new ClassPathResource("demo/cues/Storm at Sea.mid").getContentAsByteArray());
        String edits = address.url(added.headers().firstValue("Location").orElseThrow()) + "/edits";
        HttpResponse<byte[]> far = Http.postJson(
                edits,
                "{\"base\": 1, \"what\": \"add\", \"note\": 36, \"tick\": 1152921504606846976, \"velocity\": 90}");
        assertThat(far.statusCode()).isEqualTo(422);
        assertThat(Http.text(far)).contains("is out of reach");
        for (int base = 1; base <= 4; base++) {
            HttpResponse<byte[]> copied = Http.postJson(edits, onItself(base, 500));
            assertThat(copied.statusCode()).as(Http.text(copied)).isEqualTo(200);
        }
    }

    @Test
    void aPartThatWouldBeTooLargeStaysAsItIs(Address address) throws Exception {
        MidiFileBuilder nearlyFull =
                MidiFile.builder(0, new Division.TicksPerBeat(480)).track();
        int hits = 1_200_000;
        for (int hit = 0; hit < hits; hit++) {
            nearlyFull.message(hit, 0x90, 10, 36, 90);
            nearlyFull.message(hit + 1, 0x80, 10, 36, 64);
        }
        HttpResponse<byte[]> added =
                Http.postFile(address.url("/api/parts"), "part", "nearly full.mid", nearlyFull.build(hits + 1));
        assertThat(added.statusCode()).as(Http.text(added)).isEqualTo(201);
        String part = address.url(added.headers().firstValue("Location").orElseThrow());
        HttpResponse<byte[]> copied = Http.postJson(part + "/edits", onItself(1, 700));
        assertThat(copied.statusCode()).as(Http.text(copied)).isEqualTo(413);
        assertThat(Http.json(Http.get(part + "/versions"))).hasSize(1);
    }

    /** Copies the first bars onto themselves, so that each hit is there once more. */
    private static String onItself(int base, int bars) {
        return "{\"base\": " + base + ", \"what\": \"copy\", \"firstBar\": 1, \"lastBar\": " + bars
                + ", \"onto\": 1, \"keep\": true}";
    }

    /** A folder of an archive that has content would be unpacked behind the back of the limits. */
    @Test
    void aFolderWithContentIsRefused(Address address) throws Exception {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            zip.putNextEntry(new ZipEntry("maps/"));
            byte[] zeros = new byte[MEGABYTE];
            for (int megabyte = 0; megabyte < 64; megabyte++) {
                zip.write(zeros);
            }
            zip.putNextEntry(new ZipEntry("maps/a.json"));
            zip.write(map("In a folder").getBytes(StandardCharsets.UTF_8));
        }
        HttpResponse<byte[]> response = Http.send(HttpRequest.newBuilder(URI.create(address.url("/api/maps/import")))
                .POST(HttpRequest.BodyPublishers.ofByteArray(bytes.toByteArray())));
        assertThat(response.statusCode()).isEqualTo(422);
        assertThat(Http.text(response)).contains("is a folder with content of its own");
    }

    @ParameterizedTest
    @CsvSource({
        "\\uFFFF, no character",
        "\\u200B\\u200D, is empty",
        "Kit \\u202E gnp, direction of writing",
        "Kit\\nTwo, line break",
        "\\u2028, is empty"
    })
    void namesThatCannotBeSeenOrPrintedAreRefused(String name, String why, Address address) throws Exception {
        HttpResponse<byte[]> response = Http.postJson(address.url("/api/maps"), map(name));
        assertThat(response.statusCode()).isEqualTo(422);
        assertThat(Http.text(response)).contains(why);
    }

    /** Of changes on one revision one is made; the others are told so. */
    @Test
    void changesAtTheSameMomentAreMadeOrToldToReload(Address address) throws Exception {
        String location = Http.postJson(address.url("/api/maps"), map("Raced for"))
                .headers()
                .firstValue("Location")
                .orElseThrow();
        HttpResponse<byte[]> part = Http.postFile(
                address.url("/api/parts"),
                "part",
                "raced for.mid",
                new ClassPathResource("demo/cues/The Tightrope.mid").getContentAsByteArray());
        String partPath = part.headers().firstValue("Location").orElseThrow();
        for (int round = 1; round <= 10; round++) {
            int base = round;
            List<Integer> ofMap = together(
                    6,
                    at -> Http.send(HttpRequest.newBuilder(URI.create(address.url(location) + "?revision=" + base))
                                    .PUT(HttpRequest.BodyPublishers.ofString(map("Raced for " + base + " " + at))))
                            .statusCode());
            assertThat(ofMap).contains(200).containsOnly(200, 409);
            assertThat(Collections.frequency(ofMap, 200)).isEqualTo(1);
            List<Integer> ofPart = together(
                    6,
                    at -> Http.postJson(
                                    address.url(partPath) + "/edits",
                                    "{\"base\": " + base + ", \"what\": \"remove\", \"hits\": \"" + at + "\"}")
                            .statusCode());
            assertThat(Collections.frequency(ofPart, 200)).as(ofPart.toString()).isEqualTo(1);
            assertThat(ofPart).containsOnly(200, 409);
        }
    }

    @Test
    void importsAtTheSameMomentAreAllMade(Address address) throws Exception {
        List<Integer> statuses = together(
                4,
                at -> Http.send(HttpRequest.newBuilder(URI.create(address.url("/api/maps/import")))
                                .POST(HttpRequest.BodyPublishers.ofString(map("All at once"))))
                        .statusCode());
        assertThat(statuses).containsOnly(200);
        long named = IntStream.range(0, 5)
                .filter(at -> {
                    try {
                        String slug = "all-at-once" + (at == 0 ? "" : "-" + (at + 1));
                        return Http.get(address.url("/api/maps/" + slug)).statusCode() == 200;
                    } catch (Exception e) {
                        throw new IllegalStateException(e);
                    }
                })
                .count();
        assertThat(named).isEqualTo(4);
    }

    private interface Request {
        int send(int at) throws Exception;
    }

    private static List<Integer> together(int count, Request request) throws Exception {
        ExecutorService all = Executors.newFixedThreadPool(count);
        try {
            List<Callable<Integer>> calls = new ArrayList<>();
            for (int at = 0; at < count; at++) {
                int which = at;
                calls.add(() -> request.send(which));
            }
            List<Integer> statuses = new ArrayList<>();
            for (Future<Integer> answer : all.invokeAll(calls)) {
                statuses.add(answer.get());
            }
            return statuses;
        } finally {
            all.shutdownNow();
        }
    }

    @Test
    void aThousandMapsOfOneNameGetTheirAddressesAtOnce() {
        List<String> asked = new ArrayList<>();
        String free = Slugs.free("Kit", "map", slug -> {
            asked.add(slug);
            return slug.equals("kit") || Integer.parseInt(slug.substring("kit-".length())) <= 1_000;
        });
        assertThat(free).isEqualTo("kit-1001");
        assertThat(asked).hasSizeLessThan(30);
    }
}
