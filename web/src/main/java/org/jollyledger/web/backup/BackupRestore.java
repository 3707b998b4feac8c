package org.jollyledger.web.backup;

import jakarta.persistence.EntityManager;
import jakarta.persistence.PersistenceException;
import jakarta.persistence.metamodel.EntityType;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.hibernate.Session;
import org.hibernate.jpa.HibernateHints;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.code.Counted;
import org.jollyledger.web.backup.LedgerCopy.Copied;
import org.jollyledger.web.cache.Recently;
import org.jollyledger.web.changelog.ChangeLog;
import org.jollyledger.web.database.RowNumbers;
import org.jollyledger.web.job.JobFolder;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.room.DiskRoom;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.FileSystemUtils;

/** Brings a backup back: adds what is missing, or puts all of it in the place of what is there. */
@Service
public class BackupRestore {
    private static final Logger LOG = LoggerFactory.getLogger(BackupRestore.class);
    private static final int ROWS_AT_ONCE = 100;

    private final BackupService backups;
    private final DataSource database;
    private final EntityManager entities;
    private final TransactionTemplate transaction;
    private final DiskRoom room;
    private final JobFolder jobs;

    BackupRestore(
            BackupService backups,
            DataSource database,
            EntityManager entities,
            TransactionTemplate transaction,
            DiskRoom room,
            JobFolder jobs) {
        this.backups = backups;
        this.database = database;
        this.entities = entities;
        this.transaction = transaction;
        this.room = room;
        this.jobs = jobs;
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

    /**
     * Restores a backup: everything of it, or nothing when it cannot be.
     *
     * @throws Refusal with one sentence
     */
    public synchronized Restored restore(InputStream archive, Mode mode) throws IOException {
        room.need();
        Path folder = backups.folderToUnpackIn();
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
        return backups.keepBeforeRestoring();
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
            delete(jobs.now().equals(files) ? before : files);
        }
    }

    /** What cannot be deleted now is cleared at the next start: the restoring is done, or was undone, all the same. */
    private static void delete(Path unused) {
        try {
            FileSystemUtils.deleteRecursively(unused);
        } catch (IOException e) {
            LOG.warn("{} is not used any more and could not be deleted", unused, e);
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
}
