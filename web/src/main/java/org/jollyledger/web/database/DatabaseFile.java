package org.jollyledger.web.database;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.sql.SQLException;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.sql.DataSource;

/** The file of the database, and the copy of it that is there while its schema changes. */
final class DatabaseFile {
    private static final String NAME = LedgerDatabase.FILE;
    private static final String COPY = "before-upgrade.zip";
    private static final String UNFINISHED = "before-upgrade.part";
    private static final long LEAST_ROOM = 8L << 20;

    private final Path folder;

    DatabaseFile(Path folder) {
        this.folder = folder;
    }

    /**
     * Looks at it before it is opened. Where an earlier start was killed while it changed the schema, the database is
     * as it was before that.
     *
     * @throws DatabaseTrouble when it cannot be used
     */
    void prepare() {
        try {
            Files.createDirectories(folder);
            Path file = folder.resolve(NAME);
            if (!Files.isWritable(folder) || Files.exists(file) && !Files.isWritable(file)) {
                throw new DatabaseTrouble(
                        "The data folder " + folder + " cannot be written.",
                        "Give yourself the right to write to it, or use another folder with --data.");
            }
            if (!Files.exists(file)) {
                needRoom();
            }
            if (Files.exists(folder.resolve(COPY)) && !isInUse(file)) {
                putBack(file);
            }
            if (Files.exists(file) && Files.size(file) == 0) {
                throw new DatabaseTrouble(
                        "The database " + file + " is empty: a file of 0 bytes.",
                        "Put a copy of it from a backup in its place, or delete it to begin with an empty ledger.");
            }
        } catch (IOException e) {
            throw new DatabaseTrouble(
                    "The data folder " + folder + " cannot be used: " + e.getMessage() + ".",
                    "Check that it is a folder that you may write to, or use another one with --data.");
        }
    }

    private void needRoom() throws IOException {
        if (Files.getFileStore(folder).getUsableSpace() < LEAST_ROOM) {
            throw new DatabaseTrouble(
                    "The disk with the data folder " + folder + " is full.",
                    "Make some room on it, then start again; nothing was changed.");
        }
    }

    private static boolean isInUse(Path file) throws IOException {
        if (!Files.exists(file)) {
            return false;
        }
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE);
                FileLock lock = channel.tryLock()) {
            return lock == null;
        } catch (OverlappingFileLockException e) {
            return true;
        }
    }

    private void putBack(Path file) throws IOException {
        Path fresh = folder.resolve(NAME + ".fresh");
        try (InputStream copy = Files.newInputStream(folder.resolve(COPY));
                ZipInputStream zip = new ZipInputStream(copy)) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                if (entry.getName().equals(NAME)) {
                    Files.copy(zip, fresh, StandardCopyOption.REPLACE_EXISTING);
                }
            }
        }
        Files.move(fresh, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        Files.delete(folder.resolve(COPY));
    }

    /** Copies the database as it is, before its schema changes; the copy is there as a whole or not at all. */
    void copy(DataSource database) {
        Path unfinished = folder.resolve(UNFINISHED);
        try {
            needRoom();
            LedgerDatabase.copy(database, unfinished);
            Files.move(unfinished, folder.resolve(COPY), StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (SQLException e) {
            throw new IllegalStateException("The database could not be copied before its schema changes.", e);
        }
    }

    /** The schema has changed as a whole; the copy is not needed any more. */
    void forgetCopy() {
        try {
            Files.deleteIfExists(folder.resolve(COPY));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
