package org.jollyledger.core.batch;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.Semaphore;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.exchange.StatementDocument;
import org.jollyledger.core.exchange.StatementRows;
import org.jollyledger.core.midi.Damage;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.part.DrumChannel;
import org.jspecify.annotations.Nullable;

/** Reads archives, converts the parts in them, and hands everything on in its order, never far ahead of who writes it. */
final class Reader implements Runnable {
    private static final int BUFFER = 1 << 16;
    /** How many handfuls of files may wait to be written, how many make one, and how much all may hold. */
    private static final int MOST_WAITING = 4;

    private static final int MOST_TOGETHER = 8;

    private static final int MOST_WAITING_BYTES = 4 << 20;
    /** Of very many hits lost alike only the first places are listed; the counts cover all. */
    private static final int MOST_PLACES = 100;

    private static final byte[] ZIP = {'P', 'K', 3, 4};

    private final List<Path> archives;
    private final BatchRoutes routes;
    private final BatchRepairs repairs;
    private final BatchLimits limits;
    private final Path folder;
    private final EntryName names;
    /** Of the one crosswalk that all parts take. */
    private final Optional<StatementRows> rows;

    private final BlockingQueue<List<Passing>> passing = new LinkedBlockingQueue<>(MOST_WAITING);
    private final Semaphore room = new Semaphore(MOST_WAITING_BYTES);
    /** What is handed on together, because waking the one who writes costs more than a small file. */
    private List<Passing> together = new ArrayList<>();

    private final Deque<Passing> taken = new ArrayDeque<>();
    private final byte[] buffer = new byte[BUFFER];
    private long bytes;
    private int files;
    private int spooled;

    Reader(
            List<Path> archives,
            BatchRoutes routes,
            BatchRepairs repairs,
            BatchLimits limits,
            Path folder,
            EntryName names) {
        this.archives = archives;
        this.routes = routes;
        this.repairs = repairs;
        this.limits = limits;
        this.folder = folder;
        this.names = names;
        rows = routes.one().map(StatementRows::new);
    }

    /** What comes next, waited for. */
    Passing take() throws InterruptedException {
        if (taken.isEmpty()) {
            taken.addAll(passing.take());
        }
        return taken.remove();
    }

    private void pass(Passing next) throws InterruptedException {
        together.add(next);
        if (together.size() >= MOST_TOGETHER) {
            handOn();
        }
    }

    private void handOn() throws InterruptedException {
        passing.put(together);
        together = new ArrayList<>();
    }

    /** Waits for room; what is held back takes room itself, and is handed on first. */
    private void makeRoom(int weight) throws InterruptedException {
        if (!room.tryAcquire(weight)) {
            handOn();
            room.acquire(weight);
        }
    }

    /** Says that a file is written, so that there is room for another one. */
    void release(Passing.File written) {
        room.release(written.weight());
    }

    @Override
    public void run() {
        try {
            try {
                for (Path archive : archives) {
                    if (!read(archive)) {
                        break;
                    }
                }
                pass(new Passing.End());
                handOn();
            } catch (IOException | RuntimeException e) {
                pass(new Passing.Failure(e));
                handOn();
            }
        } catch (InterruptedException e) {
            // Nobody takes what is read any more.
            Thread.currentThread().interrupt();
        }
    }

    /** Answers whether to go on with the next archive. */
    private boolean read(Path path) throws IOException, InterruptedException {
        try (Archive archive = new Archive(path)) {
            Optional<ZipArchiveEntry> entry = next(archive);
            while (entry.isPresent()) {
                if (files >= limits.mostFiles() || bytes > limits.mostBytes()) {
                    String name = Archive.name(entry.get());
                    pass(new Passing.Wrong(name, "is more than a batch takes; it and all after it are left out"));
                    return false;
                }
                pass(entry.get(), archive);
                entry = next(archive);
            }
            return true;
        }
    }

    private Optional<ZipArchiveEntry> next(Archive archive) throws InterruptedException {
        try {
            return archive.next();
        } catch (IOException e) {
            pass(new Passing.Wrong(
                    "the archive",
                    "is damaged here: what comes after file " + files
                            + " of it cannot be read and is left out; pack it anew"));
            return Optional.empty();
        }
    }

    private void pass(ZipArchiveEntry entry, Archive archive) throws IOException, InterruptedException {
        String name = Archive.name(entry);
        if (entry.isDirectory()) {
            String folderName = EntryName.safe(name) + "/";
            if (names.isFree(folderName)) {
                pass(new Passing.Folder(names.take(folderName), entry.getTime()));
            }
            return;
        }
        files++;
        if (!archive.canRead()) {
            boolean encrypted = entry.getGeneralPurposeBit().usesEncryption();
            leaveOut(archive, name, encrypted ? "is encrypted" : "is packed in a way that is not known");
            return;
        }
        Content content;
        try {
            content = content(archive.content());
        } catch (IOException e) {
            leaveOut(archive, name, "is damaged");
            return;
        }
        if (content.tooLarge) {
            leaveOut(archive, name, "unpacks to more than " + megabytes(limits.largestFile()));
            return;
        }
        int weight =
                Math.min(MOST_WAITING_BYTES, content.spooled.isPresent() ? MOST_WAITING_BYTES : content.head.length);
        makeRoom(weight);
        pass(make(name, entry.getTime(), content, weight));
    }

