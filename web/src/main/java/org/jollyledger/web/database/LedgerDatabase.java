package org.jollyledger.web.database;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.Arrays;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationState;

/** What every database of a ledger has, this one and one in a backup. */
public final class LedgerDatabase {
    /** The name of its file. */
    public static final String FILE = "ledger.mv.db";

    private LedgerDatabase() {}

    /** Writes an archive with the file of an open database, as it is at one moment. */
    public static void copy(DataSource database, Path archive) throws IOException, SQLException {
        Files.deleteIfExists(archive);
        try (Connection connection = database.getConnection();
                PreparedStatement backup = connection.prepareStatement("BACKUP TO ?")) {
            backup.setString(1, archive.toString());
            backup.execute();
        }
    }

    /** Whether a newer application than this one has kept a database. */
    public static boolean isNewer(Flyway flyway) {
        return Arrays.stream(flyway.info().all())
                .anyMatch(migration -> migration.getState() == MigrationState.FUTURE_SUCCESS
                        || migration.getState() == MigrationState.FUTURE_FAILED);
    }
}
