package org.jollyledger.web.backup;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.jollyledger.web.support.Http;
import org.jollyledger.web.support.RunningApplication;
import org.jollyledger.web.support.RunningApplication.Address;
import org.jollyledger.web.support.Zips;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Backups that somebody changed: each is refused in a sentence, and the ledger stays as it is. */
@ExtendWith(RunningApplication.class)
class HostileBackupTest {
    private static final String JOB = "{\"id\":1,\"token\":\"%s\",\"version\":0,\"kind\":\"convert\",\"name\":\"N\","
            + "\"state\":\"%s\",\"items\":0,\"progress\":\"\",\"message\":\"\",\"owner\":\"\",\"lease_until\":null,"
            + "\"stop_wanted\":false,\"created_at\":\"2026-01-01T00:00:00Z\",\"changed_at\":\"2026-01-01T00:00:00Z\"}";
    private static final String TOKEN = "0123456789abcdef01234567";

    /** A change of one entry, and a word of the sentence that refuses it. */
    static Stream<Arguments> changes() {
        return Stream.of(
                Arguments.of("tables/rig.jsonl", "\"name\"", "\"nome\"", "has a column that the table lacks"),
                Arguments.of("tables/rig.jsonl", ",\"name\":\"[^\"]*\"", "", "lacks a column"),
                Arguments.of("tables/rig.jsonl", "\"name\":", "\"id\":3,\"name\":", "cannot be read"),
                Arguments.of("tables/rig.jsonl", "\"id\":\\d+", "\"id\":\"1\"", "cannot be read"),
                Arguments.of("tables/rig.jsonl", "\"id\":\\d+", "\"id\":1.5", "cannot be read"),
                Arguments.of("tables/rig.jsonl", "\"id\":\\d+", "\"id\":99999999999999999999", "cannot be read"),
                Arguments.of("tables/rig.jsonl", "\"id\":\\d+", "\"id\":{}", "cannot be read"),
                Arguments.of("tables/rig.jsonl", "\"id\":\\d+", "\"id\":null", "cannot be in the ledger"),
                Arguments.of("tables/rig.jsonl", "\"slug\":\"[^\"]*\"", "\"slug\":\"../../rig\"", "cannot be read"),
                Arguments.of(
                        "tables/rig.jsonl", "\"created_at\":\"[^\"]*\"", "\"created_at\":\"noon\"", "cannot be read"),
                Arguments.of("tables/rig.jsonl", "\\{", "[{", "is no record"),
                Arguments.of("tables/rig.jsonl", "\\}$", "", "cannot be read"),
                Arguments.of("tables/rig_map.jsonl", "\"map_id\":\\d+", "\"map_id\":999999", "cannot be in the ledger"),
                Arguments.of(
                        "tables/part.jsonl", "\"content\":\\d+", "\"content\":0", "bytes that belong to no record"),
                Arguments.of("tables/part.jsonl", "\"content\":\\d+", "\"content\":99999999", "lacks bytes"),
                Arguments.of("tables/part.jsonl", "\"content\":\\d+", "\"content\":-1", "cannot be read"),
                Arguments.of(
                        "tables/job.jsonl",
                        "(?s).*",
                        JOB.formatted("../../../../home/user/x", "DONE"),
                        "cannot be read"),
                Arguments.of("tables/job.jsonl", "(?s).*", JOB.formatted(TOKEN, "eaten"), "cannot be read"));
    }

    private static Map<String, byte[]> entries(Address address) throws Exception {
        return new LinkedHashMap<>(
                Zips.read(Http.get(address.url("/api/backup")).body()));
    }

    private static void assertRefused(Address address, byte[] backup, String why) throws Exception {
        String before = Http.text(Http.get(address.url("/api/maps")));
        // Both ways read the whole backup first.
        String mode = new Random().nextBoolean() ? "add" : "replace";
        HttpResponse<byte[]> answer = Http.postFile(address.url("/api/backup?mode=" + mode), "file", "a.zip", backup);
        assertThat(answer.statusCode()).as(mode + Http.text(answer)).isEqualTo(422);
        assertThat(Http.json(answer).get("detail").stringValue()).contains(why, "ackup");
        assertThat(Http.text(Http.get(address.url("/api/maps")))).isEqualTo(before);
    }

