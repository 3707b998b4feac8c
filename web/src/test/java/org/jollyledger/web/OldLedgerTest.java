package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * A ledger that the application kept before maps knew the figures of pedals and chokes opens without loss. The archive
 * holds its data folder, and what its API answered then: maps with their revisions, parts with their versions, kept
 * crosswalks, crosswalks of parts with decisions, a removed map, part and crosswalk, changes undone, and a batch.
 */
class OldLedgerTest {
    private static JsonNode answers;
    private static JsonNode addresses;
    private static String url;
    private static ConfigurableApplicationContext application;

    /** The target map of the first one chokes by release: since then its cymbals ring when nobody grabs them. */
    private static final Map<String, String> OTHERWISE_SINCE =
            Map.of("1", "e79e8adf7758768c41546f79016efec98a194e2f450c70ac074f3ce634a8a935");

    @BeforeAll
    static void open(@TempDir Path folder) throws Exception {
        unpack(folder);
        JsonMapper json = JsonMapper.builder().build();
        answers = json.readTree(Files.readString(folder.resolve("answers.json")));
        addresses = json.readTree(Files.readString(folder.resolve("addresses.json")));
        int port = RunningApplication.freePort();
        application =
                RunningApplication.start("--server.port=" + port, "--jolly-ledger.data=" + folder.resolve("data"));
        url = "http://localhost:" + port;
    }

    @AfterAll
    static void close() {
        application.close();
    }

    private static void unpack(Path folder) throws IOException {
        try (InputStream archive = Objects.requireNonNull(OldLedgerTest.class.getResourceAsStream("old-ledger.zip"));
                ZipInputStream zip = new ZipInputStream(archive)) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                Path file = folder.resolve(entry.getName());
                if (entry.isDirectory()) {
                    Files.createDirectories(file);
                } else {
                    Files.createDirectories(file.getParent());
                    Files.copy(zip, file);
                }
            }
        }
    }

    private static JsonNode get(String path) throws Exception {
        HttpResponse<byte[]> response = Http.get(url + path);
        assertThat(response.statusCode()).as(path).isEqualTo(200);
        return Http.json(response);
    }

    private static String sha256(String path) throws Exception {
        HttpResponse<byte[]> response = Http.get(url + path);
        assertThat(response.statusCode()).as(path).isEqualTo(200);
        return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(response.body()));
    }

    @Test
    void mapsAndTheirRevisionsAreWhatTheyWere() throws Exception {
        for (Map.Entry<String, JsonNode> map : answers.get("maps").properties()) {
            String address = "/api/maps/" + map.getKey();
            assertThat(get(address)).as(address).isEqualTo(map.getValue().get("document"));
            JsonNode revisions = map.getValue().get("revisions");
            assertThat(get(address + "/revisions")).isEqualTo(revisions);
            for (JsonNode revision : revisions) {
                get(address + "/revisions/" + revision.get("number").intValue());
            }
        }
    }

    @Test
    void partsAndTheirVersionsAreWhatTheyWere() throws Exception {
        for (Map.Entry<String, JsonNode> part : answers.get("parts").properties()) {
            String address = "/api/parts/" + part.getKey();
            List<JsonNode> versions = withoutTheFirstSummary(get(address + "/versions"));
            assertThat(versions)
                    .isEqualTo(withoutTheFirstSummary(part.getValue().get("versions")));
            assertThat(sha256(address + "/file"))
                    .as(address)
                    .isEqualTo(part.getValue().get("sha256").stringValue());
        }
        assertThat(get("/api/parts").get("parts"))
                .containsExactlyInAnyOrderElementsOf(answers.get("parts").properties().stream()
                        .map(part -> part.getValue().get("part"))
                        .toList());
    }

    /** The summary of the file as uploaded is not kept; it is the page's own word. */
    private static List<JsonNode> withoutTheFirstSummary(JsonNode versions) {
        return versions.valueStream()
                .map(version -> version.get("number").intValue() == 1 ? version.get("at") : version)
                .toList();
    }

    @Test
    void keptCrosswalksAreWhatTheyWere() throws Exception {
        for (Map.Entry<String, JsonNode> kept : answers.get("crosswalks").properties()) {
            assertThat(get("/api/crosswalks/" + kept.getKey())).isEqualTo(kept.getValue());
        }
    }

    /** The files that come out of the crosswalks of parts, with what was decided for them, are byte for byte the same. */
    @Test
    void crosswalksOfPartsGiveTheSameFiles() throws Exception {
        for (Map.Entry<String, JsonNode> open : answers.get("openCrosswalks").properties()) {
            assertThat(sha256("/crosswalks/" + open.getKey() + "/file"))
                    .isEqualTo(OTHERWISE_SINCE.getOrDefault(
                            open.getKey(), open.getValue().get("sha256").stringValue()));
        }
    }

    @Test
    void aBatchThatWasDoneIsStillDone() throws Exception {
        String address = "/api/batches/" + addresses.get("batch").stringValue();
        ObjectNode batch = (ObjectNode) get(address);
        assertThat(batch.remove("routes").stringValue())
                .as("told since then: it had its routes when it was made")
                .isEqualTo("given");
        for (String count : List.of("formed", "putIn")) {
            assertThat(((ObjectNode) batch.get("progress")).remove(count).intValue())
                    .as("counted since then: %s", count)
                    .isZero();
        }
        assertThat(batch).isEqualTo(answers.get("batch"));
        assertThat(Http.get(url + address + "/result").statusCode()).isEqualTo(200);
    }

    @Test
    void whatWasRemovedCanBeBroughtBack() throws Exception {
        assertThat(Http.get(url + "/api/maps/candle-brushes").statusCode()).isEqualTo(404);
        assertThat(Http.postJson(url + "/api/maps/candle-brushes/bring-back", "")
                        .statusCode())
                .isEqualTo(200);
        get("/api/maps/candle-brushes");
        assertThat(Http.postJson(url + "/api/crosswalks/spare/bring-back", "").statusCode())
                .isEqualTo(200);
    }
}
