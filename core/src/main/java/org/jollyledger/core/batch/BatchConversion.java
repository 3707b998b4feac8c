package org.jollyledger.core.batch;

import java.io.BufferedOutputStream;
import java.io.BufferedWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.jollyledger.core.batch.BatchListener.FileLosses;
import org.jollyledger.core.batch.BatchListener.Problem;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.exchange.StatementRows;
import org.jollyledger.core.exchange.StatementsJson;
import org.jollyledger.core.midi.Damage;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.part.DrumChannel;
import org.jspecify.annotations.Nullable;

/**
 * Converts every part in some zip archives with one crosswalk into one archive with the same folders and names. Other
 * files go through untouched; whatever is wrong with a file is told, in a list inside the result as well, and harms no
 * other. Memory holds one file at a time, and a name for each.
 */
public final class BatchConversion {
    /** The folder of the result in which the statements and the list of problems lie. */
    public static final String REPORTS = "Jolly Ledger";

    private static final int BUFFER = 1 << 16;
    private static final byte[] SMF = "MThd".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] RIFF = "RIFF".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] ZIP = {'P', 'K', 3, 4};

    private final Crosswalk crosswalk;
    private final BatchLimits limits;
    private final BatchListener listener;
    private final Path folder;
    private final EntryName names = new EntryName();
    private final byte[] buffer = new byte[BUFFER];
    private Tally tally = Tally.NONE;
    private long bytes;

    private BatchConversion(Crosswalk crosswalk, BatchLimits limits, BatchListener listener, Path folder) {
        this.crosswalk = crosswalk;
        this.limits = limits;
        this.listener = listener;
        this.folder = folder;
    }

    /**
     * Converts archives.
     *
     * @param archives the archives, read one after the other
     * @param result where the resulting archive is written
     * @param folder a folder for passing files, which are gone afterwards
     * @return how far it came
     * @throws IOException when the result or the passing files cannot be written
     */
    public static Tally run(
            List<Path> archives,
            Crosswalk crosswalk,
            OutputStream result,
            Path folder,
            BatchLimits limits,
            BatchListener listener)
            throws IOException {
        return new BatchConversion(crosswalk, limits, listener, folder).run(archives, result);
    }

    private Tally run(List<Path> archives, OutputStream result) throws IOException {
        Path rows = folder.resolve("statements.csv");
        Path documents = folder.resolve("statements.json");
        Path problems = folder.resolve("problems.txt");
        try (ZipOutputStream out = new ZipOutputStream(new BufferedOutputStream(result, BUFFER))) {
            try (Reports reports = new Reports(writer(rows), writer(documents), writer(problems))) {
                for (Path archive : archives) {
                    if (!convert(archive, out, reports)) {
                        break;
                    }
                }
            }
            for (Path report : List.of(rows, documents, problems)) {
                out.putNextEntry(new ZipEntry(names.take(REPORTS + "/" + report.getFileName())));
                Files.copy(report, out);
                out.closeEntry();
            }
        } finally {
            for (Path report : List.of(rows, documents, problems, passing())) {
                Files.deleteIfExists(report);
            }
        }
        return tally;
    }

    private static Writer writer(Path path) throws IOException {
        return new BufferedWriter(Files.newBufferedWriter(path), BUFFER);
    }

    /** What is written about the files while they pass. */
    private static final class Reports implements AutoCloseable {
        private final StatementRows rows;
        private final StatementsJson documents;
        private final Writer problems;

        Reports(Writer rows, Writer documents, Writer problems) throws IOException {
            this.rows = new StatementRows(rows);
            this.documents = new StatementsJson(documents);
            this.problems = problems;
        }

        @Override
        public void close() throws IOException {
            rows.close();
            documents.close();
            problems.close();
        }
    }

    /** Answers whether to go on with the next archive. */
    private boolean convert(Path path, ZipOutputStream out, Reports reports) throws IOException {
        try (Archive archive = new Archive(path)) {
            Optional<ZipArchiveEntry> entry = next(archive, reports);
            while (entry.isPresent()) {
                if (listener.isStopped()) {
                    return false;
                }
                if (tally.files() >= limits.mostFiles() || bytes > limits.mostBytes()) {
                    String name = Archive.name(entry.get());
                    problem(reports, name, "is more than a batch takes; it and all after it are left out");
                    return false;
                }
                pass(entry.get(), archive, out, reports);
                entry = next(archive, reports);
            }
            return true;
        }
    }

    private Optional<ZipArchiveEntry> next(Archive archive, Reports reports) throws IOException {
        try {
            return archive.next();
        } catch (IOException e) {
            damaged(reports, "the archive");
            return Optional.empty();
        }
    }

    private void damaged(Reports reports, String where) throws IOException {
        problem(
                reports,
                where,
                "is damaged here: what comes after file " + tally.files()
                        + " of it cannot be read and is left out; pack it anew");
    }

    private void problem(Reports reports, String file, String sentence) throws IOException {
        tally = tally.withProblem();
        reports.problems.write(file + ": " + sentence + ".\n");
        listener.met(new Problem(file, sentence));
    }

    private void pass(ZipArchiveEntry entry, Archive archive, ZipOutputStream out, Reports reports) throws IOException {
        String name = Archive.name(entry);
        if (entry.isDirectory()) {
            passFolder(name, entry, out);
            return;
        }
        if (!archive.canRead()) {
            boolean encrypted = entry.getGeneralPurposeBit().usesEncryption();
            leaveOut(archive, reports, name, encrypted ? "is encrypted" : "is packed in a way that is not known");
            return;
        }
        Content content;
        try {
            content = read(archive.content());
        } catch (IOException e) {
            leaveOut(archive, reports, name, "is damaged");
            return;
        }
        if (content.tooLarge) {
            leaveOut(archive, reports, name, "unpacks to more than " + megabytes(limits.largestFile()));
            return;
        }
        write(name, entry, content, out, reports);
        listener.reached(tally);
    }

    private static String megabytes(long size) {
        return Math.max(1, size >> 20) + " MB";
    }

    private void passFolder(String name, ZipArchiveEntry entry, ZipOutputStream out) throws IOException {
        String folderName = EntryName.safe(name) + "/";
        if (names.isFree(folderName)) {
            put(names.take(folderName), entry, out);
            out.closeEntry();
        }
    }

    private void leaveOut(Archive archive, Reports reports, String name, String reason) throws IOException {
        archive.leave();
        problem(reports, name, reason + " and left out");
        tally = tally.withLeftOut();
        listener.reached(tally);
    }

    /**
     * What a file holds.
     *
     * @param head all of it, or the beginning of a large one
     * @param isWhole whether that is all; else it lies in the passing file
     * @param tooLarge whether it is larger than any file may be
     */
    private record Content(byte[] head, boolean isWhole, boolean tooLarge) {
        boolean beginsWith(byte[] mark) {
            return head.length >= mark.length && Arrays.equals(head, 0, mark.length, mark, 0, mark.length);
        }
    }

    private Content read(InputStream in) throws IOException {
        ByteArrayOutputStream memory = new ByteArrayOutputStream();
        int count;
        while ((count = in.read(buffer)) >= 0) {
            bytes += count;
            memory.write(buffer, 0, count);
            if (memory.size() > limits.largestPart()) {
                return spool(memory, in);
            }
        }
        return new Content(memory.toByteArray(), true, false);
    }

    /** A large file passes over the disk, so that none is begun in the result that cannot be finished. */
    private Content spool(ByteArrayOutputStream begun, InputStream in) throws IOException {
        long length = begun.size();
        byte[] head = Arrays.copyOf(begun.toByteArray(), SMF.length);
        if (length > limits.largestFile()) {
            return new Content(head, false, true);
        }
        try (OutputStream passing = Files.newOutputStream(passing())) {
            begun.writeTo(passing);
            int count;
            while ((count = in.read(buffer)) >= 0) {
                bytes += count;
                length += count;
                if (length > limits.largestFile()) {
                    return new Content(head, false, true);
                }
                passing.write(buffer, 0, count);
            }
        }
        return new Content(head, false, false);
    }

    private Path passing() {
        return folder.resolve("passing");
    }

    private void write(String name, ZipArchiveEntry entry, Content content, ZipOutputStream out, Reports reports)
            throws IOException {
        String safe = EntryName.safe(name);
        String taken = names.take(safe);
        if (!safe.equals(name)) {
            problem(
                    reports,
                    name,
                    "has a name that leads out of the archive or cannot be shown; it is " + taken + " in the result");
        } else if (!taken.equals(safe)) {
            problem(reports, name, "comes more than once; this one is " + taken + " in the result");
        }
        Optional<Conversion> conversion = convert(name, content, reports);
        put(taken, entry, out);
        if (conversion.isPresent()) {
            out.write(conversion.get().bytes());
            book(taken, conversion.get().statement(), reports);
        } else {
            tally = tally.withOther();
            if (content.isWhole) {
                out.write(content.head);
            } else {
                Files.copy(passing(), out);
            }
        }
        out.closeEntry();
    }

    private static void put(String name, ZipArchiveEntry entry, ZipOutputStream out) throws IOException {
        ZipEntry put = new ZipEntry(name);
        put.setTime(entry.getTime());
        out.putNextEntry(put);
    }

    private void book(String name, Statement statement, Reports reports) throws IOException {
        tally = tally.withPart(statement);
        reports.rows.add(name, statement);
        reports.documents.add(name, statement);
        int folded = statement.totals().folded();
        int silent = statement.totals().silent();
        int far = statement.losses().size() - folded - silent;
        if (folded + silent + far > 0) {
            listener.lost(new FileLosses(name, statement.totals().hitsIn(), folded, silent, far));
        }
    }

    /** The converted part; empty when the file is none, or cannot be read, which is told. */
    private Optional<Conversion> convert(String name, Content content, Reports reports) throws IOException {
        boolean isPart = content.beginsWith(SMF) || content.beginsWith(RIFF);
        if (!isPart || !content.isWhole) {
            tellWhatPasses(name, content, isPart, reports);
            return Optional.empty();
        }
        MidiFile file;
        try {
            file = MidiFile.read(content.head);
        } catch (MidiFormatException e) {
            if (content.beginsWith(SMF) || isNamedAsPart(name)) {
                problem(reports, name, "goes through untouched: " + withoutStop(e.getMessage()));
            }
            return Optional.empty();
        }
        List<Damage> damages = file.damages();
        if (!damages.isEmpty()) {
            problem(
                    reports,
                    name,
                    "is converted as far as it can be read: "
                            + withoutStop(damages.get(0).sentence())
                            + (damages.size() > 1 ? ", and " + (damages.size() - 1) + " more" : ""));
        }
        DrumChannel drums = DrumChannel.find(file, crosswalk.source().channel());
        return Optional.of(Conversion.of(drums.part(), crosswalk));
    }

    private void tellWhatPasses(String name, Content content, boolean isPart, Reports reports) throws IOException {
        if (isPart) {
            problem(
                    reports,
                    name,
                    "is larger than " + megabytes(limits.largestPart())
                            + ", the most a part may have, and goes through untouched");
        } else if (content.beginsWith(ZIP)) {
            problem(
                    reports,
                    name,
                    "is an archive in the archive and goes through untouched; take it out to convert what is in it");
        } else if (isNamedAsPart(name)) {
            problem(reports, name, "is named as a MIDI file and is none; it goes through untouched");
        }
    }

    private static boolean isNamedAsPart(String name) {
        String small = name.toLowerCase(Locale.ROOT);
        return small.endsWith(".mid") || small.endsWith(".midi") || small.endsWith(".smf");
    }

    private static String withoutStop(@Nullable String sentence) {
        String text = String.valueOf(sentence);
        return text.endsWith(".") ? text.substring(0, text.length() - 1) : text;
    }
}
