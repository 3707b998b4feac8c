package org.jollyledger.core.crosswalk;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Side;
import org.jollyledger.core.sound.Sound;

/** What routes do to the music: each route alone, and each pair of routes. */
final class Harms {
    /** One thing that a route does, and what it costs. */
    record Weighed(Harm harm, double cost) {}

    /** Lines of one kit piece, standing on one side. */
    private record Instance(KitPiece piece, int number, Optional<Side> side) {
        static Instance of(Sound sound) {
            return new Instance(sound.piece(), sound.number(), sound.side());
        }
    }

    /** Keeps two lines of one sound on two notes, where the target has two: both hands may play them. */
    private static final double SAME_SOUND_MERGED = 1e-5;

    private final Use use;

    Harms(Use use) {
        this.use = use;
    }

    /** Whether a line is a drum that fills run over. */
    static boolean isFillDrum(Line line) {
        Family family = line.sound().family();
        return (family == Family.TOM || family == Family.SNARE) && isStroke(line.sound());
    }

    /** Whether a line is a hi-hat that is struck. */
    static boolean isStruckHat(Line line) {
        return Hats.isStruck(line.sound());
    }

    private static boolean isStroke(Sound sound) {
        return sound.articulation() != Articulation.ROLL && !Chokes.isChoke(sound);
    }

    /** What it does to send a line somewhere, or nowhere. */
    List<Weighed> alone(Line from, Optional<Line> to) {
        double weight = use.weight(from);
        if (to.isEmpty()) {
            return List.of(new Weighed(Harm.SILENCE, weight * Harm.SILENCE.cost()));
        }
        List<Weighed> harms = new ArrayList<>();
        double distance = from.sound().distanceTo(to.get().sound()).value();
        if (distance > 0) {
            harms.add(new Weighed(Harm.SUBSTITUTE, weight * distance));
        }
        if (changesSide(from.sound(), to.get().sound())) {
            harms.add(new Weighed(Harm.SIDE, weight * Harm.SIDE.cost()));
        }
        return harms;
    }

    private static boolean changesSide(Sound from, Sound to) {
        return from.side().isPresent() && to.side().isPresent() && !from.side().equals(to.side());
    }

    /**
     * Whether there is anything that two routes could do to each other.
     *
     * @param mayMerge whether there is a line to which both could lead
     */
    boolean touch(Line one, Line other, boolean mayMerge) {
        return mayMerge && use.together(one, other) > 0
                || use.inFill(one, other) > 0
                || use.inFill(other, one) > 0
                || use.hatStep(one, other) > 0
                || use.hatStep(other, one) > 0
                || leads(one, other)
                || leads(other, one);
    }

    /** What two routes do to each other. A silent line does nothing to any other: its silence is counted already. */
    List<Weighed> between(Line one, Optional<Line> oneTo, Line other, Optional<Line> otherTo) {
        if (oneTo.isEmpty() || otherTo.isEmpty()) {
            return List.of();
        }
        List<Weighed> harms = new ArrayList<>();
        Line first = oneTo.get();
        Line second = otherTo.get();
        boolean merged = first.note().equals(second.note());
        if (merged && one.sound().equals(other.sound())) {
            harms.add(new Weighed(Harm.UNISON, SAME_SOUND_MERGED));
        }
        if (merged && !oneVoice(one, other)) {
            add(harms, Harm.UNISON, use.together(one, other));
            add(harms, Harm.FILL, use.inFill(one, other) + use.inFill(other, one));
        }
        if (!merged) {
            addTurns(harms, one, first, other, second);
        }
        addOpenness(harms, one, first, other, second);
        addSplits(harms, one, first, other, second);
        addSplits(harms, other, second, one, first);
        return harms;
    }

    private static void add(List<Weighed> harms, Harm harm, double weight) {
        if (weight > 0) {
            harms.add(new Weighed(harm, weight * harm.cost()));
        }
    }

    /**
     * Whether two lines may be played on one drum without losing a voice: two kicks are one drum with two pedals, and
     * two snares played as one are a layered stroke.
     */
    static boolean oneVoice(Line one, Line other) {
        KitPiece piece = one.sound().piece();
        boolean alike = piece == other.sound().piece() && (piece == KitPiece.KICK || piece == KitPiece.SNARE);
        return alike || Instance.of(one.sound()).equals(Instance.of(other.sound()));
    }

    /** Whether a step over two toms goes up where it fell, or down where it rose. */
    static boolean turns(Line one, Line first, Line other, Line second) {
        int was = step(one, first, other, second);
        return was != 0
                && Integer.signum(second.sound().number() - first.sound().number()) == -was;
    }

    /** Toms count from high to low: 1 when a step over two toms falls, -1 when it rises, 0 when it is none of both. */
    private static int step(Line one, Line first, Line other, Line second) {
        boolean toms = one.sound().piece() == KitPiece.TOM && other.sound().piece() == KitPiece.TOM;
        boolean stillOnePiece = first.sound().piece() == second.sound().piece();
        return toms && stillOnePiece
                ? Integer.signum(other.sound().number() - one.sound().number())
                : 0;
    }

    private void addTurns(List<Weighed> harms, Line one, Line first, Line other, Line second) {
        if (step(one, first, other, second) == 0) {
            return;
        }
        double weight = use.inFill(one, other) + use.inFill(other, one);
        if (first.sound().number() == second.sound().number()) {
            add(harms, Harm.FLAT_FILL, weight);
        } else if (turns(one, first, other, second)) {
            add(harms, Harm.TURNED_FILL, weight);
        }
    }

    private void addOpenness(List<Weighed> harms, Line one, Line first, Line other, Line second) {
        double weight = use.hatStep(one, other) + use.hatStep(other, one);
        OptionalDouble was = Hats.step(one.sound(), other.sound());
        OptionalDouble is = Hats.step(first.sound(), second.sound());
        if (weight > 0 && was.isPresent() && is.isPresent()) {
            add(harms, Harm.OPENNESS, weight * Math.abs(was.getAsDouble() - is.getAsDouble()));
        }
    }

    /** Whether one line is the plain stroke of the kit piece that the other one plays in another way. */
    private static boolean leads(Line one, Line other) {
        return one.sound().articulation() == one.sound().piece().usualArticulation()
                && other.sound().articulation() != one.sound().articulation()
                && Instance.of(one.sound()).equals(Instance.of(other.sound()));
    }

    private void addSplits(List<Weighed> harms, Line lead, Line leadTo, Line follower, Line followerTo) {
        if (leads(lead, follower) && !Instance.of(leadTo.sound()).equals(Instance.of(followerTo.sound()))) {
            add(harms, Chokes.isChoke(follower.sound()) ? Harm.STRAY_CHOKE : Harm.SPLIT, use.weight(follower));
        }
    }
}
