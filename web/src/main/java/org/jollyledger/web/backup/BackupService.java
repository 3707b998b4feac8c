package org.jollyledger.web.backup;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Semaphore;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.database.LedgerDatabase;
import org.jollyledger.web.job.JobFolder;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.room.DiskRoom;
import org.jollyledger.web.room.LeftBehind;
import org.jollyledger.web.room.PassingFiles;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.util.FileSystemUtils;

/** Backs up the whole ledger while it is used, and keeps backups in the data folder. */
@Service
public class BackupService {
    private static final DateTimeFormatter IN_NAMES =
            DateTimeFormatter.ofPattern("yyyy-MM-dd-HHmmss", Locale.ROOT).withZone(ZoneId.systemDefault());
    private static final int MOST_BEFORE_RESTORING = 3;
    private static final String BEFORE_RESTORING = "before-restoring-";

    /** Folders in which a backup is made or unpacked. */
    private static final String MAKING = "making-";

    private static final String RESTORING = "restoring-";

    /** Names of what is being made or unpacked. */
    private static final Pattern LEFT_OVER = Pattern.compile(MAKING + ".*|" + RESTORING + ".*|.*\\.part");

    private final DataSource database;
    private final DiskRoom room;
    private final JobFolder jobs;
    private final PassingFiles passing;
    private final Semaphore sent = new Semaphore(1);
    private final Path data;
    private final Clock clock = Clock.systemUTC();

    BackupService(
            DataSource database, DiskRoom room, JobFolder jobs, PassingFiles passing, LedgerProperties properties) {
        this.passing = passing;
        this.room = room;
        this.jobs = jobs;
        this.database = database;
        this.data = Path.of(properties.data());
    }

    /** Deletes what a kill left behind, in the middle of a backup, of restoring one, or of any request. */
    @EventListener(ApplicationReadyEvent.class)
    void clearAtStart() throws IOException {
        boolean shared = LedgerDatabase.isShared(database);
        passing.clearAtStart(shared);
        LeftBehind.clearAtStart(backups(), shared, BackupService::isLeftOver);
    }

    /** The same for what others left behind. */
    void clearLeftovers() throws IOException {
        passing.clear();
        LeftBehind.clear(backups(), clock.instant().minus(LeftBehind.QUIET), BackupService::isLeftOver);
    }

    private static boolean isLeftOver(Path path) {
        return LEFT_OVER.matcher(path.getFileName().toString()).matches();
    }

    /** The name of a backup made now. */
    String name() {
        return "jolly-ledger-" + IN_NAMES.format(clock.instant()) + ".zip";
    }

    /**
     * Checks that a backup can be written for somebody now: while the database is copied, no room in its file comes free, so
     * many at once would make it large and each other slow.
     *
     * @throws Refusal when one is being written, or the disk is full
     */
    void needTurn() {
        room.need();
        if (sent.availablePermits() == 0) {
            throw Refusal.busy("A backup is being made already; try again when it is done.");
        }
    }

    /** Writes a backup of this moment, with the files of batches; waits for the one that is being written, if there is one. */
    public void write(OutputStream out) throws IOException {
        sent.acquireUninterruptibly();
        try {
            write(out, true);
        } finally {
            sent.release();
        }
    }

    private void write(OutputStream out, boolean withBatches) throws IOException {
        room.need();
        Path making = Files.createTempDirectory(Files.createDirectories(backups()), MAKING);
        try {
            BackupIndex index = new BackupIndex(LedgerDatabase.schema(database), clock.instant());
            Path tables = Files.createDirectory(making.resolve(BackupArchive.TABLES));
            Path held = making.resolve(BackupArchive.BATCHES);
            if (withBatches) {
                HeldFiles.hold(jobs.now(), held);
            }
            writeRecords(tables);
            if (withBatches) {
                // Once more: files that came while the records were written are there as well.
                HeldFiles.hold(jobs.now(), held);
            }
            BackupArchive.write(out, index, tables, held);
        } finally {
            FileSystemUtils.deleteRecursively(making);
        }
    }

