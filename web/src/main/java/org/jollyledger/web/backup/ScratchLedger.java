package org.jollyledger.web.backup;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.FlywayException;
import org.flywaydb.core.api.MigrationVersion;
import org.jollyledger.web.backup.LedgerTables.Table;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.room.DiskRoom;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/**
 * A ledger of its own, into which the records of a backup are read. It is made here, with the schema that the records had, and
 * brought to the present one by the application's own migrations: nothing of a backup is ever run.
 */
final class ScratchLedger implements AutoCloseable {
    private final Connection connection;

    private ScratchLedger(Connection connection) {
        this.connection = connection;
    }

    /**
     * Makes one.
     *
     * @param folder where a backup was unpacked; the database lies there, too
     * @throws Refusal when the records are not what a ledger of their schema holds
     */
    static ScratchLedger read(BackupIndex index, Path folder, DiskRoom room) throws IOException, SQLException {
        DataSource database = new DriverManagerDataSource(
                "jdbc:h2:file:" + folder.resolve("scratch").toAbsolutePath() + ";DB_CLOSE_ON_EXIT=FALSE", "ledger", "");
        // Open until the end: the last connection that is closed closes the database.
        Connection connection = database.getConnection();
        try {
            MigrationVersion schema = MigrationVersion.fromVersion(String.valueOf(index.schema()));
            needKnown(database, schema);
            migrate(database, schema);
            connection.setAutoCommit(false);
            readAll(connection, folder.resolve(BackupArchive.TABLES), room);
            connection.commit();
            connection.setAutoCommit(true);
            migrate(database, MigrationVersion.LATEST);
            return new ScratchLedger(connection);
        } catch (IOException | SQLException | RuntimeException e) {
            connection.close();
            throw e;
        }
    }

    private static void needKnown(DataSource database, MigrationVersion schema) {
        boolean isKnown = Stream.of(
                        Flyway.configure().dataSource(database).load().info().all())
                .anyMatch(migration -> schema.equals(migration.getVersion()));
        if (!isKnown) {
            throw Refusal.unreadable(BackupIndex.NEWER);
        }
    }

    private static void migrate(DataSource database, MigrationVersion version) {
        try {
            Flyway.configure().dataSource(database).target(version).load().migrate();
        } catch (FlywayException e) {
            throw new IllegalStateException("The records of a backup could not be brought to the present schema.", e);
        }
    }

    private static void readAll(Connection connection, Path tables, DiskRoom room) throws IOException, SQLException {
        TableReader reader = new TableReader(connection, tables, room);
        Set<String> read = new HashSet<>();
        for (Table table : LedgerTables.in(connection)) {
            read.addAll(reader.read(table.name()));
        }
        try (Stream<Path> files = Files.list(tables)) {
            List<String> others = files.map(file -> file.getFileName().toString())
                    .filter(file -> !read.contains(file))
                    .toList();
            if (!others.isEmpty()) {
                throw Refusal.unreadable(
                        "The backup holds %s, which a ledger of its time did not have; nothing was changed. Use another one."
                                .formatted(others.get(0)));
            }
        }
    }

    Connection connection() {
        return connection;
    }

    @Override
    public void close() throws SQLException {
        connection.close();
    }
}
