package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Note maps by the API, as docs/api.md describes it. */
@ExtendWith(RunningApplication.class)
class MapApiTest {
    private static String add(Address address, NoteMap map) throws Exception {
        HttpResponse<byte[]> response = Http.postJson(address.url("/api/maps"), NoteMapJson.write(map));
        assertThat(response.statusCode()).isEqualTo(201);
        return response.headers().firstValue("Location").orElseThrow();
    }

    private static HttpResponse<byte[]> put(String url, String json) throws Exception {
        return Http.send(HttpRequest.newBuilder(URI.create(url))
                .header("Content-Type", "application/json")
                .PUT(HttpRequest.BodyPublishers.ofString(json)));
    }

    private static HttpResponse<byte[]> post(String url, byte[] body) throws Exception {
        return Http.send(HttpRequest.newBuilder(URI.create(url)).POST(HttpRequest.BodyPublishers.ofByteArray(body)));
    }

    @Test
    void namesAreReadAsSounds(Address address) throws Exception {
        JsonNode readings = Http.json(Http.postJson(
                address.url("/api/sounds/read"),
                "{\"names\": [\"HH Tip 1/2\", \"Snr RS\", \"Crash R Edge\", \"T4 rim\", \"Kick 2 L\", \"Blorp\"]}"));
        assertThat(readings.size()).isEqualTo(6);
        assertThat(readings.get(0).at("/sound/code").asString()).isEqualTo("hihat.tip.half");
        assertThat(readings.get(0).at("/sound/openness").asString()).isEqualTo("half");
        assertThat(readings.get(1).at("/sound/articulation").asString()).isEqualTo("rim-shot");
        assertThat(readings.get(2).at("/sound/side").asString()).isEqualTo("right");
        assertThat(readings.get(2).at("/sound/family").asString()).isEqualTo("cymbal");
        assertThat(readings.get(3).at("/sound/number").asInt()).isEqualTo(4);
        assertThat(readings.get(4).at("/sound/code").asString()).isEqualTo("kick.2.left.hit");
        assertThat(readings.get(5).at("/sound").isNull()).isTrue();
        assertThat(readings.get(5).at("/confidence").asDouble()).isZero();
    }

    @ParameterizedTest
    @ValueSource(strings = {"{}", "{\"names\": null}", "{\"names\": [null]}", "[1", "{\"names\": 7}"})
    void whatIsNoListOfNamesIsRefused(String body, Address address) throws Exception {
        HttpResponse<byte[]> response = Http.postJson(address.url("/api/sounds/read"), body);
        assertThat(response.statusCode()).isIn(400, 422);
        assertThat(Http.json(response).at("/detail").asString()).isNotBlank();
    }

    @Test
    void aMapIsReplacedOnlyOnTheRevisionItIsBasedOn(Address address) throws Exception {
        String location = add(address, GeneralMidi.level1().withName("Replaced"));
        NoteMap changed = GeneralMidi.level1().withName("Replaced").withRemark("once");
        HttpResponse<byte[]> replaced = put(address.url(location + "?revision=1"), NoteMapJson.write(changed));
        assertThat(replaced.statusCode()).isEqualTo(200);
        assertThat(replaced.headers().firstValue("Jolly-Ledger-Revision")).contains("2");
        HttpResponse<byte[]> late =
                put(address.url(location + "?revision=1"), NoteMapJson.write(changed.withRemark("twice")));
        assertThat(late.statusCode()).isEqualTo(409);
        assertThat(put(address.url(location), NoteMapJson.write(changed)).statusCode())
                .isEqualTo(428);
        assertThat(Http.json(late).at("/detail").asString()).contains("changed elsewhere");
        assertThat(NoteMapJson.read(Http.text(Http.get(address.url(location))))).isEqualTo(changed);
    }

    @Test
    void ofChangesAtTheVerySameMomentOneIsMadeAndTheOthersAreToldSo(Address address) throws Exception {
        NoteMap map = GeneralMidi.level1().withName("Crowded");
        for (int round = 0; round < 5; round++) {
            String location = add(address, map.withName("Crowded " + round));
            List<Callable<Integer>> changes = IntStream.range(0, 8)
                    .<Callable<Integer>>mapToObj(change -> () -> put(
                                    address.url(location + "?revision=1"),
                                    NoteMapJson.write(map.withRemark("Change " + change)))
                            .statusCode())
                    .toList();
            ExecutorService crowd = Executors.newFixedThreadPool(changes.size());
            List<Integer> answers = new ArrayList<>();
            for (Future<Integer> answer : crowd.invokeAll(changes)) {
                answers.add(answer.get());
            }
            crowd.shutdown();
            assertThat(answers).containsOnlyOnce(200).containsOnly(200, 409);
        }
    }

