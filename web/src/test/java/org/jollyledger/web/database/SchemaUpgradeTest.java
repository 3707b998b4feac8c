package org.jollyledger.web.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.util.stream.IntStream;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.callback.Callback;
import org.flywaydb.core.api.callback.Context;
import org.flywaydb.core.api.callback.Event;
import org.h2.jdbcx.JdbcDataSource;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Killed at any point while it changes its schema, a ledger opens again with all that was in it. */
class SchemaUpgradeTest {
    private static final int LATEST = 13;

    private static final class Killed extends Error {
        private static final long serialVersionUID = 1L;
    }

    /** Stands for a kill in the middle of a migration: some of its statements are made, its end is not noted down. */
    private record KilledIn(int version) implements Callback {
        @Override
        public boolean supports(Event event, Context context) {
            return event == Event.AFTER_EACH_MIGRATE_STATEMENT;
        }

        @Override
        public boolean canHandleInTransaction(Event event, Context context) {
            return true;
        }

        @Override
        public void handle(Event event, Context context) {
            if (context.getMigrationInfo().getVersion().getVersion().equals(String.valueOf(version))) {
                throw new Killed();
            }
        }

        @Override
        public String getCallbackName() {
            return "killed";
        }
    }

    private static JdbcDataSource database(Path folder) {
        JdbcDataSource database = new JdbcDataSource();
        database.setURL("jdbc:h2:file:" + folder.resolve("ledger") + ";WRITE_DELAY=0;DB_CLOSE_ON_EXIT=FALSE");
        database.setUser("ledger");
        database.setPassword("");
        return database;
    }

    private static Flyway flyway(Path folder, int version, Callback... callbacks) {
        return Flyway.configure()
                .dataSource(database(folder))
                .locations("classpath:db/migration")
                .target(String.valueOf(version))
                .callbacks(callbacks)
                .load();
    }

    static IntStream versions() {
        return IntStream.rangeClosed(1, LATEST);
    }

    @ParameterizedTest
    @MethodSource("versions")
    void aKillInTheMiddleOfAMigrationLosesNothing(int version, @TempDir Path folder) throws Exception {
        DatabaseFile file = new DatabaseFile(folder);
        file.prepare();
        if (version > 1) {
            flyway(folder, version - 1).migrate();
            try (Connection connection = database(folder).getConnection()) {
                connection.createStatement().execute("create table kept (word varchar(20))");
                connection.createStatement().execute("insert into kept values ('ledger')");
            }
        }
        assertThatThrownBy(() -> SchemaUpgrade.upgrade(flyway(folder, LATEST, new KilledIn(version)), file))
                .isInstanceOf(Killed.class)
                .satisfies(thrown ->
                        assertThat(folder.resolve("before-upgrade.zip")).exists());

        file.prepare();
        assertThat(folder.resolve("before-upgrade.zip")).doesNotExist();
        SchemaUpgrade.upgrade(flyway(folder, LATEST), file);
        assertThat(flyway(folder, LATEST).info().pending()).isEmpty();
        if (version > 1) {
            try (Connection connection = database(folder).getConnection();
                    ResultSet kept = connection.createStatement().executeQuery("select word from kept")) {
                assertThat(kept.next()).isTrue();
                assertThat(kept.getString(1)).isEqualTo("ledger");
            }
        }
    }

    /** Whoever starts a second one while the first still changes its schema does not disturb it. */
    @Test
    void aDatabaseInUseIsNotPutBack(@TempDir Path folder) throws Exception {
        flyway(folder, 1).migrate();
        DatabaseFile file = new DatabaseFile(folder);
        file.copy(database(folder));
        try (Connection open = database(folder).getConnection()) {
            file.prepare();
            assertThat(folder.resolve("before-upgrade.zip")).exists();
            assertThat(open.isValid(1)).isTrue();
        }
    }

    @Test
    void aNewerDatabaseIsRefused(@TempDir Path folder) throws Exception {
        flyway(folder, LATEST).migrate();
        try (Connection connection = database(folder).getConnection()) {
            connection
                    .createStatement()
                    .execute(
                            "insert into \"flyway_schema_history\" select \"installed_rank\" + 1, '99', 'later', \"type\","
                                    + " 'V99__later.sql', 1, \"installed_by\", \"installed_on\", 1, true from"
                                    + " \"flyway_schema_history\" where \"version\" = '" + LATEST + "'");
        }
        assertThatThrownBy(() -> SchemaUpgrade.upgrade(
                        Flyway.configure()
                                .dataSource(database(folder))
                                .locations("classpath:db/migration")
                                .load(),
                        new DatabaseFile(folder)))
                .isInstanceOf(DatabaseTrouble.class)
                .hasMessageContaining("newer Jolly Ledger");
        assertThat(folder.resolve("before-upgrade.zip")).doesNotExist();
        try (Connection connection = database(folder).getConnection();
                ResultSet later = connection
                        .createStatement()
                        .executeQuery("select 1 from \"flyway_schema_history\" where \"version\" = '99'")) {
            assertThat(later.next()).isTrue();
        }
    }

    @Test
    void aDatabaseOfNoBytesIsTold(@TempDir Path folder) throws Exception {
        Path file = Files.createFile(folder.resolve("ledger.mv.db"));
        assertThatThrownBy(() -> new DatabaseFile(folder).prepare())
                .isInstanceOf(DatabaseTrouble.class)
                .hasMessageContaining("0 bytes");
        assertThat(file).isEmptyFile();
    }

    @Test
    void aFileInPlaceOfTheFolderIsTold(@TempDir Path folder) throws Exception {
        Path file = Files.createFile(folder.resolve("data"));
        assertThatThrownBy(() -> new DatabaseFile(file).prepare())
                .isInstanceOf(DatabaseTrouble.class)
                .hasMessageContaining("cannot be used");
    }
}
