package org.jollyledger.web.backup;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.NotDirectoryException;
import java.nio.file.Path;

/** Holds the files of batches as they are now: batches come to their end, and are deleted, while a backup is written. */
final class HeldFiles {
    private static final String UNFINISHED = ".begun";

    private HeldFiles() {}

    /**
     * Holds the finished files in the folders below a folder, beside those that are held already.
     *
     * @param into where they are held, on the same disk
     */
    static void hold(Path batches, Path into) throws IOException {
        try (DirectoryStream<Path> folders = Files.newDirectoryStream(batches)) {
            for (Path batch : folders) {
                holdThoseOf(batch, into.resolve(batch.getFileName()));
            }
        } catch (NoSuchFileException e) {
            // No batch was ever sent.
        }
    }

    private static void holdThoseOf(Path batch, Path into) throws IOException {
        try (DirectoryStream<Path> files = Files.newDirectoryStream(
                batch, file -> Files.isRegularFile(file) && !file.toString().endsWith(UNFINISHED))) {
            Files.createDirectories(into);
            for (Path file : files) {
                link(file, into.resolve(file.getFileName()));
            }
        } catch (NoSuchFileException | NotDirectoryException e) {
            // It was deleted just now, or it is none.
        }
    }

    private static void link(Path file, Path held) throws IOException {
        try {
            Files.createLink(held, file);
        } catch (FileAlreadyExistsException | NoSuchFileException e) {
            // It is held already, or it was deleted just now.
        } catch (UnsupportedOperationException | FileSystemException e) {
            // Not every disk knows links.
            copy(file, held);
        }
    }

    private static void copy(Path file, Path held) throws IOException {
        try {
            Files.copy(file, held);
        } catch (FileAlreadyExistsException | NoSuchFileException e) {
            // As above.
        }
    }
}