    @Test
    void revisionsAreListedReadComparedAndRestored(Address address) throws Exception {
        NoteMap first = GeneralMidi.level1().withName("Revised");
        String location = add(address, first);
        put(
                address.url(location + "?revision=1"),
                NoteMapJson.write(first.withLines(first.lines().subList(0, 40))));
        JsonNode revisions = Http.json(Http.get(address.url(location + "/revisions")));
        assertThat(revisions.get(0).at("/number").asInt()).isEqualTo(2);
        assertThat(revisions.get(1).at("/summary").asString()).isEqualTo("Saved through the API");
        assertThat(NoteMapJson.read(Http.text(Http.get(address.url(location + "/revisions/1")))))
                .isEqualTo(first);
        String slug = location.substring(location.lastIndexOf('/') + 1);
        JsonNode comparison =
                Http.json(Http.get(address.url(location + "/comparison?with=" + slug + "&withRevision=1")));
        assertThat(comparison.at("/counts/added").asInt()).isEqualTo(7);
        assertThat(comparison.at("/lines").size()).isEqualTo(7);
        assertThat(post(address.url(location + "/revisions/1/restore?revision=2"), new byte[0])
                        .statusCode())
                .isEqualTo(200);
        assertThat(NoteMapJson.read(Http.text(Http.get(address.url(location))))).isEqualTo(first);
        assertThat(Http.get(address.url(location + "/revisions/99")).statusCode())
                .isEqualTo(404);
    }

    @Test
    void aRemovedMapIsGoneUntilItIsBroughtBack(Address address) throws Exception {
        String location = add(address, GeneralMidi.level1().withName("Leaving"));
        assertThat(Http.send(HttpRequest.newBuilder(URI.create(address.url(location)))
                                .DELETE())
                        .statusCode())
                .isEqualTo(204);
        assertThat(Http.get(address.url(location)).statusCode()).isEqualTo(404);
        assertThat(Http.text(Http.get(address.url("/api/maps")))).doesNotContain("Leaving");
        assertThat(post(address.url(location + "/bring-back"), new byte[0]).statusCode())
                .isEqualTo(200);
        assertThat(Http.get(address.url(location)).statusCode()).isEqualTo(200);
    }

    @Test
    void whatIsBuiltInIsNeitherChangedNorRemoved(Address address) throws Exception {
        String url = address.url("/api/maps/general-midi-1");
        assertThat(put(url + "?revision=1", NoteMapJson.write(GeneralMidi.level2()))
                        .statusCode())
                .isEqualTo(403);
        assertThat(Http.send(HttpRequest.newBuilder(URI.create(url)).DELETE()).statusCode())
                .isEqualTo(403);
        HttpResponse<byte[]> copy = post(url + "/copies?name=My%20own", new byte[0]);
        assertThat(copy.statusCode()).isEqualTo(201);
        assertThat(NoteMapJson.read(Http.text(copy)).name()).isEqualTo("My own");
    }

    @ParameterizedTest
    @CsvSource({
        "json, application/json",
        "csv, text/csv",
        "tsv, text/tab-separated-values",
        "txt, text/plain",
        "xml, application/xml"
    })
    void everyWholeFormatComesBackAsTheSameMap(String format, String mediaType, Address address) throws Exception {
        String location = add(address, GeneralMidi.level2().withName("Out and in as " + format));
        HttpResponse<byte[]> out = Http.get(address.url(location + "/export/" + format));
        assertThat(out.headers().firstValue("Content-Type").orElseThrow()).startsWith(mediaType);
        JsonNode brought = Http.json(post(address.url("/api/maps/import"), out.body()));
        String slug = brought.get(0).at("/slug").asString();
        assertThat(NoteMapJson.read(Http.text(Http.get(address.url("/api/maps/" + slug)))))
                .isEqualTo(NoteMapJson.read(Http.text(Http.get(address.url(location)))));
    }

