package org.jollyledger.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;
import java.util.stream.StreamSupport;
import java.util.zip.InflaterInputStream;
import org.jollyledger.web.backup.WrittenBackups;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.Zips;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;

/**
 * Databases that the application itself kept with each earlier schema, the demo with a map added and changed, and a part
 * where its API took one. Each is written as a backup of that time, which then replaces everything, and all of it is there.
 */
class EarlierSchemasTest {
    private static final int EARLIER_SCHEMAS = 12;
    private static final int FIRST_WITH_VERSIONS_OF_PARTS = 4;
    private static final int FIRST_WITH_REVISIONS = 2;
    private static final int FIRST_WITH_DIFFERENCES = 12;

    private static ConfigurableApplicationContext application;
    private static String url;

    @BeforeAll
    static void start(@TempDir Path folder) throws Exception {
        int port = RunningApplication.freePort();
        url = "http://localhost:" + port;
        application =
                RunningApplication.start("--server.port=" + port, "--jolly-ledger.data=" + folder.resolve("data"));
    }

    @AfterAll
    static void close() {
        application.close();
    }

    static IntStream schemas() {
        return IntStream.rangeClosed(1, EARLIER_SCHEMAS);
    }

    private static List<String> column(Connection database, String query) throws Exception {
        List<String> values = new ArrayList<>();
        try (ResultSet rows = database.createStatement().executeQuery(query)) {
            while (rows.next()) {
                values.add(rows.getString(1));
            }
        }
        return values;
    }

    /** The bytes of each part as it holds, by its address. */
    private static Map<String, byte[]> parts(Connection database, int schema) throws Exception {
        Map<String, byte[]> parts = new TreeMap<>();
        try (ResultSet rows = database.createStatement().executeQuery("select slug, content from part")) {
            while (rows.next()) {
                parts.put(rows.getString(1), rows.getBytes(2));
            }
        }
        if (schema >= FIRST_WITH_VERSIONS_OF_PARTS && schema < FIRST_WITH_DIFFERENCES) {
            String latest = "select p.slug, r.content from part p join part_revision r"
                    + " on r.part_id = p.id and r.number = p.revision";
            try (ResultSet rows = database.createStatement().executeQuery(latest)) {
                while (rows.next()) {
                    parts.put(
                            rows.getString(1),
                            new InflaterInputStream(new ByteArrayInputStream(rows.getBytes(2))).readAllBytes());
                }
            }
        }
        return parts;
    }

    @ParameterizedTest
    @MethodSource("schemas")
    void aLedgerOfAnEarlierSchemaOpensWithoutLoss(int schema, @TempDir Path folder) throws Exception {
        Map<String, byte[]> kept = Zips.read(EarlierSchemasTest.class
                .getResourceAsStream("schemas/schema-" + schema + ".zip")
                .readAllBytes());
        Files.write(folder.resolve("ledger.mv.db"), kept.get("ledger.mv.db"));
        List<String> names;
        Map<String, byte[]> parts;
        String versions;
        try (Connection database =
                DriverManager.getConnection("jdbc:h2:file:" + folder.resolve("ledger"), "ledger", "")) {
            versions = column(database, "select max(cast(\"version\" as int)) from \"flyway_schema_history\"")
                    .get(0);
            names = column(database, "select name from note_map");
            parts = parts(database, schema);
            if (schema >= FIRST_WITH_DIFFERENCES) {
                // What the application of that time made of the differences.
                parts.put("kept-before", kept.get("kept-before.mid"));
            }
        }
        assertThat(versions).isEqualTo(String.valueOf(schema));
        assertThat(names).hasSizeGreaterThan(10).contains("Kept before");

        HttpResponse<byte[]> restored =
                Http.postFile(url + "/api/backup?mode=replace", "file", "a.zip", WrittenBackups.ofDatabase(folder));
        assertThat(restored.statusCode()).as(Http.text(restored)).isEqualTo(200);

        JsonNode maps = Http.json(Http.get(url + "/api/maps"));
        assertThat(StreamSupport.stream(maps.spliterator(), false)
                        .map(map -> map.get("name").stringValue()))
                .containsExactlyInAnyOrderElementsOf(names);
        for (JsonNode one : maps) {
            JsonNode document =
                    Http.json(Http.get(url + "/api/maps/" + one.get("slug").stringValue()));
            assertThat(document.get("lines")).hasSize(one.get("lineCount").intValue());
        }
        JsonNode map = Http.json(Http.get(url + "/api/maps/kept-before"));
        if (schema >= FIRST_WITH_REVISIONS) {
            assertThat(map.get("lines").get(2).get("name").stringValue()).isEqualTo("Renamed 2");
            assertThat(Http.json(Http.get(url + "/api/maps/kept-before/revisions")))
                    .hasSize(4);
        }
        for (Map.Entry<String, byte[]> part : parts.entrySet()) {
            assertThat(Http.get(url + "/api/parts/" + part.getKey() + "/file").body())
                    .as(part.getKey())
                    .isEqualTo(part.getValue());
        }
    }
}
