package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.StreamSupport;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.JsonNode;

/** Parts for programs: reading hits, editing, versions, ways out. */
@ExtendWith(RunningApplication.class)
class PartApiTest {
    private static byte[] cue(String name) throws Exception {
        return new ClassPathResource("demo/cues/" + name + ".mid").getContentAsByteArray();
    }

    /** A part of its own for a test; returns its address. */
    private static String add(Address address, String fileName, byte[] bytes) throws Exception {
        HttpResponse<byte[]> answer = Http.postFile(address.url("/api/parts"), "part", fileName, bytes);
        assertThat(answer.statusCode()).isEqualTo(201);
        assertThat(answer.headers().firstValue("Location"))
                .contains("/api/parts/" + Http.json(answer).get("slug").stringValue());
        return "/api/parts/" + Http.json(answer).get("slug").stringValue();
    }

    private static JsonNode get(Address address, String path) throws Exception {
        HttpResponse<byte[]> answer = Http.get(address.url(path));
        assertThat(answer.statusCode()).as(Http.text(answer)).isEqualTo(200);
        return Http.json(answer);
    }

    private static JsonNode edit(Address address, String part, String json) throws Exception {
        HttpResponse<byte[]> answer = Http.postJson(address.url(part + "/edits"), json);
        assertThat(answer.statusCode()).as(Http.text(answer)).isEqualTo(200);
        return Http.json(answer);
    }

    private static Part part(Address address, String part) throws Exception {
        return Part.of(MidiFile.read(Http.get(address.url(part + "/file")).body()), Channels.ALL);
    }

    @Test
    void hitsAreReadWithTheirNames(Address address) throws Exception {
        JsonNode hits = get(address, "/api/parts/the-tightrope/hits?map=quayside-oak&loudest=40&firstBar=2&lastBar=3");
        assertThat(hits.get("total").intValue()).isPositive();
        for (JsonNode hit : hits.get("hits")) {
            assertThat(hit.get("velocity").intValue()).isLessThanOrEqualTo(40);
            assertThat(hit.get("bar").intValue()).isBetween(2, 3);
            assertThat(hit.get("line").stringValue()).isNotBlank();
            assertThat(hit.get("sound").stringValue()).contains(".");
        }
        JsonNode all = get(address, "/api/parts/the-tightrope/hits?map=quayside-oak");
        JsonNode later = get(address, "/api/parts/the-tightrope/hits?map=quayside-oak&from=100&count=7");
        assertThat(later.get("hits")).hasSize(7);
        assertThat(later.get("hits").get(0)).isEqualTo(all.get("hits").get(100));
        assertThat(all.get("hits")).hasSize(158);
        JsonNode silent = get(address, "/api/parts/the-tightrope/hits?map=tin-parade&note=56");
        assertThat(silent.get("total").intValue()).isPositive();
    }

