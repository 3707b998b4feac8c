package org.jollyledger.core.batch;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DrumChannel;

/** Reads what all parts in some archives play, before any is converted. What cannot be read is told when it is converted. */
public final class BatchUse {
    private final Crosswalk.ForMany use;
    private final NoteMap source;
    private final BatchLimits limits;
    private int files;
    private long bytes;

    private BatchUse(NoteMap source, NoteMap target, BatchLimits limits) {
        this.source = source;
        this.limits = limits;
        use = Crosswalk.forMany(source, target);
    }

    /**
     * Proposes one crosswalk for all parts in some archives taken together.
     *
     * @param stopped asked before each file whether to go on without the rest
     * @return the crosswalk, which does the least harm to all of them
     * @throws IOException when an archive cannot be opened
     */
    public static Crosswalk propose(
            List<Path> archives, NoteMap source, NoteMap target, BatchLimits limits, BooleanSupplier stopped)
            throws IOException {
        BatchUse gathering = new BatchUse(source, target, limits);
        for (Path path : archives) {
            try (Archive archive = new Archive(path)) {
                gathering.gather(archive, stopped);
            }
        }
        return gathering.use.propose();
    }

    private void gather(Archive archive, BooleanSupplier stopped) {
        Optional<ZipArchiveEntry> entry = next(archive);
        while (entry.isPresent() && files < limits.mostFiles() && bytes <= limits.mostBytes()) {
            if (stopped.getAsBoolean()) {
                return;
            }
            if (!entry.get().isDirectory()) {
                files++;
                gather(archive);
            }
            entry = next(archive);
        }
    }

    /** Where an archive is damaged its rest is left out, here as when it is converted. */
    private static Optional<ZipArchiveEntry> next(Archive archive) {
        try {
            return archive.next();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private void gather(Archive archive) {
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
                use.add(DrumChannel.find(MidiFile.read(content), source.channel())
                        .part());
            }
        } catch (MidiFormatException e) {
            // No part: it goes through untouched, and is told when it is converted.
        } catch (IOException e) {
            archive.leave();
        }
    }
}
