package org.jollyledger.core.crosswalk;

import java.util.Map;
import java.util.OptionalDouble;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.sound.Openness;

/** What music plays, with a little of what is typical, for the lines that it does not play. */
record LeaningUse(Use heard, Use typical) implements Use {
    /** Small enough that what a part plays once outweighs all that is only typical. */
    private static final double TYPICAL_SHARE = 1e-4;

    @Override
    public double weight(Line line) {
        return heard.weight(line) + TYPICAL_SHARE * typical.weight(line);
    }

    @Override
    public double together(Line one, Line other) {
        return heard.together(one, other) + TYPICAL_SHARE * typical.together(one, other);
    }

    @Override
    public double inFill(Line earlier, Line later) {
        return heard.inFill(earlier, later) + TYPICAL_SHARE * typical.inFill(earlier, later);
    }

    @Override
    public double hatStep(Line earlier, Line later) {
        return heard.hatStep(earlier, later) + TYPICAL_SHARE * typical.hatStep(earlier, later);
    }

    @Override
    public OptionalDouble loudness(Line line) {
        return heard.loudness(line);
    }

    @Override
    public Map<Openness, Double> openings(Line line) {
        return heard.openings(line);
    }
}
