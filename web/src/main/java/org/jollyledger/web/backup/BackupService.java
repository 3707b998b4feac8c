package org.jollyledger.web.backup;

import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.Semaphore;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.FlywayException;
import org.hibernate.Session;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.code.Counted;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.backup.LedgerCopy.Copied;
import org.jollyledger.web.backup.LedgerTables.Table;
import org.jollyledger.web.cache.Recently;
import org.jollyledger.web.changelog.ChangeLog;
import org.jollyledger.web.database.LedgerDatabase;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.room.DiskRoom;
import org.jollyledger.web.room.LeftBehind;
import org.jollyledger.web.room.PassingFiles;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.datasource.DriverManagerDataSource;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.FileSystemUtils;

/** Backs up the whole ledger while it is used, and restores it. */
@Service
public class BackupService {
    private static final DateTimeFormatter IN_NAMES =
            DateTimeFormatter.ofPattern("yyyy-MM-dd-HHmmss", Locale.ROOT).withZone(ZoneId.systemDefault());
    private static final int MOST_BEFORE_RESTORING = 3;
    private static final String BEFORE_RESTORING = "before-restoring-";

    /** Folders in which a backup is made or unpacked. */
    private static final String MAKING = "making-";

    private static final String RESTORING = "restoring-";

    /** Longer than a backup may take to go out, while nothing is written. */
    private static final Duration QUIET = Duration.ofHours(1);

    /** Names of what is being made or unpacked. */
    private static final Pattern LEFT_OVER = Pattern.compile(MAKING + ".*|" + RESTORING + ".*|.*\\.part");

    private final DataSource database;
    private final EntityManager entities;
    private final TransactionTemplate transaction;
    private final DiskRoom room;
    private final Semaphore sent = new Semaphore(1);
    private final Path data;
    private final Clock clock = Clock.systemUTC();

    BackupService(
            DataSource database,
            EntityManager entities,
            TransactionTemplate transaction,
            DiskRoom room,
            LedgerProperties properties) {
        this.room = room;
        this.database = database;
        this.entities = entities;
        this.transaction = transaction;
        this.data = Path.of(properties.data());
    }

    /** Deletes what a kill left behind in the middle of a backup or of restoring one. */
    @EventListener(ApplicationReadyEvent.class)
    void clearLeftovers() throws IOException {
        LeftBehind.clear(
                backups(),
                clock.instant().minus(QUIET),
                path -> LEFT_OVER.matcher(path.getFileName().toString()).matches());
    }

    /** How a backup comes back. */
    public enum Mode implements Coded {
        ADD,
        REPLACE;

        /**
         * The way with a code.
         *
         * @throws Refusal when there is none
         */
        public static Mode parse(String code) {
            return Codes.find(Mode.class, code)
                    .orElseThrow(() -> Refusal.incomplete(
                            "Choose how to restore: \"add\" what is missing, or \"replace\" everything."));
        }
    }

