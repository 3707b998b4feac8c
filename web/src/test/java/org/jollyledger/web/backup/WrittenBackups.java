package org.jollyledger.web.backup;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.sql.DataSource;
import org.jollyledger.web.database.LedgerDatabase;
import org.jollyledger.web.room.DiskRoom;
import org.jollyledger.web.support.Settings;
import org.springframework.jdbc.datasource.DriverManagerDataSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Backups of any database of a ledger, as an application of its time would have written them. */
public final class WrittenBackups {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private WrittenBackups() {}

    /** @param folder with the file of the database */
    public static byte[] ofDatabase(Path folder) throws Exception {
        DiskRoom room = new DiskRoom(Settings.in(folder));
        Path tables = Files.createDirectory(folder.resolve("records"));
        DataSource database = new DriverManagerDataSource("jdbc:h2:file:" + folder.resolve("ledger"), "ledger", "");
        LedgerDatabase.atOneMoment(database, connection -> new TableWriter(connection, tables, room).writeAll());
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        BackupIndex index = new BackupIndex(LedgerDatabase.schema(database), Instant.parse("2026-01-01T00:00:00Z"));
        BackupArchive.write(out, index, tables, folder.resolve("no-batches"));
        return out.toByteArray();
    }

    /** The records of a table in a backup. */
    public static List<JsonNode> records(Map<String, byte[]> entries, String table) {
        return new String(entries.get("tables/" + table + ".jsonl"), StandardCharsets.UTF_8)
                .lines()
                .map(JSON::readTree)
                .toList();
    }

    /** The entries of a backup in an archive again, with a list that fits them. */
    public static byte[] ofEntries(Map<String, byte[]> entries) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        EntryList list = new EntryList();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, byte[]> entry : entries.entrySet()) {
                if (!entry.getKey().equals(BackupArchive.LIST)) {
                    BackupArchive.add(zip, list, entry.getKey(), new ByteArrayInputStream(entry.getValue()));
                }
            }
            zip.putNextEntry(new ZipEntry(BackupArchive.LIST));
            zip.write(list.bytes());
        }
        return out.toByteArray();
    }
}
