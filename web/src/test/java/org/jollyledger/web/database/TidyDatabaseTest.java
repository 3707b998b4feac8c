package org.jollyledger.web.database;

import static org.assertj.core.api.Assertions.assertThat;

import com.zaxxer.hikari.HikariDataSource;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.room.DiskRoom;
import org.jollyledger.web.support.Settings;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;

/** The file of the database does not grow with each change, and nothing is lost while it is made smaller. */
class TidyDatabaseTest {
    private static final int CHANGES = 600;

    @Test
    void theFileStaysSmallWhileItIsWritten(@TempDir Path folder) throws Exception {
        LedgerProperties properties = Settings.in(folder);
        String url = "jdbc:h2:file:" + folder.resolve("ledger") + ";WRITE_DELAY=0;DB_CLOSE_ON_EXIT=FALSE;COMPRESS=TRUE";
        HikariDataSource database = new HikariDataSource();
        database.setJdbcUrl(url);
        database.setUsername("ledger");
        database.setPassword("");
        database.setAllowPoolSuspension(true);
        JdbcTemplate writing = new JdbcTemplate(database);
        writing.execute("create table kept (id int primary key, words varchar(100), content blob)");
        for (int id = 0; id < CHANGES; id++) {
            writing.update("insert into kept values (?, ?, ?)", id, "words " + id, new byte[2_000]);
            writing.update("update kept set words = ? where id = ?", "new words " + id, id / 2);
        }
        Path file = folder.resolve(LedgerDatabase.FILE);
        long before = Files.size(file);

        AtomicBoolean enough = new AtomicBoolean();
        CompletableFuture<Integer> meanwhile = CompletableFuture.supplyAsync(() -> {
            int id = CHANGES;
            while (!enough.get()) {
                writing.update("insert into kept values (?, ?, ?)", id, "words " + id, new byte[2_000]);
                id++;
            }
            return id;
        });
        for (int time = 0; time < 3; time++) {
            new TidyDatabase(database, new DiskRoom(properties), properties).tidy();
        }
        long after = Files.size(file);
        enough.set(true);
        int rows = meanwhile.get();
        assertThat(after).isLessThan(before / 2);

        database.close();
        JdbcTemplate again = new JdbcTemplate(new SingleConnectionDataSource(url, "ledger", "", true));
        assertThat(again.queryForObject("select count(*) from kept where octet_length(content) = 2000", Integer.class))
                .isEqualTo(rows);
        assertThat(again.queryForObject("select words from kept where id = 3", String.class))
                .isEqualTo("new words 7");
    }
}
