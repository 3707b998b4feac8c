package org.jollyledger.core.crosswalk;

import java.util.BitSet;
import java.util.function.Predicate;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.PartUsage;

/** What a part plays, with a little of what is typical, for the lines that it does not play. */
final class PartUse implements Use {
    /** Small enough that what a part plays once outweighs all that is only typical. */
    private static final double TYPICAL_SHARE = 1e-4;
    /** All weights together are those of a song of a thousand strokes, as with typical use. */
    private static final double STROKES = 1000;

    /** Strokes of a fill follow one another within an eighth. */
    static final double FILL_QUARTERS = 0.5;

    private static final double HAT_QUARTERS = 1;

    private final Use typical = new TypicalUse();
    private final PartUsage usage;
    private final double scale;
    private final double[][] fills;
    private final double[][] hats;

    PartUse(Part part, NoteMap map) {
        usage = part.usage();
        scale = STROKES / Math.max(1, usage.weight());
        fills = usage.successions(notes(map, Harms::isFillDrum), FILL_QUARTERS);
        hats = usage.successions(notes(map, Harms::isStruckHat), HAT_QUARTERS);
    }

    static BitSet notes(NoteMap map, Predicate<Line> wanted) {
        BitSet notes = new BitSet();
        map.firstLines().stream()
                .filter(wanted)
                .forEach(line -> notes.set(line.note().number()));
        return notes;
    }

    @Override
    public double weight(Line line) {
        return scale * usage.weight(line.note().number()) + TYPICAL_SHARE * typical.weight(line);
    }

    @Override
    public double together(Line one, Line other) {
        return scale * usage.together(one.note().number(), other.note().number())
                + TYPICAL_SHARE * typical.together(one, other);
    }

    @Override
    public double inFill(Line earlier, Line later) {
        return scale * fills[earlier.note().number()][later.note().number()]
                + TYPICAL_SHARE * typical.inFill(earlier, later);
    }

    @Override
    public double hatStep(Line earlier, Line later) {
        return scale * hats[earlier.note().number()][later.note().number()]
                + TYPICAL_SHARE * typical.hatStep(earlier, later);
    }
}
