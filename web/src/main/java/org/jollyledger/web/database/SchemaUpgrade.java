package org.jollyledger.web.database;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import org.flywaydb.core.Flyway;
import org.springframework.beans.factory.config.BeanFactoryPostProcessor;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.env.Environment;

/**
 * Brings the database to the present schema. Its statements cannot be taken back once they are made, so a copy stands
 * beside the database while they are, and the next start goes back to it where one was killed on the way.
 */
@Configuration(proxyBeanMethods = false)
class SchemaUpgrade {
    /** Comes before anything opens the database. */
    @Bean
    static BeanFactoryPostProcessor databaseFileIsPrepared(Environment environment) {
        return beans -> file(environment).prepare();
    }

    @Bean
    FlywayMigrationStrategy upgrade(Environment environment) {
        return flyway -> {
            upgrade(flyway, file(environment));
            try (Connection connection =
                    flyway.getConfiguration().getDataSource().getConnection()) {
                RowNumbers.standAboveAll(connection);
            } catch (SQLException e) {
                throw new IllegalStateException("The numbers of new rows could not be checked.", e);
            }
        };
    }

    private static DatabaseFile file(Environment environment) {
        return new DatabaseFile(Path.of(environment.getRequiredProperty("jolly-ledger.data")));
    }

    static void upgrade(Flyway flyway, DatabaseFile file) {
        if (LedgerDatabase.isNewer(flyway)) {
            throw new DatabaseTrouble(
                    "This ledger was kept by a newer Jolly Ledger; it was left as it is.",
                    "Start the newer one, or use another folder with --data.");
        }
        if (flyway.info().pending().length == 0) {
            // Writes nothing, so that a ledger on a full disk can still be read.
            flyway.validate();
            return;
        }
        file.copy(flyway.getConfiguration().getDataSource());
        flyway.migrate();
        file.forgetCopy();
    }
}
