package org.jollyledger.web.backup;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.Connection;
import java.util.Set;
import java.util.TreeSet;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.jollyledger.web.backup.LedgerTables.Table;
import org.jollyledger.web.database.LedgerDatabase;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

class LedgerTablesTest {
    /** Where this ledger keeps its files, and which migrations it went through: another ledger has its own. */
    private static final Set<String> OF_ONE_LEDGER = Set.of("job_files", "flyway_schema_history");

    @Test
    void everyTableIsInABackup(@TempDir Path folder) throws Exception {
        DataSource database = new DriverManagerDataSource("jdbc:h2:file:" + folder.resolve("ledger"), "ledger", "");
        Flyway.configure().dataSource(database).load().migrate();
        try (Connection connection = database.getConnection()) {
            Set<String> backedUp = new TreeSet<>(LedgerDatabase.tables(connection));
            backedUp.removeAll(OF_ONE_LEDGER);
            assertThat(LedgerTables.ALL).extracting(Table::name).containsExactlyInAnyOrderElementsOf(backedUp);
        }
    }
}
