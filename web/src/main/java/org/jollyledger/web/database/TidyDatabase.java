package org.jollyledger.web.database;

import com.zaxxer.hikari.HikariDataSource;
import com.zaxxer.hikari.HikariPoolMXBean;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.busy.Background;
import org.jollyledger.web.room.DiskRoom;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Keeps the file of the database small. Whatever is saved is added to its end; the room of what it replaces comes free only
 * when the database is closed, so it is closed and opened again now and then. Whoever wants to use it waits that moment.
 */
@Component
class TidyDatabase {
    private static final Logger LOG = LoggerFactory.getLogger(TidyDatabase.class);
    private static final int MINUTES_BETWEEN_LOOKS = 2;
    /** Smaller files are left alone. */
    private static final long WORTHWHILE = 16L << 20;

    private static final Duration LONGEST_WAIT = Duration.ofSeconds(2);

    private final HikariDataSource connections;
    private final DiskRoom room;
    private final Path file;
    private final ScheduledExecutorService timer =
            Executors.newSingleThreadScheduledExecutor(Background.named("tidy database"));
    private long tidied;

    TidyDatabase(HikariDataSource connections, DiskRoom room, LedgerProperties properties) {
        this.connections = connections;
        this.room = room;
        file = Path.of(properties.data()).resolve(LedgerDatabase.FILE);
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        timer.scheduleWithFixedDelay(this::look, MINUTES_BETWEEN_LOOKS, MINUTES_BETWEEN_LOOKS, TimeUnit.MINUTES);
    }

    @PreDestroy
    void end() {
        timer.shutdownNow();
    }

    private void look() {
        try {
            if (isWorthwhile()) {
                tidy();
            }
        } catch (IOException | SQLException | RuntimeException e) {
            // The next look tries again; one that throws would be the last.
            LOG.warn("The database could not be made smaller", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** A database that a server of its own keeps is that server's. */
    private boolean isWorthwhile() throws IOException {
        return !LedgerDatabase.isShared(connections)
                && Files.exists(file)
                && Files.size(file) > Math.max(WORTHWHILE, 2 * tidied)
                && !room.isShort();
    }

    /** Closes the database, so that it moves together what is still of use; left for later while it is in long use. */
    void tidy() throws SQLException, IOException, InterruptedException {
        HikariPoolMXBean pool = connections.getHikariPoolMXBean();
        pool.suspendPool();
        try {
            pool.softEvictConnections();
            long until = System.nanoTime() + LONGEST_WAIT.toNanos();
            while (pool.getTotalConnections() > 0) {
                if (System.nanoTime() > until) {
                    return;
                }
                Thread.sleep(5);
            }
            try (Connection last = DriverManager.getConnection(
                            connections.getJdbcUrl(), connections.getUsername(), connections.getPassword());
                    Statement statement = last.createStatement()) {
                statement.execute("SHUTDOWN COMPACT");
            }
            tidied = Files.size(file);
        } finally {
            pool.resumePool();
        }
    }
}