    /** As they are at one moment, while the ledger is used. */
    private void writeRecords(Path tables) throws IOException {
        try {
            LedgerDatabase.atOneMoment(database, connection -> new TableWriter(connection, tables, room).writeAll());
        } catch (SQLException e) {
            throw new IOException("The records could not be written.", e);
        }
    }

    /** Keeps a backup in the data folder, as a whole or not at all. */
    Path keep(String name, boolean withBatches) throws IOException {
        Path kept = Files.createDirectories(backups()).resolve(name);
        Path unfinished = backups().resolve(name + ".part");
        try (OutputStream out = Files.newOutputStream(unfinished)) {
            write(out, withBatches);
        }
        return Files.move(unfinished, kept, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
    }

    /**
     * Keeps a backup of what a restored one is about to take the place of.
     *
     * @return its name
     */
    String keepBeforeRestoring() throws IOException {
        String name = BEFORE_RESTORING + IN_NAMES.format(clock.instant()) + ".zip";
        keep(name, true);
        keepNewest(BEFORE_RESTORING, MOST_BEFORE_RESTORING);
        return name;
    }

    /** A new folder to unpack a backup in. */
    Path folderToUnpackIn() throws IOException {
        return Files.createTempDirectory(Files.createDirectories(backups()), RESTORING);
    }

    Path backups() {
        return data.resolve("backups");
    }

    /** Deletes all but the newest files whose names begin so; their names sort by time. */
    void keepNewest(String beginning, int most) throws IOException {
        try (Stream<Path> files = Files.list(backups())) {
            List<Path> old = files.filter(file -> file.getFileName().toString().startsWith(beginning))
                    .sorted()
                    .toList();
            for (Path file : old.subList(0, Math.max(0, old.size() - most))) {
                Files.delete(file);
            }
        }
    }

    /** The sizes of what is in the data folder. */
    List<Share> shares() {
        return List.of(
                new Share("The ledger", size(data.resolve(LedgerDatabase.FILE))),
                new Share("Files of batches", size(jobs.now())),
                new Share("Parcels waiting to be added", size(data.resolve("parcels"))),
                new Share("Files being received", size(data.resolve(PassingFiles.FOLDER))),
                new Share("Backups", size(backups())));
    }

    /** What something takes of the disk. */
    public record Share(String what, long bytes) {}

    /** A backup in the data folder. */
    public record Kept(String name, Instant made, long bytes) {}

    List<Kept> kept() {
        List<Kept> kept = new ArrayList<>();
        if (Files.isDirectory(backups())) {
            try (Stream<Path> files = Files.list(backups())) {
                for (Path file :
                        files.filter(file -> file.toString().endsWith(".zip")).toList()) {
                    kept.add(new Kept(
                            file.getFileName().toString(),
                            Files.getLastModifiedTime(file).toInstant(),
                            Files.size(file)));
                }
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        kept.sort((one, other) -> other.made().compareTo(one.made()));
        return kept;
    }

    /**
     * A backup in the data folder.
     *
     * @throws Refusal when there is none
     */
    Path kept(String name) {
        return kept().stream()
                .filter(kept -> kept.name().equals(name))
                .findFirst()
                .map(kept -> backups().resolve(kept.name()))
                .orElseThrow(() -> Refusal.notFound("There is no backup “" + name + "”; look at the list again."));
    }

    /** Files come and go while they are counted. */
    private static long size(Path path) {
        long[] bytes = {0};
        try {
            Files.walkFileTree(path, new SimpleFileVisitor<>() {
                @Override
                public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
                    bytes[0] += attributes.size();
                    return FileVisitResult.CONTINUE;
                }

                @Override
                public FileVisitResult visitFileFailed(Path file, IOException gone) {
                    return FileVisitResult.CONTINUE;
                }

                @Override
                public FileVisitResult postVisitDirectory(Path folder, @Nullable IOException gone) {
                    return FileVisitResult.CONTINUE;
                }
            });
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return bytes[0];
    }
}