    private void leaveOut(Archive archive, String name, String reason) throws InterruptedException {
        archive.leave();
        pass(new Passing.LeftOut(name, reason + " and left out"));
    }

    private static String megabytes(long size) {
        return Math.max(1, size >> 20) + " MB";
    }

    /**
     * What a file holds.
     *
     * @param head all of it, or the beginning of a large one
     * @param spooled the passing file with all of a large one
     * @param tooLarge whether it is larger than any file may be
     */
    private record Content(byte[] head, Optional<Path> spooled, boolean tooLarge) {
        boolean isPart() {
            return PartMark.isPart(head);
        }
    }

    private Content content(InputStream in) throws IOException {
        ByteArrayOutputStream memory = new ByteArrayOutputStream();
        int count;
        while ((count = in.read(buffer)) >= 0) {
            bytes += count;
            memory.write(buffer, 0, count);
            if (memory.size() > limits.largestPart()) {
                return spool(memory, in);
            }
        }
        return new Content(memory.toByteArray(), Optional.empty(), false);
    }

    /** A large file passes over the disk, so that none is begun in the result that cannot be finished. */
    private Content spool(ByteArrayOutputStream begun, InputStream in) throws IOException {
        byte[] head = Arrays.copyOf(begun.toByteArray(), PartMark.LENGTH);
        spooled++;
        Path file = folder.resolve("passing-" + spooled);
        long length = begun.size();
        try (OutputStream out = Files.newOutputStream(file)) {
            begun.writeTo(out);
            int count = 0;
            while (length <= limits.largestFile() && (count = in.read(buffer)) >= 0) {
                bytes += count;
                length += count;
                out.write(buffer, 0, count);
            }
        }
        if (length > limits.largestFile()) {
            Files.delete(file);
            return new Content(head, Optional.empty(), true);
        }
        return new Content(head, Optional.of(file), false);
    }

    private Passing.File make(String name, long time, Content content, int weight) {
        String safe = EntryName.safe(name);
        String taken = names.take(safe);
        String nameProblem = "";
        if (!safe.equals(name)) {
            nameProblem =
                    "has a name that leads out of the archive or cannot be shown; it is " + taken + " in the result";
        } else if (!taken.equals(safe)) {
            nameProblem = "comes more than once; this one is " + taken + " in the result";
        }
        boolean isPart = content.isPart();
        String problem = "";
        if (isPart && content.spooled.isEmpty()) {
            try {
                MidiFile file = MidiFile.read(content.head);
                BatchRepairs.Repaired repaired = repairs.apply(file, routes.source());
                DrumChannel drums =
                        DrumChannel.find(repaired.file(), routes.source().channel());
                Crosswalk crosswalk = routes.of(drums.part());
                Conversion conversion = Conversion.of(drums.part(), crosswalk);
                Passing.Made made = new Passing.Made(
                        conversion.statement(),
                        utf8(rows.orElseGet(() -> new StatementRows(crosswalk)).of(taken, conversion.statement())),
                        utf8(StatementDocument.of(Optional.of(taken), conversion.statement(), drums, MOST_PLACES)
                                .json()),
                        repaired.settled());
                return new Passing.File(
                        name,
                        taken,
                        time,
                        conversion.bytes(),
                        Optional.empty(),
                        Optional.of(made),
                        nameProblem,
                        damage(file),
                        weight);
            } catch (MidiFormatException e) {
                boolean meant = PartMark.isMidi(content.head) || isNamedAsPart(name);
                problem = meant ? "goes through untouched: " + withoutStop(e.getMessage()) : "";
            }
        } else {
            problem = whatPasses(name, content, isPart);
        }
        return new Passing.File(
                name, taken, time, content.head, content.spooled, Optional.empty(), nameProblem, problem, weight);
    }

    private static byte[] utf8(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static String damage(MidiFile file) {
        List<Damage> damages = file.damages();
        if (damages.isEmpty()) {
            return "";
        }
        return "is converted as far as it can be read: "
                + withoutStop(damages.get(0).sentence())
                + (damages.size() > 1 ? ", and " + (damages.size() - 1) + " more" : "");
    }

    private String whatPasses(String name, Content content, boolean isPart) {
        if (isPart) {
            return "is larger than " + megabytes(limits.largestPart())
                    + ", the most a part may have, and goes through untouched";
        }
        if (PartMark.begins(content.head, ZIP)) {
            return "is an archive in the archive and goes through untouched; take it out to convert what is in it";
        }
        return isNamedAsPart(name) ? "is named as a MIDI file and is none; it goes through untouched" : "";
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
