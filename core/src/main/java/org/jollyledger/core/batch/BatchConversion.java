package org.jollyledger.core.batch;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.jollyledger.core.batch.BatchListener.FileLosses;
import org.jollyledger.core.batch.BatchListener.Problem;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.crosswalk.Statement.Totals;
import org.jollyledger.core.exchange.RepairRows;
import org.jollyledger.core.exchange.StatementRows;

/**
 * Converts every part in some zip archives by some routes into one archive with the same folders and names. Other
 * files go through untouched; whatever is wrong with a file is reported, in a list inside the result as well, and harms no
 * other. One thread reads and converts while the caller's writes. Memory holds a few files at a time, and a name for
 * each.
 */
public final class BatchConversion {
    /** The folder of the result in which the statements and the list of problems lie. */
    public static final String REPORTS = "Jolly Ledger";

    private static final int BUFFER = 1 << 16;

    private final BatchListener listener;
    private final ZipOutputStream out;
    private final Reports reports;
    private Tally tally = Tally.NONE;

    private BatchConversion(BatchListener listener, ZipOutputStream out, Reports reports) {
        this.listener = listener;
        this.out = out;
        this.reports = reports;
    }

    /**
     * Converts archives.
     *
     * @param archives the archives, read one after the other
     * @param routes which routes their parts take
     * @param repairs what is put right in them before
     * @param result where the resulting archive is written
     * @param folder a folder for passing files, which are gone afterwards
     * @return how far it came
     * @throws IOException when an archive or a passing file cannot be read, or the result cannot be written
     */
    public static Tally run(
            List<Path> archives,
            BatchRoutes routes,
            BatchRepairs repairs,
            OutputStream result,
            Path folder,
            BatchLimits limits,
            BatchListener listener)
            throws IOException {
        Path own = Files.createTempDirectory(folder, "passing");
        EntryName names = new EntryName();
        Reader reader = new Reader(archives, routes, repairs, limits, own, names);
        Thread reading = new Thread(reader, "batch reading");
        reading.setDaemon(true);
        reading.start();
        try (ZipOutputStream out = new ZipOutputStream(new BufferedOutputStream(result, BUFFER))) {
            Reports reports = new Reports(own, repairs);
            BatchConversion batch = new BatchConversion(listener, out, reports);
            try (reports) {
                batch.writeAll(reader);
            }
            end(reading);
            reports.writeTo(out, names);
            return batch.tally;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new InterruptedIOException("The batch was interrupted.");
        } finally {
            end(reading);
            remove(own);
        }
    }

    /** What the reader is at is finished first, so that it touches no passing file afterwards. */
    private static void end(Thread reading) {
        boolean interrupted = false;
        reading.interrupt();
        while (reading.isAlive()) {
            try {
                reading.join();
            } catch (InterruptedException e) {
                interrupted = true;
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
    }

    private static void remove(Path folder) throws IOException {
        try (var left = Files.list(folder)) {
            for (Path file : left.toList()) {
                Files.delete(file);
            }
        }
        Files.delete(folder);
    }

    private void writeAll(Reader reader) throws IOException, InterruptedException {
        while (!listener.isStopped()) {
            Passing next = reader.take();
            if (next instanceof Passing.End) {
                return;
            }
            if (next instanceof Passing.Failure failure) {
                throw failed(failure.reason());
            }
            write(next, reader);
        }
    }

    private static IOException failed(Exception reason) {
        if (reason instanceof IOException cannotBeRead) {
            return cannotBeRead;
        }
        throw new IllegalStateException("A file could not be converted.", reason);
    }

    private void write(Passing next, Reader reader) throws IOException {
        if (next instanceof Passing.File file) {
            write(file);
            reader.release(file);
        } else if (next instanceof Passing.Folder folder) {
            put(folder.taken(), folder.time());
            out.closeEntry();
        } else if (next instanceof Passing.Wrong wrong) {
            problem(wrong.where(), wrong.problem());
        } else if (next instanceof Passing.LeftOut left) {
            problem(left.name(), left.problem());
            tally = tally.withLeftOut();
            listener.reached(tally);
        }
    }

    private void write(Passing.File file) throws IOException {
        problem(file.name(), file.nameProblem());
        problem(file.name(), file.problem());
        put(file.taken(), file.time());
        if (file.spooled().isPresent()) {
            Files.copy(file.spooled().get(), out);
            Files.delete(file.spooled().get());
        } else {
            out.write(file.bytes());
        }
        out.closeEntry();
        if (file.made().isPresent()) {
            reports.add(file.taken(), file.made().get());
            book(file.taken(), file.made().get().statement());
        } else {
            tally = tally.withOther();
        }
        listener.reached(tally);
    }

    private void put(String name, long time) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setTime(time);
        out.putNextEntry(entry);
    }

    /** Tells what is wrong; nothing is when the sentence is empty. */
    private void problem(String file, String sentence) throws IOException {
        if (!sentence.isEmpty()) {
            tally = tally.withProblem();
            reports.problem(file, sentence);
            listener.met(new Problem(file, sentence));
        }
    }

    private void book(String name, Statement statement) {
        tally = tally.withPart(statement);
        Totals totals = statement.totals();
        if (!statement.losses().isEmpty()) {
            listener.lost(new FileLosses(name, totals.hitsIn(), totals.folded(), totals.silent(), statement.far()));
        }
    }

    /** What is written about the files while they pass, and added to them at the end. */
    private static final class Reports implements AutoCloseable {
        private final List<Path> files;
        private final OutputStream rows;
        private final OutputStream documents;
        private final OutputStream problems;
        /** What was put right; where nothing is to be, there is no such file. */
        private final OutputStream repaired;

        private String between = "[\n";

        Reports(Path folder, BatchRepairs repairs) throws IOException {
            files = new ArrayList<>(List.of(
                    folder.resolve("statements.csv"),
                    folder.resolve("statements.json"),
                    folder.resolve("problems.txt")));
            rows = open(files.get(0));
            documents = open(files.get(1));
            problems = open(files.get(2));
            rows.write(utf8(StatementRows.header()));
            if (repairs.kinds().isEmpty()) {
                repaired = OutputStream.nullOutputStream();
            } else {
                files.add(folder.resolve("repairs.csv"));
                repaired = open(files.get(3));
                repaired.write(utf8(RepairRows.header()));
            }
        }

        private static OutputStream open(Path file) throws IOException {
            return new BufferedOutputStream(Files.newOutputStream(file), BUFFER);
        }

        private static byte[] utf8(String text) {
            return text.getBytes(StandardCharsets.UTF_8);
        }

        void add(String file, Passing.Made made) throws IOException {
            repaired.write(utf8(RepairRows.of(file, made.repairs())));
            rows.write(made.rows());
            documents.write(utf8(between));
            documents.write(made.document());
            between = ",\n";
        }

        void problem(String file, String sentence) throws IOException {
            problems.write(utf8(file + ": " + sentence + ".\n"));
        }

        @Override
        public void close() throws IOException {
            documents.write(utf8(between.startsWith("[") ? "[]\n" : "\n]\n"));
            rows.close();
            documents.close();
            problems.close();
            repaired.close();
        }

        void writeTo(ZipOutputStream out, EntryName names) throws IOException {
            out.setLevel(Deflater.BEST_SPEED);
            for (Path file : files) {
                out.putNextEntry(new ZipEntry(names.take(REPORTS + "/" + file.getFileName())));
                Files.copy(file, out);
                out.closeEntry();
            }
        }
    }
}
