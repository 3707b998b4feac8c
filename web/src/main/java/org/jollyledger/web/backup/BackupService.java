package org.jollyledger.web.backup;

import jakarta.persistence.EntityManager;
import jakarta.persistence.PersistenceException;
import jakarta.persistence.metamodel.EntityType;
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
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.Semaphore;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.hibernate.Session;
import org.hibernate.jpa.HibernateHints;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.code.Counted;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.backup.LedgerCopy.Copied;
import org.jollyledger.web.cache.Recently;
import org.jollyledger.web.changelog.ChangeLog;
import org.jollyledger.web.database.LedgerDatabase;
import org.jollyledger.web.database.RowNumbers;
import org.jollyledger.web.job.JobFolder;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.room.DiskRoom;
import org.jollyledger.web.room.LeftBehind;
import org.jollyledger.web.room.PassingFiles;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.FileSystemUtils;

/** Backs up the whole ledger while it is used, and restores it. */
@Service
public class BackupService {
    private static final DateTimeFormatter IN_NAMES =
            DateTimeFormatter.ofPattern("yyyy-MM-dd-HHmmss", Locale.ROOT).withZone(ZoneId.systemDefault());
    private static final int MOST_BEFORE_RESTORING = 3;
    private static final int ROWS_AT_ONCE = 100;
    private static final String BEFORE_RESTORING = "before-restoring-";

    /** Folders in which a backup is made or unpacked. */
    private static final String MAKING = "making-";

    private static final String RESTORING = "restoring-";

    /** Names of what is being made or unpacked. */
    private static final Pattern LEFT_OVER = Pattern.compile(MAKING + ".*|" + RESTORING + ".*|.*\\.part");

    private final DataSource database;
    private final EntityManager entities;
    private final TransactionTemplate transaction;
    private final DiskRoom room;
    private final JobFolder jobs;
    private final Semaphore sent = new Semaphore(1);
    private final Path data;
    private final Clock clock = Clock.systemUTC();

    BackupService(
            DataSource database,
            EntityManager entities,
            TransactionTemplate transaction,
            DiskRoom room,
            JobFolder jobs,
            LedgerProperties properties) {
        this.room = room;
        this.jobs = jobs;
        this.database = database;
        this.entities = entities;
        this.transaction = transaction;
        this.data = Path.of(properties.data());
    }

    /** Deletes what a kill left behind in the middle of a backup or of restoring one. */
    @EventListener(ApplicationReadyEvent.class)
    void clearAtStart() throws IOException {
        LeftBehind.clearAtStart(backups(), LedgerDatabase.isShared(database), BackupService::isLeftOver);
    }

    /** The same for what others left behind. */
    void clearLeftovers() throws IOException {
        LeftBehind.clear(backups(), clock.instant().minus(LeftBehind.QUIET), BackupService::isLeftOver);
    }

