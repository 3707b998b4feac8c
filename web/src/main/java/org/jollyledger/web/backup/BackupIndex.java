package org.jollyledger.web.backup;

import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.Map;
import org.jollyledger.web.problem.Refusal;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The first entry of a backup, which says what it is.
 *
 * @param schema the version of the schema whose tables and columns its records have
 * @param made the moment whose state it holds
 */
record BackupIndex(int schema, Instant made) {
    private static final int VERSION = 2;
    private static final int FIRST_OF_RECORDS = 2;
    private static final JsonMapper JSON = JsonMapper.builder().build();

    static final String NO_BACKUP = "This is not a backup of Jolly Ledger; choose an archive made on this page.";

    static final String NEWER = "This backup was made by a newer version; restore it there.";

    /** Nothing else in an earlier one is read: a database file can hold programs. */
    private static final String DATABASE_FILE =
            "This backup of an earlier version is a database file, which is not opened here. If you made it yourself, unpack it"
                    + " into an empty folder, start Jolly Ledger with --data and that folder, and make a new backup there.";

    byte[] toBytes() {
        return JSON.writerWithDefaultPrettyPrinter()
                .writeValueAsBytes(Map.of("backup", VERSION, "schema", schema, "made", made.toString()));
    }

    /**
     * Reads one.
     *
     * @throws Refusal when it is none, or one of another version
     */
    static BackupIndex read(byte[] bytes) {
        try {
            JsonNode read = JSON.readTree(bytes);
            int version = read.path("backup").asInt(0);
            Instant made = Instant.parse(read.path("made").asString(""));
            if (version > VERSION) {
                throw Refusal.unreadable(NEWER);
            }
            if (version > 0 && version < FIRST_OF_RECORDS) {
                throw Refusal.unreadable(DATABASE_FILE);
            }
            int schema = read.path("schema").asInt(0);
            if (version <= 0 || schema <= 0) {
                throw Refusal.unreadable(NO_BACKUP);
            }
            return new BackupIndex(schema, made);
        } catch (JacksonException | DateTimeParseException e) {
            throw Refusal.unreadable(NO_BACKUP);
        }
    }
}
