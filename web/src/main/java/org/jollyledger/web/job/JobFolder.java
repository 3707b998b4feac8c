package org.jollyledger.web.job;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.UUID;
import java.util.regex.Pattern;
import javax.sql.DataSource;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.database.LedgerDatabase;
import org.jollyledger.web.room.LeftBehind;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.boot.sql.init.dependency.DependsOnDatabaseInitialization;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * The folder in which the files of jobs lie, one of its own for each job. The database says which it is: restoring a backup
 * brings its files in a new folder, and the same transaction that changes the rows changes the folder.
 */
@Component
@DependsOnDatabaseInitialization
public class JobFolder {
    private static final String BEGINNING = "batches";
    private static final Pattern NAME = Pattern.compile(BEGINNING + "(-[0-9a-f-]{36})?");

    private final DataSource database;
    private final Path data;
    private volatile Path now;

    public JobFolder(DataSource database, LedgerProperties properties) {
        this.database = database;
        data = Path.of(properties.data());
        now = chosen();
    }

    private Path chosen() {
        try (Connection connection = database.getConnection();
                PreparedStatement statement = connection.prepareStatement("select folder from job_files");
                ResultSet row = statement.executeQuery()) {
            row.next();
            return data.resolve(row.getString(1));
        } catch (SQLException e) {
            throw new IllegalStateException("The database does not say where the files of jobs lie.", e);
        }
    }

    /** Where they lie now; it need not be there. */
    public Path now() {
        return now;
    }

    /** A new folder for all of them, which is not used yet. */
    public Path another() throws IOException {
        return Files.createDirectory(data.resolve(BEGINNING + "-" + UUID.randomUUID()));
    }

    /** Lets a transaction choose a folder: it holds once the transaction is done and {@link #look} was called. */
    public static void choose(Path folder, Connection ledger) throws SQLException {
        try (PreparedStatement statement = ledger.prepareStatement("update job_files set folder = ?")) {
            statement.setString(1, folder.getFileName().toString());
            statement.executeUpdate();
        }
    }

    /** Looks which one holds. */
    public void look() {
        now = chosen();
    }

    /** Deletes the folders of an application that was killed before it used them, or before it deleted them. */
    @EventListener(ApplicationReadyEvent.class)
    void clearOthers() throws IOException {
        LeftBehind.clearAtStart(
                data,
                LedgerDatabase.isShared(database),
                path -> NAME.matcher(path.getFileName().toString()).matches() && !path.equals(now));
    }
}
