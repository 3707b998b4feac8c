package org.jollyledger.core.batch;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;

/** The parts in some archives, one after the other, for whoever only looks at them. */
public final class ArchiveParts {
    /** Is given what is in the archives. */
    public interface Taker {
        /** A part, with its name in the archive. */
        void part(String name, MidiFile file);

        /**
         * Another file, or one that cannot be read. By default it is ignored.
         *
         * @param why a sentence
         */
        default void passedOver(String name, String why) {}
    }

    private final BatchLimits limits;
    private final BooleanSupplier stopped;
    private final Taker taker;
    private int files;
    private long bytes;

    private ArchiveParts(BatchLimits limits, BooleanSupplier stopped, Taker taker) {
        this.limits = limits;
        this.stopped = stopped;
        this.taker = taker;
    }

    /**
     * Reads all parts.
     *
     * @param stopped asked before each file whether to go on without the rest
     * @param taker is given each part with its name
     * @throws IOException when an archive cannot be opened
     */
    public static void each(List<Path> archives, BatchLimits limits, BooleanSupplier stopped, Taker taker)
            throws IOException {
        ArchiveParts parts = new ArchiveParts(limits, stopped, taker);
        for (Path path : archives) {
            try (Archive archive = new Archive(path)) {
                parts.read(archive);
            }
        }
    }

    private void read(Archive archive) {
        Optional<ZipArchiveEntry> entry = next(archive);
        while (entry.isPresent() && files < limits.mostFiles() && bytes <= limits.mostBytes()) {
            if (stopped.getAsBoolean()) {
                return;
            }
            if (!entry.get().isDirectory()) {
                files++;
                read(archive, Archive.name(entry.get()));
            }
            entry = next(archive);
        }
    }

    /** Where an archive is damaged its rest is left out. */
    private static Optional<ZipArchiveEntry> next(Archive archive) {
        try {
            return archive.next();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private void read(Archive archive, String name) {
        if (!archive.canRead()) {
            archive.leave();
            taker.passedOver(name, "It is encrypted, or packed in a way that is not supported.");
            return;
        }
        try {
            InputStream in = archive.content();
            byte[] content = in.readNBytes(limits.largestPart() + 1);
            bytes += content.length;
            if (content.length > limits.largestPart()) {
                archive.leave();
                taker.passedOver(name, "It is larger than " + (limits.largestPart() >> 20) + " MB, the limit.");
            } else if (PartMark.isPart(content)) {
                taker.part(name, MidiFile.read(content));
            } else {
                taker.passedOver(name, "It is not a MIDI file.");
            }
        } catch (MidiFormatException e) {
            taker.passedOver(name, String.valueOf(e.getMessage()));
        } catch (IOException e) {
            archive.leave();
            taker.passedOver(name, "It is damaged in the archive.");
        }
    }
}