    @Test
    void hitsAreEditedByNumberAndByDescriptionAndBroughtBack(Address address) throws Exception {
        byte[] bytes = cue("The Tightrope");
        String part = add(address, "edited.mid", bytes);
        Part before = part(address, part);
        JsonNode moved = edit(address, part, """
                {"base": 1, "map": "quayside-oak", "what": "line", "note": 26, "where": {"notes": [28], "loudest": 40}}""");
        assertThat(moved.get("revision").intValue()).isEqualTo(2);
        assertThat(moved.get("message").stringValue()).matches("\\d+ hits of .* moved to .*\\.");
        Part after = part(address, part);
        long ghosts = IntStream.range(0, before.hitCount())
                .filter(hit -> before.note(hit) == 28 && before.velocity(hit) <= 40)
                .count();
        assertThat(after.hitsPerNote()[26]).isEqualTo(before.hitsPerNote()[26] + (int) ghosts);
        edit(address, part, """
                {"base": 2, "map": "quayside-oak", "what": "remove", "hits": "0-3,5"}""");
        assertThat(part(address, part).hitCount()).isEqualTo(before.hitCount() - 5);
        edit(address, part, """
                {"base": 3, "map": "quayside-oak", "what": "add", "note": 26, "tick": 1000, "grid": 4, "velocity": 77}""");
        assertThat(get(address, part + "/versions")).hasSize(4);
        HttpResponse<byte[]> back =
                Http.send(HttpRequest.newBuilder(URI.create(address.url(part + "/versions/1/return?base=4")))
                        .POST(HttpRequest.BodyPublishers.noBody()));
        assertThat(Http.json(back).get("revision").intValue()).isEqualTo(5);
        assertThat(Http.get(address.url(part + "/file")).body()).isEqualTo(bytes);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "{\"what\": \"remove\", \"hits\": \"0\"}; 400; The field \"base\" is missing",
                "{\"base\": 1, \"hits\": \"0\"}; 400; The field \"what\" is missing",
                "{\"base\": 7, \"what\": \"remove\", \"hits\": \"0\"}; 409; changed elsewhere",
                "{\"base\": 1, \"what\": \"sing\", \"hits\": \"0\"}; 422; no change \"sing\"",
                "{\"base\": 1, \"what\": \"remove\", \"hits\": \"9999\"}; 422; names no hits of this part",
                "{\"base\": 1, \"what\": \"remove\", \"hits\": \"3-1\"}; 422; names no hits of this part",
                "{\"base\": 1, \"what\": \"remove\", \"hits\": \"\"}; 422; No hits are selected",
                "{\"base\": 1, \"what\": \"remove\", \"where\": {\"softest\": 90, \"loudest\": 3}}; 422; the lower first",
                "{\"base\": 1, \"what\": \"velocity\", \"velocity\": 0, \"hits\": \"0\"}; 422; 1 to 127, not 0",
                "{\"base\": 1, \"what\": \"line\", \"note\": 128, \"hits\": \"0\"}; 422; notes are 0 to 127",
                "{\"base\": 1, \"what\": \"grid\", \"grid\": 99, \"hits\": \"0\"}; 422; 1 to 24 lines",
                "{\"base\": 1, \"what\": \"copy\", \"firstBar\": 5, \"lastBar\": 2, \"onto\": 9}; 422; earlier bar first",
                "{\"base\": 1, \"what\": \"copy\", \"firstBar\": 1, \"onto\": -4}; 422; no bar -4",
                "{\"base\": 1, \"map\": \"nowhere\", \"what\": \"remove\", \"hits\": \"0\"}; 404; no map",
                "{\"base\": \"one\"}; 400; not JSON of the documented form"
            })
    void whatCannotBeDoneIsSaidInOneSentence(String json, int status, String words, Address address) throws Exception {
        HttpResponse<byte[]> answer = Http.postJson(address.url("/api/parts/the-tightrope/edits"), json);
        assertThat(answer.statusCode()).as(Http.text(answer)).isEqualTo(status);
        assertThat(Http.json(answer).get("detail").stringValue()).contains(words);
        assertThat(get(address, "/api/parts/the-tightrope/versions")).hasSize(1);
    }

    @ParameterizedTest
    @CsvSource({
        "midi, audio/midi, .mid",
        "musicxml, application/vnd.recordare.musicxml+xml, .musicxml",
        "svg, image/svg+xml, .svg",
        "csv, text/csv, .csv",
        "pdf, application/pdf, .pdf"
    })
    void partsGoOutInEachFormat(String format, String type, String ending, Address address) throws Exception {
        HttpResponse<byte[]> file =
                Http.get(address.url("/api/parts/storm-at-sea/file?map=quayside-oak&format=" + format));
        assertThat(file.statusCode()).isEqualTo(200);
        assertThat(file.headers().firstValue("Content-Type").orElseThrow()).startsWith(type);
        assertThat(file.headers().firstValue("Content-Disposition").orElseThrow())
                .contains(ending);
        assertThat(file.body().length).isGreaterThan(1_000);
    }

    @Test
    void theSheetIsPrintedWithTheNamesOfItsRows(Address address) throws Exception {
        byte[] pdf = Http.get(address.url("/api/parts/storm-at-sea/file?map=quayside-oak&format=pdf"))
                .body();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(document.getNumberOfPages()).isGreaterThan(1);
            String text = new PDFTextStripper().getText(document);
            assertThat(text).contains("Storm at Sea", "Quayside Oak", "Harbour gong", "Wind rises");
        }
    }

    @Test
    void tracksArePartedByPieceAndByLine(Address address) throws Exception {
        for (String layout : List.of("pieces", "lines", "one")) {
            MidiFile file = MidiFile.read(
                    Http.get(address.url("/api/parts/storm-at-sea/file?map=quayside-oak&tracks=" + layout))
                            .body());
            assertThat(Part.of(file, Channels.ALL).hitCount()).isEqualTo(484);
            assertThat(file.tracks().size())
                    .as(layout)
                    .satisfies(count -> assertThat(layout.equals("one") ? count == 2 : count > 8)
                            .isTrue());
        }
        HttpResponse<byte[]> refused = Http.get(address.url("/api/parts/storm-at-sea/file?tracks=sideways"));
        assertThat(refused.statusCode()).isEqualTo(422);
        assertThat(Http.get(address.url("/api/parts/storm-at-sea/file?format=tape"))
                        .statusCode())
                .isEqualTo(404);
    }

    @Test
    void partsAreListedAndSearched(Address address) throws Exception {
        add(address, "zephyr_song.mid", cue("Harbour Overture"));
        JsonNode found = get(address, "/api/parts?q=ZEPHYR");
        assertThat(found.get("total").intValue()).isEqualTo(1);
        assertThat(found.get("parts").get(0).get("title").stringValue()).isEqualTo("zephyr song");
        assertThat(get(address, "/api/parts?q=100%25").get("total").intValue()).isZero();
        JsonNode byMap = get(address, "/api/parts?q=otterbrook");
        assertThat(StreamSupport.stream(byMap.get("parts").spliterator(), false)
                        .map(part -> part.get("slug").stringValue()))
                .contains("puppets-march");
    }

    @Test
    void whatIsNoMidiFileIsRefused(Address address) throws Exception {
        HttpResponse<byte[]> answer = Http.postFile(
                address.url("/api/parts"), "part", "letter.mid", "Dear puppets".getBytes(StandardCharsets.UTF_8));
        assertThat(answer.statusCode()).isEqualTo(422);
        assertThat(Http.json(answer).get("detail").stringValue()).contains("letter.mid");
    }

    /** Every way to change hits, on one hit: what comes of it, told in one line. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "\"what\": \"rows\", \"by\": 1; 0; 0",
                "\"what\": \"rows\", \"by\": 1, \"ticks\": 240, \"grid\": 4; 240; 0",
                "\"what\": \"shift\", \"by\": 100, \"grid\": 0; 100; 0",
                "\"what\": \"shift\", \"by\": 100, \"grid\": 4; 120; 0",
                "\"what\": \"nudge\", \"by\": 2, \"grid\": 3; 320; 0",
                "\"what\": \"nudge\", \"by\": 5; 5; 0",
                "\"what\": \"louder\", \"by\": 7; 0; 7",
                "\"what\": \"louder\", \"by\": -7; 0; -7"
            })
    void aHitIsMovedAndMadeLouder(String change, long later, int louder, Address address) throws Exception {
        String part = add(address, "one hit.mid", cue("The Tightrope"));
        Part before = part(address, part);
        assertThat(before.tick(0)).isZero();
        JsonNode done =
                edit(address, part, "{\"base\": 1, \"map\": \"quayside-oak\", \"hits\": \"0\", " + change + "}");
        assertThat(done.get("message").stringValue()).endsWith(".");
        Part after = part(address, part);
        int hit = Integer.parseInt(done.get("hits").stringValue());
        assertThat(after.tick(hit)).isEqualTo(later);
        assertThat(after.velocity(hit)).isEqualTo(before.velocity(0) + louder);
        assertThat(after.note(hit) != before.note(0)).isEqualTo(change.contains("rows"));
        assertThat(after.hitCount()).isEqualTo(before.hitCount());
        assertThat(get(address, part + "/versions")).hasSize(2);
    }

    /** An edit touches nothing else: the bytes differ only where two notes are. */
    @Test
    void whatIsNotEditedStaysByteForByte(Address address) throws Exception {
        byte[] before = cue("Storm at Sea");
        String part = add(address, "bytes.mid", before);
        edit(address, part, """
                {"base": 1, "map": "quayside-oak", "what": "line", "note": 40, "hits": "17"}""");
        byte[] after = Http.get(address.url(part + "/file")).body();
        assertThat(after).hasSameSizeAs(before);
        assertThat(IntStream.range(0, before.length)
                        .filter(at -> before[at] != after[at])
                        .count())
                .isEqualTo(2);
        assertThat(Arrays.copyOf(after, 200)).isEqualTo(Arrays.copyOf(before, 200));
    }
}
