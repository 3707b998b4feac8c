package org.jollyledger.core.crosswalk;

import static org.jollyledger.core.sound.KitPiece.CHINA;
import static org.jollyledger.core.sound.KitPiece.CRASH;
import static org.jollyledger.core.sound.KitPiece.TOM;

import java.util.HashMap;
import java.util.Map;
import java.util.OptionalDouble;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.sound.Commonness;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;

/**
 * How a kit is played in a song of a thousand strokes or so, for when no part is at hand. The numbers are our own
 * judgement of common practice, ordered rather than measured.
 */
class TypicalUse implements Use {
    private static final double CRASHES_TOGETHER = 0.06;
    private static final double CYMBALS_TOGETHER = 0.02;
    private static final double TOMS_TOGETHER = 0.05;
    private static final double OTHERS_TOGETHER = 0.01;
    private static final double NEXT_TOM_DOWN = 0.30;
    private static final double OTHER_TOM_DOWN = 0.10;
    private static final double TOM_UP = 0.06;
    private static final double SNARE_TO_TOM = 0.15;
    private static final double HAT_STEPS = 0.10;

    /** No music is there to be heard. */
    private static final Use UNHEARD = new TypicalUse() {
        @Override
        public double weight(Line line) {
            return 0;
        }
    };

    private final Map<Sound, Double> weights = new HashMap<>();

    @Override
    public double weight(Line line) {
        return weights.computeIfAbsent(line.sound(), Commonness::of);
    }

    @Override
    public double together(Line one, Line other) {
        return softer(one, other) * togetherShare(one.sound(), other.sound());
    }

    private static double togetherShare(Sound one, Sound other) {
        if (isCrash(one) && isCrash(other)) {
            return CRASHES_TOGETHER;
        }
        if (one.family() == Family.CYMBAL && other.family() == Family.CYMBAL) {
            return CYMBALS_TOGETHER;
        }
        return one.family() == Family.TOM && other.family() == Family.TOM ? TOMS_TOGETHER : OTHERS_TOGETHER;
    }

    private static boolean isCrash(Sound sound) {
        return sound.piece() == CRASH || sound.piece() == CHINA;
    }

    @Override
    public double inFill(Line earlier, Line later) {
        if (!Harms.isFillDrum(earlier) || !Harms.isFillDrum(later)) {
            return 0;
        }
        return softer(earlier, later) * fillShare(earlier.sound(), later.sound());
    }

    private static double fillShare(Sound earlier, Sound later) {
        if (later.piece() != TOM) {
            return 0;
        }
        if (earlier.piece() != TOM) {
            return SNARE_TO_TOM;
        }
        int down = later.number() - earlier.number();
        if (down == 1) {
            return NEXT_TOM_DOWN;
        }
        return down > 1 ? OTHER_TOM_DOWN : down < 0 ? TOM_UP : 0;
    }

    @Override
    public double hatStep(Line earlier, Line later) {
        return Harms.isStruckHat(earlier) && Harms.isStruckHat(later) ? softer(earlier, later) * HAT_STEPS : 0;
    }

    @Override
    public OptionalDouble loudness(Line line) {
        return OptionalDouble.empty();
    }

    @Override
    public Map<Openness, Double> openings(Line line) {
        return Map.of();
    }

    @Override
    public Use heard() {
        return UNHEARD;
    }

    private double softer(Line one, Line other) {
        return Math.min(weight(one), weight(other));
    }
}
