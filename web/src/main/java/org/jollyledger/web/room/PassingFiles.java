package org.jollyledger.web.room;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import org.jollyledger.web.LedgerProperties;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Files that are there for the time of one request, such as bodies that came in, beside the database. What an application
 * left behind that was killed is gone when one is started.
 */
@Component
public class PassingFiles {
    /** The folder in the data folder; {@code application.properties} names it for the parts of forms. */
    public static final String FOLDER = "passing";

    private final DiskRoom room;
    private final Path folder;

    public PassingFiles(DiskRoom room, LedgerProperties properties) {
        this.room = room;
        folder = Path.of(properties.data(), FOLDER);
    }

    /**
     * A new file. Who asks for it deletes it.
     *
     * @throws NoRoom when the disk is full
     */
    public Path file() throws IOException {
        room.need();
        return Files.createTempFile(Files.createDirectories(folder), "", "");
    }

    /**
     * Asks for room before more is written.
     *
     * @throws NoRoom when the disk is full
     */
    public void need() {
        room.need();
    }

    @EventListener(ApplicationReadyEvent.class)
    void makeFolder() throws IOException {
        if (!room.isShort()) {
            Files.createDirectories(folder);
        }
    }

    /**
     * Deletes what applications left that were killed.
     *
     * @param shared whether others may be at work in the same folder
     */
    public void clearAtStart(boolean shared) throws IOException {
        LeftBehind.clearAtStart(folder, shared, Files::isRegularFile);
    }

    /** The same while this one is at work. */
    public void clear() throws IOException {
        LeftBehind.clear(folder, Instant.now().minus(LeftBehind.QUIET), Files::isRegularFile);
    }
}