    @Test
    void thePdfHoldsEveryLineOnce(Address address, @TempDir Path folder) throws Exception {
        Path pdf = folder.resolve("chart.pdf");
        Files.write(
                pdf, Http.get(address.url("/api/maps/quayside-oak/export/pdf")).body());
        // pdftotext is a reader of its own, from Debian's poppler-utils.
        Process reader = new ProcessBuilder("pdftotext", "-layout", pdf.toString(), "-").start();
        String text = new String(reader.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(reader.waitFor()).isZero();
        NoteMap map = NoteMapJson.read(Http.text(Http.get(address.url("/api/maps/quayside-oak"))));
        for (Line line : map.lines()) {
            String label = line.note().label(map.middleC());
            assertThat(Pattern.compile("(?<!\\S)" + Pattern.quote(label) + " {2,}")
                            .matcher(text)
                            .results()
                            .count())
                    .as(label)
                    .isEqualTo(1);
            for (String word : line.name().split(" ")) {
                assertThat(text).contains(word);
            }
        }
        assertThat(text.lines().filter(line -> line.contains("\f")).count())
                .as("pages")
                .isLessThanOrEqualTo(1);
    }

    private static byte[] zip(String name, byte[] content) throws Exception {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            zip.putNextEntry(new ZipEntry(name));
            zip.write(content);
            zip.closeEntry();
        }
        return bytes.toByteArray();
    }

    @Test
    void anArchiveIsReadWholeOrNotAtAll(Address address) throws Exception {
        byte[] good = zip(
                "../../evil.json",
                NoteMapJson.write(GeneralMidi.level1().withName("Zipped")).getBytes(StandardCharsets.UTF_8));
        assertThat(Http.json(post(address.url("/api/maps/import"), good))
                        .get(0)
                        .at("/name")
                        .asString())
                .isEqualTo("Zipped");
        for (byte[] bad : List.of(
                zip("x.json", "{".getBytes(StandardCharsets.UTF_8)),
                zip("bomb.csv", new byte[50_000_000]),
                zip("nested.zip", good),
                java.util.Arrays.copyOf(good, good.length / 2),
                zip("dir/", new byte[0]))) {
            HttpResponse<byte[]> response = post(address.url("/api/maps/import"), bad);
            assertThat(response.statusCode()).isEqualTo(422);
            assertThat(Http.json(response).at("/detail").asString())
                    .isNotBlank()
                    .doesNotContain("Exception");
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Dear diary, it rained today.",
                "note,name,sound\n36,\"Kick",
                "note,name,sound\n128,Kick,kick",
                "<!DOCTYPE a [<!ENTITY x SYSTEM \"file:///etc/passwd\">]><a>&x;</a>",
                "<!DOCTYPE a [<!ENTITY x \"lol\"><!ENTITY y \"&x;&x;&x;\">]><a>&y;</a>",
                "{\"name\": 1}"
            })
    void whatIsNoMapIsRefusedAndLeavesNothing(String body, Address address) throws Exception {
        int before = Http.json(Http.get(address.url("/api/maps"))).size();
        HttpResponse<byte[]> response = post(address.url("/api/maps/import"), body.getBytes(StandardCharsets.UTF_8));
        assertThat(response.statusCode()).isEqualTo(422);
        assertThat(Http.json(response).at("/detail").asString()).isNotBlank().doesNotContain("root:");
        assertThat(Http.json(Http.get(address.url("/api/maps"))).size()).isEqualTo(before);
    }

    @Test
    void aVeryLongPasteIsRefused(Address address) throws Exception {
        HttpResponse<byte[]> response = post(
                address.url("/api/maps/import"), "36 Kick\n".repeat(1_300_000).getBytes(StandardCharsets.UTF_8));
        assertThat(response.statusCode()).isEqualTo(422);
        assertThat(Http.json(response).at("/detail").asString()).contains("at most");
    }

    @Test
    void theLedgerIsSearchedBySoundAndKind(Address address) throws Exception {
        JsonNode gongs = Http.json(Http.get(address.url("/api/maps?piece=gong")));
        assertThat(gongs.valueStream().map(map -> map.at("/slug").asString()))
                .contains("quayside-oak")
                .doesNotContain("tin-parade");
        JsonNode pads = Http.json(Http.get(address.url("/api/maps?kind=pads")));
        assertThat(pads.valueStream().map(map -> map.at("/kind").asString())).containsOnly("pads");
    }
}
