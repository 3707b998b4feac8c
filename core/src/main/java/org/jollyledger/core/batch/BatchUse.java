package org.jollyledger.core.batch;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.function.BooleanSupplier;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DrumChannel;

/** Reads what all parts in some archives play, before any is converted. What cannot be read is told when it is converted. */
public final class BatchUse {
    private BatchUse() {}

    /**
     * Proposes one crosswalk for all parts in some archives taken together.
     *
     * @param repairs what is put right in them before
     * @param stopped asked before each file whether to go on without the rest
     * @return the crosswalk, which does the least harm to all of them
     * @throws IOException when an archive cannot be opened
     */
    public static Crosswalk propose(
            List<Path> archives,
            NoteMap source,
            NoteMap target,
            BatchRepairs repairs,
            BatchLimits limits,
            BooleanSupplier stopped)
            throws IOException {
        Crosswalk.ForMany use = Crosswalk.forMany(source, target);
        ArchiveParts.each(
                archives,
                limits,
                stopped,
                (name, file) ->
                        use.add(DrumChannel.find(repairs.apply(file, source).file(), source.channel())
                                .part()));
        return use.propose();
    }
}