    private static boolean isLeftOver(Path path) {
        return LEFT_OVER.matcher(path.getFileName().toString()).matches();
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
            BackupIndex index = BackupArchive.unpack(archive, folder, room);
            try (ScratchLedger scratch = ScratchLedger.read(index, folder, room)) {
                Path batches = folder.resolve(BackupArchive.BATCHES);
                String kept = mode == Mode.REPLACE ? keepWhatIsThere() : "";
                Copied copied = mode == Mode.REPLACE
                        ? replace(scratch.connection(), batches)
                        : add(scratch.connection(), batches);
                ChangeLog.note("backup of " + index.made(), mode == Mode.ADD ? "added" : "replaced everything");
                return new Restored(
                        index.made(),
                        copied.of(LedgerTables.MAP),
                        copied.of(LedgerTables.PART),
                        copied.of(LedgerTables.KEPT),
                        copied.of(LedgerTables.RIG),
                        copied.of(LedgerTables.JOB),
                        copied.here(),
                        kept);
            }
        } catch (SQLException e) {
            throw new IOException("The backup could not be restored.", e);
        } finally {
            FileSystemUtils.deleteRecursively(folder);
        }
    }

    private String keepWhatIsThere() throws IOException, SQLException {
        try (Connection connection = database.getConnection()) {
            refuseWhileJobsRun(connection);
        }
        String name = BEFORE_RESTORING + IN_NAMES.format(clock.instant()) + ".zip";
        keep(name, true);
        keepNewest(BEFORE_RESTORING, MOST_BEFORE_RESTORING);
        return name;
    }

    private static void refuseWhileJobsRun(Connection connection) throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet running =
                        statement.executeQuery("select count(*) from job where state in ('waiting', 'running')")) {
            running.next();
            if (running.getInt(1) > 0) {
                throw Refusal.overtaken("A batch is running; wait for it or stop it, then restore again.");
            }
        }
    }

    /**
     * Puts everything of a backup in the place of what is there. The files are there before, in a folder of their own; one
     * transaction changes the rows and the folder, so that a kill at any moment leaves the old ledger or the new one, whole.
     */
    private Copied replace(Connection from, Path batches) throws IOException, SQLException {
        try (Connection connection = database.getConnection()) {
            RowNumbers.standAbove(from, connection);
        }
        Path before = jobs.now();
        Path files = jobs.another();
        try {
            moveAll(batches, files, token -> true);
            return inTransaction(to -> {
                refuseWhileJobsRun(to);
                JobFolder.choose(files, to);
                return LedgerCopy.replace(from, to);
            });
        } finally {
            // The database knows what came of it, even where the answer to the last statement did not arrive.
            jobs.look();
            Recently.forgetAll();
            FileSystemUtils.deleteRecursively(jobs.now().equals(files) ? before : files);
        }
    }

    /** Adds what is missing: the files of a batch are there before its row is. */
    private Copied add(Connection from, Path batches) throws IOException {
        Set<String> tokens = new HashSet<>();
        try {
            return inTransaction(to -> {
                Copied copied = LedgerCopy.add(from, to);
                tokens.addAll(copied.tokens());
                moveAll(batches, Files.createDirectories(jobs.now()), tokens::contains);
                return copied;
            });
        } catch (IOException | RuntimeException e) {
            for (String token : tokens) {
                FileSystemUtils.deleteRecursively(jobs.now().resolve(token));
            }
            throw e;
        }
    }

    /** Changes of the ledger that hold together or not at all. */
    @FunctionalInterface
    private interface Change {
        Copied of(Connection ledger) throws IOException, SQLException;
    }

    private Copied inTransaction(Change change) throws IOException {
        try {
            return transaction.execute(status -> {
                Copied copied = entities.unwrap(Session.class).doReturningWork(to -> {
                    try {
                        return change.of(to);
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                });
                needEverythingReadable();
                return copied;
            });
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    /** Everything that the application will read is read once before it is there for good. */
    private void needEverythingReadable() {
        entities.clear();
        for (EntityType<?> type : entities.getMetamodel().getEntities()) {
            try (Stream<?> all = entities.createQuery("select e from " + type.getName() + " e", type.getJavaType())
                    .setHint(HibernateHints.HINT_FETCH_SIZE, ROWS_AT_ONCE)
                    .getResultStream()) {
                all.forEach(entities::detach);
            } catch (PersistenceException | IllegalArgumentException e) {
                throw Refusal.unreadable(
                        "The backup holds a %s that cannot be read; nothing was changed. Use another one."
                                .formatted(type.getName().replace("Entity", "")));
            }
        }
    }

    private static void moveAll(Path from, Path to, Predicate<String> which) throws IOException {
        if (Files.isDirectory(from)) {
            List<Path> folders;
            try (Stream<Path> all = Files.list(from)) {
                folders = all.filter(folder -> which.test(folder.getFileName().toString()))
                        .toList();
            }
            for (Path folder : folders) {
                // Files without a row, left by a kill.
                FileSystemUtils.deleteRecursively(to.resolve(folder.getFileName()));
                Files.move(folder, to.resolve(folder.getFileName()));
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