    /**
     * What came of restoring.
     *
     * @param made when the backup was made
     * @param kept the copy that was made of what was there before; "" when nothing was replaced
     */
    public record Restored(
            Instant made, int maps, int parts, int crosswalks, int rigs, int batches, int here, String kept) {
        public String sentence(Mode mode) {
            List<String> all = Stream.of(
                            count(maps, "map"),
                            count(parts, "part"),
                            count(crosswalks, "crosswalk"),
                            count(rigs, "rig"),
                            count(batches, "batch"))
                    .filter(words -> !words.isEmpty())
                    .toList();
            String what = all.isEmpty() ? "nothing" : String.join(", ", all);
            return mode == Mode.REPLACE
                    ? "Restored " + what + ". What was here before is kept as " + kept + "."
                    : "Added " + what + "; " + here + " of the backup were here already.";
        }

        private static String count(int number, String what) {
            String several = what.endsWith("h") ? what + "es" : what + "s";
            return number == 0 ? "" : Counted.of(number, what, several);
        }
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
            Instant now = clock.instant();
            Path copy = making.resolve("database.zip");
            Path batches = data.resolve("batches");
            Path held = making.resolve("batches");
            if (withBatches) {
                HeldFiles.hold(batches, held);
            }
            copyDatabase(copy);
            if (withBatches) {
                // Once more: nothing that the database tells of is missing, whatever came and went while it was copied.
                HeldFiles.hold(batches, held);
            }
            BackupArchive.write(out, now, copy, held);
        } finally {
            FileSystemUtils.deleteRecursively(making);
        }
    }

    /** As it is at one moment, while it is used. */
    private void copyDatabase(Path copy) throws IOException {
        try {
            LedgerDatabase.copy(database, copy);
        } catch (SQLException e) {
            throw new IOException("The database could not be copied.", e);
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

    /**
     * Restores a backup: everything of it, or nothing when it cannot be.
     *
     * @throws Refusal with one sentence
     */
    public synchronized Restored restore(InputStream archive, Mode mode) throws IOException {
        room.need();
        Path folder = Files.createTempDirectory(Files.createDirectories(backups()), RESTORING);
        try {
            Instant made = BackupArchive.unpack(archive, folder);
            String kept = "";
            if (mode == Mode.REPLACE) {
                refuseWhileJobsRun();
                kept = keep(BEFORE_RESTORING + IN_NAMES.format(clock.instant()) + ".zip", true)
                        .getFileName()
                        .toString();
                keepNewest(BEFORE_RESTORING, MOST_BEFORE_RESTORING);
            }
            Copied copied = copyFrom(folder, mode);
            ChangeLog.note("backup of " + made, mode == Mode.ADD ? "added" : "put in the place of everything");
            return new Restored(
                    made,
                    copied.of(LedgerTables.MAP),
                    copied.of(LedgerTables.PART),
                    copied.of(LedgerTables.KEPT),
                    copied.of(LedgerTables.RIG),
                    copied.of(LedgerTables.JOB),
                    copied.here(),
                    kept);
        } finally {
            FileSystemUtils.deleteRecursively(folder);
        }
    }

    private void refuseWhileJobsRun() throws IOException {
        try (Connection connection = database.getConnection();
                Statement statement = connection.createStatement();
                ResultSet running =
                        statement.executeQuery("select count(*) from job where state in ('waiting', 'running')")) {
            running.next();
            if (running.getInt(1) > 0) {
                throw Refusal.overtaken("A batch is running; wait for it or stop it, then restore again.");
            }
        } catch (SQLException e) {
            throw new IOException(e);
        }
    }

    private Copied copyFrom(Path folder, Mode mode) throws IOException {
        String file = folder.resolve("ledger").toAbsolutePath().toString();
        DataSource backup = new DriverManagerDataSource(
                "jdbc:h2:file:" + file + ";IFEXISTS=TRUE;DB_CLOSE_ON_EXIT=FALSE", "ledger", "");
        try (Connection from = open(backup)) {
            upgrade(backup);
            Copied copied = transaction.execute(status -> entities.unwrap(Session.class)
                    .doReturningWork(
                            to -> mode == Mode.REPLACE ? LedgerCopy.replace(from, to) : LedgerCopy.add(from, to)));
            takeFiles(folder.resolve("batches"), copied.tokens());
            if (mode == Mode.REPLACE) {
                countOn();
                Recently.forgetAll();
                removeFilesOfOthers(copied.tokens());
            }
            return copied;
        } catch (SQLException e) {
            throw new IOException(e);
        }
    }

    private static Connection open(DataSource backup) {
        try {
            return backup.getConnection();
        } catch (SQLException e) {
            throw Refusal.unreadable("The database in this backup is damaged; nothing was changed. Use another one.");
        }
    }

    private static void upgrade(DataSource backup) {
        try {
            Flyway flyway = Flyway.configure().dataSource(backup).load();
            if (LedgerDatabase.isNewer(flyway)) {
                throw Refusal.unreadable("This backup was made by a newer version; restore it there.");
            }
            flyway.migrate();
        } catch (FlywayException e) {
            throw Refusal.unreadable("The database in this backup is damaged; nothing was changed. Use another one.");
        }
    }

    private void takeFiles(Path batches, Set<String> tokens) throws IOException {
        for (String token : tokens) {
            Path files = batches.resolve(token);
            if (Files.isDirectory(files)) {
                FileSystemUtils.copyRecursively(files, data.resolve("batches").resolve(token));
            }
        }
    }

    private void removeFilesOfOthers(Set<String> tokens) throws IOException {
        Path batches = data.resolve("batches");
        List<Path> others = new ArrayList<>();
        if (Files.isDirectory(batches)) {
            try (Stream<Path> folders = Files.list(batches)) {
                folders.filter(folder -> !tokens.contains(folder.getFileName().toString()))
                        .forEach(others::add);
            }
        }
        for (Path other : others) {
            FileSystemUtils.deleteRecursively(other);
        }
    }

    /** Rows came with their numbers; new ones get higher ones. */
    private void countOn() throws IOException {
        try (Connection connection = database.getConnection();
                Statement statement = connection.createStatement()) {
            for (Table table : LedgerTables.ALL) {
                if (table.numbered()) {
                    statement.execute("alter table " + table.name()
                            + " alter column id restart with (select coalesce(max(id), 0) + 1 from " + table.name()
                            + ")");
                }
            }
        } catch (SQLException e) {
            throw new IOException(e);
        }
    }

    /** The sizes of what is in the data folder. */
    List<Share> shares() {
        return List.of(
                new Share("The ledger", size(data.resolve(LedgerDatabase.FILE))),
                new Share("Files of batches", size(data.resolve("batches"))),
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
