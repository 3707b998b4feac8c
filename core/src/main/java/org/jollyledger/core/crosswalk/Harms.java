package org.jollyledger.core.crosswalk;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Side;
import org.jollyledger.core.sound.Sound;

/** What routes do to the music: each route alone, and each pair of routes. */
final class Harms {
    /**
     * One thing that a route does, and what it costs.
     *
     * @param heard whether the part itself has it; else it is only typical
     */
    record Weighed(Harm harm, double cost, boolean heard) {}

    /** Takes what routes do. */
    @FunctionalInterface
    interface Taker {
        void take(Harm harm, double cost, boolean heard);
    }

    /** Lines of one kit piece, standing on one side. */
    private record Instance(KitPiece piece, int number, Optional<Side> side) {
        static Instance of(Sound sound) {
            return new Instance(sound.piece(), sound.number(), sound.side());
        }
    }

    /** Wood on wood; no fill runs over it. */
    private static final Set<Articulation> CLICKS =
            EnumSet.of(Articulation.RIM, Articulation.RIM_CLICK, Articulation.SIDE_STICK);

    /** Keeps two lines of one sound on two notes, where the target has two: both hands may play them. */
    private static final double SAME_SOUND_MERGED = 1e-5;
    /** From this mean loudness down a line is played softly, and from the other on as softly as can be. */
    private static final double SOFTLY = 0.70;

    private static final double SOFTEST = 0.50;
    /** A hat that is open so far is heard as open; one that is a quarter open is not. */
    private static final double HEARD_AS_OPEN = Openness.HALF.position();

    private final Use use;
    private final int lowestTom;
    private final Set<Sound> sounds;
    private final boolean targetOpens;

    /** @param targets the lines that routes can lead to */
    Harms(Use use, List<Line> targets) {
        this.use = use;
        lowestTom = targets.stream()
                .filter(line -> line.sound().piece() == KitPiece.TOM)
                .mapToInt(line -> line.sound().number())
                .max()
                .orElse(0);
        sounds = targets.stream().map(Line::sound).collect(Collectors.toSet());
        targetOpens = sounds.stream().anyMatch(sound -> isHeard(sound, true))
                && sounds.stream().anyMatch(sound -> isHeard(sound, false));
    }

    private static boolean isHeard(Sound sound, boolean open) {
        return Hats.isStruck(sound) && !Hats.isByPedal(sound) && Hats.position(sound) >= HEARD_AS_OPEN == open;
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
        return sound.articulation() != Articulation.ROLL
                && !CLICKS.contains(sound.articulation())
                && !Chokes.isChoke(sound);
    }

    /** How much a line is played. */
    double weight(Line line) {
        return use.weight(line);
    }

    /** How far a line goes, as it is heard: a hat that its pedal opens sounds as the pedal stands. */
    double distance(Line from, Line to) {
        Map<Openness, Double> openings = use.openings(from);
        if (openings.isEmpty() || Hats.isByPedal(to.sound())) {
            return from.sound().distanceTo(to.sound()).value();
        }
        return openings.entrySet().stream()
                .mapToDouble(opening -> opening.getValue()
                        * from.sound()
                                .withOpenness(opening.getKey())
                                .distanceTo(to.sound())
                                .value())
                .sum();
    }

    /** What it does to send a line somewhere, or nowhere. */
    List<Weighed> alone(Line from, Optional<Line> to) {
        double weight = use.weight(from);
        if (to.isEmpty()) {
            return List.of(new Weighed(Harm.SILENCE, weight * Harm.SILENCE.cost(), true));
        }
        List<Weighed> harms = new ArrayList<>();
        Sound wanted = from.sound();
        Sound found = to.get().sound();
        double distance = distance(from, to.get());
        if (distance > 0) {
            harms.add(new Weighed(Harm.SUBSTITUTE, weight * distance, true));
        }
        // Toms of which there are too few are squeezed together.
        if (!found.equals(wanted) && sounds.contains(wanted) && wanted.piece() != KitPiece.TOM) {
            harms.add(new Weighed(Harm.LEFT, weight * Harm.LEFT.cost(), true));
        }
        if (changesSide(wanted, found)) {
            harms.add(new Weighed(Harm.SIDE, weight * Harm.SIDE.cost(), true));
        }
        double softness = softness(from);
        if (softness > 0
                && found.articulation().isForceful()
                && !wanted.articulation().isForceful()) {
            harms.add(new Weighed(Harm.TOO_LOUD, weight * softness * Harm.TOO_LOUD.cost(), true));
        }
        if (wanted.piece().isLowDrum() && found.piece() == KitPiece.TOM && found.number() < lowestTom) {
            harms.add(new Weighed(Harm.RAISED, weight * Harm.RAISED.cost(), true));
        }
        return harms;
    }