    @ParameterizedTest
    @MethodSource("changes")
    void aRecordThatIsNoneIsRefused(String entry, String what, String by, String why, Address address)
            throws Exception {
        Map<String, byte[]> entries = entries(address);
        String changed = new String(entries.get(entry), StandardCharsets.UTF_8).replaceFirst(what, by);
        entries.put(entry, changed.getBytes(StandardCharsets.UTF_8));
        assertRefused(address, WrittenBackups.ofEntries(entries), why);
    }

    @Test
    void whatNoBackupHoldsIsRefused(Address address) throws Exception {
        Map<String, byte[]> good = entries(address);
        for (String other : List.of(
                "tables/flyway_schema_history.jsonl",
                "tables/rig.name",
                "tables/../x.y",
                "../outside.txt",
                "/etc/passwd",
                "batches/" + TOKEN + "/../x.zip",
                "ledger.mv.db")) {
            Map<String, byte[]> entries = new LinkedHashMap<>(good);
            entries.put(other, new byte[10]);
            assertRefused(address, WrittenBackups.ofEntries(entries), "nothing was changed");
        }
        Map<String, byte[]> less = new LinkedHashMap<>(good);
        less.remove("tables/rig.jsonl");
        assertRefused(address, WrittenBackups.ofEntries(less), "lacks tables/rig.jsonl");
        Map<String, byte[]> newer = new LinkedHashMap<>(good);
        newer.put(
                "backup.json",
                new String(good.get("backup.json"), StandardCharsets.UTF_8)
                        .replaceFirst("\"schema\" : \\d+", "\"schema\" : 99")
                        .getBytes(StandardCharsets.UTF_8));
        assertRefused(address, WrittenBackups.ofEntries(newer), "newer version");
    }

    /** Any byte that changes on the way is found, wherever it is. */
    @Test
    void aChangedByteIsFound(Address address) throws Exception {
        byte[] backup = Http.get(address.url("/api/backup")).body();
        Random random = new Random();
        for (int round = 0; round < 20; round++) {
            byte[] changed = backup.clone();
            int at = random.nextInt(backup.length * 9 / 10);
            changed[at] ^= (byte) (1 << random.nextInt(8));
            HttpResponse<byte[]> answer = Http.postFile(address.url("/api/backup?mode=add"), "file", "a.zip", changed);
            // What says nothing of what is in it, such as the times of entries, may change.
            assertThat(answer.statusCode())
                    .as("byte %d: %s", at, Http.text(answer))
                    .isIn(200, 422);
            if (answer.statusCode() == 200) {
                assertThat(Zips.read(changed).values())
                        .usingRecursiveComparison()
                        .isEqualTo(Zips.read(backup).values());
            }
        }
        assertRefused(address, Arrays.copyOf(backup, backup.length * 2 / 3), "ackup");
    }

    /** A database file that runs its sender's program when it is opened: it is not opened. */
    @Test
    void aDatabaseFileIsNotOpened(Address address, @TempDir Path folder) throws Exception {
        Path ran = folder.resolve("ran.txt");
        try (Connection database =
                        DriverManager.getConnection("jdbc:h2:file:" + folder.resolve("ledger"), "ledger", "");
                Statement statement = database.createStatement()) {
            statement.execute("create alias ran as $$ int ran() throws Exception {"
                    + " java.nio.file.Files.writeString(java.nio.file.Path.of(\"" + ran
                    + "\"), \"ran\"); return 1; } $$");
            statement.execute("create view note_map as select ran() as id");
        }
        Map<String, byte[]> entries = new LinkedHashMap<>();
        entries.put(
                "backup.json", "{\"backup\": 1, \"made\": \"2026-01-01T00:00:00Z\"}".getBytes(StandardCharsets.UTF_8));
        entries.put("ledger.mv.db", Files.readAllBytes(folder.resolve("ledger.mv.db")));
        assertRefused(address, Zips.of(entries), "unpack it into an empty folder");
        assertThat(ran).doesNotExist();
    }
}
