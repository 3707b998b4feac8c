package org.jollyledger.core.batch;

import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
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
    /** What can be put right in many parts at once: safe without looking, or easily heard in the result. */
    public static final List<DiscrepancyKind> OFFERED = List.of(
            DiscrepancyKind.STRUCK_TWICE,
            DiscrepancyKind.HANGING,
            DiscrepancyKind.OVERLAP,
            DiscrepancyKind.NO_LENGTH,
            DiscrepancyKind.HELD,
            DiscrepancyKind.PEDAL_FLOOD,
            DiscrepancyKind.STRAY_CHANNEL,
            DiscrepancyKind.CHOKE_ALONE);

    /** Nothing is put right. */
    public static final BatchRepairs NONE = new BatchRepairs(Set.of());

    public BatchRepairs {
        kinds = kinds.isEmpty() ? Set.of() : Set.copyOf(EnumSet.copyOf(kinds));
    }

    /** {@return these repairs and some more} */
    public BatchRepairs and(Set<DiscrepancyKind> more) {
        Set<DiscrepancyKind> all = new HashSet<>(kinds);
        all.addAll(more);
        return new BatchRepairs(all);
    }

    /**
     * A part that was put right.
     *
     * @param file the part as it is now
     * @param settled how many discrepancies of which kind were put right
     */
    public record Repaired(MidiFile file, Map<DiscrepancyKind, Integer> settled) {}

    /**
     * Puts a part right.
     *
     * @param written the map it was written for
     */
    public Repaired apply(MidiFile file, NoteMap written) {
        if (kinds.isEmpty()) {
            return new Repaired(file, Map.of());
        }
        Mended mended = Mending.mend(file, written, Optional.of(written), Figures.of(written), kinds, any -> false);
        return new Repaired(mended.file(), mended.account().settled());
    }
}