    private static boolean changesSide(Sound from, Sound to) {
        return from.side().isPresent() && to.side().isPresent() && !from.side().equals(to.side());
    }

    private double softness(Line line) {
        OptionalDouble loudness = use.loudness(line);
        return loudness.isEmpty()
                ? 0
                : Math.max(0, Math.min(1, (SOFTLY - loudness.getAsDouble()) / (SOFTLY - SOFTEST)));
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
        int was = step(one, other);
        return was != 0
                && first.sound().piece() == second.sound().piece()
                && Integer.signum(second.sound().number() - first.sound().number()) == -was;
    }

    /** Whether of two toms one becomes a tom and the other something else that is struck. */
    static boolean leavesToms(Line one, Line first, Line other, Line second) {
        return isTom(one)
                && isTom(other)
                && isTom(first) != isTom(second)
                && first.sound().piece() != second.sound().piece();
    }

    private static boolean isTom(Line line) {
        return line.sound().piece() == KitPiece.TOM
                && !CLICKS.contains(line.sound().articulation());
    }

    /** Toms count from high to low: 1 when a step over two toms falls, -1 when it rises, 0 when it is none of both. */
    private static int step(Line one, Line other) {
        return isTom(one) && isTom(other)
                ? Integer.signum(other.sound().number() - one.sound().number())
                : 0;
    }

    /** Whether one line is the plain stroke of the kit piece that the other one plays in another way. */
    private static boolean leads(Line one, Line other) {
        return one.sound().articulation() == one.sound().piece().usualArticulation()
                && other.sound().articulation() != one.sound().articulation()
                && Instance.of(one.sound()).equals(Instance.of(other.sound()));
    }

    /** What the routes of two lines can do to each other. */
    Between between(Line one, Line other) {
        return new Between(one, other);
    }

    /** What the routes of two lines can do to each other; how the two are played is looked up once. */
    final class Between {
        private final Line one;
        private final Line other;
        private final double together;
        private final double fills;
        private final double hatSteps;
        private final double softer;
        private final double louder;
        private final Use heard = use.heard();
        private final boolean oneVoice;
        private final boolean leads;
        private final boolean follows;
        private final boolean toms;
        private final boolean hats;

        private Between(Line one, Line other) {
            this.one = one;
            this.other = other;
            together = use.together(one, other);
            fills = fills(use);
            hatSteps = hatSteps(use);
            softer = Math.min(use.weight(one), use.weight(other));
            louder = Math.max(use.weight(one), use.weight(other));
            oneVoice = oneVoice(one, other);
            leads = Harms.leads(one, other);
            follows = Harms.leads(other, one);
            toms = step(one, other) != 0;
            hats = targetOpens && openAgainstClosed();
        }

        private double fills(Use played) {
            return played.inFill(one, other) + played.inFill(other, one);
        }

        private double hatSteps(Use played) {
            return played.hatStep(one, other) + played.hatStep(other, one);
        }

        private boolean openAgainstClosed() {
            return isHeard(one.sound(), true) && isHeard(other.sound(), false)
                    || isHeard(one.sound(), false) && isHeard(other.sound(), true);
        }

        /**
         * Whether there is anything that the two could do to each other.
         *
         * @param mayMerge whether there is a line to which both could lead
         */
        boolean isAny(boolean mayMerge) {
            return mayMerge && together > 0 || fills > 0 || hatSteps > 0 || toms || hats || leads || follows;
        }

