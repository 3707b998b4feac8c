package org.jollyledger.web.room;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.springframework.util.FileSystemUtils;

/**
 * What applications that were killed left behind. Others may be at work in the same folder, so what was written to lately
 * may be theirs and stays.
 */
public final class LeftBehind {
    /** Longer than anything is under way without being written to. */
    public static final Duration QUIET = Duration.ofHours(1);

    /** What was written to since is this application's own: requests are served before it is ready. */
    private static final Instant STARTED =
            Instant.ofEpochMilli(ManagementFactory.getRuntimeMXBean().getStartTime());

    private LeftBehind() {}

    /**
     * Deletes files and folders that nobody uses when an application starts.
     *
     * @param shared whether others may be at work in the same folder
     */
    public static void clearAtStart(Path folder, boolean shared, Predicate<Path> which) throws IOException {
        clear(folder, shared ? STARTED.minus(QUIET) : STARTED, which);
    }

    /**
     * Deletes files and folders in a folder, none when it is not there.
     *
     * @param latest what was written to at this moment or after it stays
     * @param which which may go; asked first, since looking when a folder was written to is more work
     */
    public static void clear(Path folder, Instant latest, Predicate<Path> which) throws IOException {
        for (Path path : in(folder)) {
            if (which.test(path) && writtenTo(path).isBefore(latest)) {
                FileSystemUtils.deleteRecursively(path);
            }
        }
    }

    private static List<Path> in(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (Stream<Path> paths = Files.list(folder)) {
            return paths.toList();
        }
    }

    /** When anything in a file or folder was written to last; after all else when it goes meanwhile. */
    private static Instant writtenTo(Path path) throws IOException {
        Instant last = Instant.MIN;
        try (Stream<Path> all = Files.walk(path)) {
            for (Path one : all.toList()) {
                Instant its = Files.getLastModifiedTime(one).toInstant();
                last = its.isAfter(last) ? its : last;
            }
            return last;
        } catch (NoSuchFileException e) {
            return Instant.MAX;
        } catch (UncheckedIOException e) {
            if (e.getCause() instanceof NoSuchFileException) {
                return Instant.MAX;
            }
            throw e;
        }
    }
}
