package org.jollyledger.web.room;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.jollyledger.web.LedgerProperties;
import org.springframework.stereotype.Component;
import org.springframework.util.unit.DataSize;

/**
 * The room that is left on the disk with the data folder. A database that runs out of it in the middle of writing closes
 * itself, so nothing is written any more while there is still a little.
 */
@Component
public class DiskRoom {
    private final Path folder;
    private final DataSize least;

    public DiskRoom(LedgerProperties properties) {
        folder = Path.of(properties.data());
        least = properties.leastRoom();
    }

    /** Bytes that may still be written. */
    public long left() {
        try {
            return Files.getFileStore(folder).getUsableSpace();
        } catch (IOException e) {
            throw new UncheckedIOException("There is no telling how much room is left in " + folder, e);
        }
    }

    /** Whether there is too little for anything to be written. */
    public boolean isShort() {
        return left() < least.toBytes();
    }

    /**
     * Asks for room before something is written.
     *
     * @throws NoRoom when there is too little
     */
    public void need() {
        if (isShort()) {
            throw new NoRoom();
        }
    }
}
