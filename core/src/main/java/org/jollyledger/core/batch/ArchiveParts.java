package org.jollyledger.core.batch;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.BooleanSupplier;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;

/** The parts in some archives, one after the other, for whoever only looks at them. What cannot be read is passed over. */
public final class ArchiveParts {
    private final BatchLimits limits;
    private final BooleanSupplier stopped;
    private final BiConsumer<String, MidiFile> taker;
    private int files;
    private long bytes;

    private ArchiveParts(BatchLimits limits, BooleanSupplier stopped, BiConsumer<String, MidiFile> taker) {
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
    public static void each(
            List<Path> archives, BatchLimits limits, BooleanSupplier stopped, BiConsumer<String, MidiFile> taker)
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
            return;
        }
        try {
            InputStream in = archive.content();
            byte[] content = in.readNBytes(limits.largestPart() + 1);
            bytes += content.length;
            if (content.length > limits.largestPart()) {
                archive.leave();
            } else if (PartMark.isPart(content)) {
                taker.accept(name, MidiFile.read(content));
            }
        } catch (MidiFormatException e) {
            // No part, whatever its name says.
        } catch (IOException e) {
            archive.leave();
        }
    }
}