        /** What two choices cost in all. */
        double cost(Optional<Line> oneTo, Optional<Line> otherTo) {
            double[] sum = new double[1];
            each(oneTo, otherTo, (harm, cost, played) -> sum[0] += cost);
            return sum[0];
        }

        /** What two choices do. What is silent is missed in a fill, and where it led; else it does nothing to any other. */
        void each(Optional<Line> oneTo, Optional<Line> otherTo, Taker taker) {
            if (leads) {
                eachOfOnePiece(one, oneTo, other, otherTo, taker);
            } else if (follows) {
                eachOfOnePiece(other, otherTo, one, oneTo, taker);
            }
            if (oneTo.isEmpty() || otherTo.isEmpty()) {
                if (!oneVoice) {
                    take(taker, Harm.FILL, fills, fills(heard));
                }
                if (hats && oneTo.isPresent() != otherTo.isPresent()) {
                    take(taker, Harm.MERGED_HATS, louder, louder);
                }
                return;
            }
            Line first = oneTo.get();
            Line second = otherTo.get();
            if (first.note().equals(second.note())) {
                eachOfMerged(taker);
            } else {
                eachOfToms(first, second, taker);
            }
            eachOfOpenness(first, second, taker);
        }

        /** That the articulations of a kit piece stay on one is no reason to move one from its very sound; but a choke is. */
        private void eachOfOnePiece(
                Line lead, Optional<Line> leadTo, Line follower, Optional<Line> followerTo, Taker taker) {
            if (followerTo.isEmpty()) {
                return;
            }
            boolean moved =
                    sounds.contains(lead.sound()) && !leadTo.map(Line::sound).equals(Optional.of(lead.sound()));
            boolean together = leadTo.isPresent()
                    && Instance.of(leadTo.get().sound())
                            .equals(Instance.of(followerTo.get().sound()));
            Harm harm = Chokes.isChoke(follower.sound()) ? Harm.STRAY_CHOKE : Harm.SPLIT;
            boolean atHome = harm == Harm.SPLIT && followerTo.get().sound().equals(follower.sound());
            if (!atHome && (moved || !together)) {
                take(taker, harm, softer, softer);
            }
        }

        private void eachOfMerged(Taker taker) {
            if (one.sound().equals(other.sound())) {
                taker.take(Harm.UNISON, SAME_SOUND_MERGED, false);
            }
            if (!oneVoice) {
                take(taker, Harm.UNISON, together, heard.together(one, other));
                take(taker, Harm.FILL, fills, fills(heard));
                take(taker, Harm.MERGED, softer, softer);
            }
        }

        private void eachOfToms(Line first, Line second, Taker taker) {
            if (!toms) {
                return;
            }
            if (leavesToms(one, first, other, second)) {
                take(taker, Harm.LEFT_FILL, fills, fills(heard));
            } else if (turns(one, first, other, second)) {
                take(taker, Harm.TURNED_FILL, fills, fills(heard));
                take(taker, Harm.CROSSED_TOMS, softer, softer);
            } else if (first.sound().piece() == second.sound().piece()
                    && first.sound().number() == second.sound().number()) {
                take(taker, Harm.FLAT_FILL, fills, fills(heard));
            }
        }

        private void eachOfOpenness(Line first, Line second, Taker taker) {
            if (!hats && hatSteps == 0) {
                return;
            }
            OptionalDouble was = Hats.step(one.sound(), other.sound());
            OptionalDouble is = Hats.step(first.sound(), second.sound());
            boolean merged = first.note().equals(second.note());
            boolean flatOrTurned = was.isPresent() && is.isPresent() && was.getAsDouble() * is.getAsDouble() <= 0;
            if (hats && (merged || flatOrTurned)) {
                take(taker, Harm.MERGED_HATS, louder, louder);
            }
            if (was.isPresent() && is.isPresent()) {
                double change = Math.abs(was.getAsDouble() - is.getAsDouble());
                take(taker, Harm.OPENNESS, hatSteps * change, hatSteps(heard) * change);
            }
        }

        private static void take(Taker taker, Harm harm, double weight, double heardWeight) {
            if (weight > 0) {
                taker.take(harm, weight * harm.cost(), heardWeight > 0);
            }
        }
    }
}
