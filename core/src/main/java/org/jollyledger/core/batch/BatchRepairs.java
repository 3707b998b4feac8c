package org.jollyledger.core.batch;

import java.util.EnumSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.reconcile.Figures;
import org.jollyledger.core.reconcile.Mending;
import org.jollyledger.core.reconcile.Mending.Mended;

/**
 * What is put right in the parts of a batch before they are converted, each by what is proposed, on the map they were written
 * for.
 *
 * @param kinds which kinds of discrepancies; none for nothing
 */
public record BatchRepairs(Set<DiscrepancyKind> kinds) {
    /** Nothing is put right. */
    public static final BatchRepairs NONE = new BatchRepairs(Set.of());

    public BatchRepairs {
        kinds = kinds.isEmpty() ? Set.of() : Set.copyOf(EnumSet.copyOf(kinds));
    }

    /**
     * A part that was put right.
     *
     * @param file the part as it is now
     * @param settled how many discrepancies of which kind were put right
     */
    record Repaired(MidiFile file, Map<DiscrepancyKind, Integer> settled) {}

    Repaired apply(MidiFile file, NoteMap written) {
        if (kinds.isEmpty()) {
            return new Repaired(file, Map.of());
        }
        Mended mended = Mending.mend(file, written, Optional.of(written), Figures.USUAL, kinds, any -> false);
        return new Repaired(mended.file(), mended.account().settled());
    }
}
