package org.jollyledger.web.database;

import com.zaxxer.hikari.HikariDataSource;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationState;

/** What every database of a ledger has: the one in use, and one that a backup is read into. */
public final class LedgerDatabase {
    /** The name of its file. */
    public static final String FILE = "ledger.mv.db";

    /** A level that JDBC has no name for: all statements of a transaction see the moment of the first one. */
    private static final int SNAPSHOT = 6;

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

    /** Whether a server of its own keeps it, so that other applications may use it and its folder at the same time. */
    public static boolean isShared(DataSource database) {
        try {
            String url = database.unwrap(HikariDataSource.class).getJdbcUrl();
            return !url.startsWith("jdbc:h2:file:");
        } catch (SQLException e) {
            throw new IllegalStateException("The address of the database could not be read.", e);
        }
    }

    /** Work on a connection. */
    public interface Work {
        void with(Connection connection) throws IOException, SQLException;
    }

    /** Lets work see everything as it is at one moment, whatever others save meanwhile. */
    public static void atOneMoment(DataSource database, Work work) throws IOException, SQLException {
        try (Connection connection = database.getConnection()) {
            int usual = connection.getTransactionIsolation();
            connection.setTransactionIsolation(SNAPSHOT);
            connection.setAutoCommit(false);
            try {
                work.with(connection);
            } finally {
                connection.rollback();
                connection.setAutoCommit(true);
                connection.setTransactionIsolation(usual);
            }
        }
    }

    /** The names of the tables of a ledger, in small letters. */
    public static Set<String> tables(Connection connection) throws SQLException {
        Set<String> tables = new HashSet<>();
        try (ResultSet all = connection
                .getMetaData()
                .getTables(connection.getCatalog(), connection.getSchema(), "%", new String[] {"BASE TABLE"})) {
            while (all.next()) {
                tables.add(all.getString("TABLE_NAME").toLowerCase(Locale.ROOT));
            }
        }
        return tables;
    }

    /** The version of its schema. */
    public static int schema(DataSource database) {
        return Integer.parseInt(Flyway.configure()
                .dataSource(database)
                .load()
                .info()
                .current()
                .getVersion()
                .getVersion());
    }

    /** Whether a newer application than this one has kept a database. */
    public static boolean isNewer(Flyway flyway) {
        return Arrays.stream(flyway.info().all())
                .anyMatch(migration -> migration.getState() == MigrationState.FUTURE_SUCCESS
                        || migration.getState() == MigrationState.FUTURE_FAILED);
    }
}
