package org.jollyledger.core.reconcile;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.HitChange;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.Stroke;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Family;

/** What triggers play that nobody struck: bounces and crosstalk. */
final class TriggerFinder {
    /** A grace note belongs to a stroke that comes so soon behind it. */
    private static final double GRACE_MILLISECONDS = 45;
    /** Strokes are even when no gap and no velocity is more than this many times another. */
    private static final double EVEN_GAPS = 1.5;

    private static final double EVEN_VELOCITIES = 1.4;
    private static final int FEWEST_OF_A_ROLL = 4;
    /** How many of a line's hits may be as soft without a neighbour, that its soft hits are crosstalk. */
    private static final double OTHERWISE_SOFT = 0.10;

    private static final double AS_SOFT = 1.2;
    private static final int FEWEST_TIMES = 2;
    /** So many hits before a hit and behind it are looked at; nobody plays more within the time of crosstalk. */
    private static final int MOST_NEIGHBOURS = 16;

    private static final Set<Family> SHAKES = EnumSet.of(Family.KICK, Family.SNARE, Family.TOM);

    private TriggerFinder() {}

    static void struckTwice(Study study) {
        Part part = study.part();
        int[] previous = {};
        for (int hit : study.order()) {
            int again = study.next(hit);
            if (!mayBounce(study, hit) || isGrace(study, again)) {
                continue;
            }
            previous = previous.length == 0 ? previous(study) : previous;
            if (endsOrnament(study, previous[hit], hit) || isOfRoll(study, previous, hit)) {
                continue;
            }
            boolean atOnce = areAtOnce(study, hit, again);
            boolean secondIsLouder = part.velocity(again) > part.velocity(hit);
            int bounce = secondIsLouder ? hit : again;
            long after = Math.round(study.milliseconds(hit, again));
            study.found(
                    DiscrepancyKind.STRUCK_TWICE,
                    List.of(bounce, secondIsLouder ? again : hit),
                    study.name(part.note(hit))
                            + (atOnce
                                    ? " is struck twice at once."
                                    : " strikes again after " + after + " ms, no louder: the trigger bounced."),
                    List.of(
                            Correction.of(
                                    "delete",
                                    atOnce ? "Delete one of the two" : "Delete the bounce",
                                    new HitChange.Delete(bounce)),
                            Correction.KEEP));
        }
    }

    /** Whether a hit is struck again so soon, and no louder, that its trigger may have bounced. */
    static boolean mayBounce(Study study, int hit) {
        int again = study.next(hit);
        return again != Study.NONE
                && study.milliseconds(hit, again) <= study.figures().bounceMilliseconds()
                && (study.part().velocity(again) <= study.part().velocity(hit) || areAtOnce(study, hit, again));
    }

    private static boolean areAtOnce(Study study, int hit, int again) {
        return study.part().tick(hit) == study.part().tick(again);
    }

    private static int[] previous(Study study) {
        int[] previous = new int[study.part().hitCount()];
        Arrays.fill(previous, Study.NONE);
        for (int hit = 0; hit < previous.length; hit++) {
            if (study.next(hit) != Study.NONE) {
                previous[study.next(hit)] = hit;
            }
        }
        return previous;
    }

    /** Whether a louder stroke follows so soon that a hit leads to it, as in a flam or a drag. */
    private static boolean isGrace(Study study, int hit) {
        int next = study.next(hit);
        return next != Study.NONE
                && study.milliseconds(hit, next) <= GRACE_MILLISECONDS
                && study.part().velocity(next) > study.part().velocity(hit);
    }

    /** Whether a softer stroke leads to a hit, as in a drag whose last stroke is no longer the loudest. */
    private static boolean endsOrnament(Study study, int previous, int hit) {
        return previous != Study.NONE
                && study.milliseconds(previous, hit) <= GRACE_MILLISECONDS
                && study.milliseconds(previous, hit) > 0
                && study.part().velocity(previous) < study.part().velocity(hit);
    }

    /** Whether a hit and the next are two of several even strokes. */
    private static boolean isOfRoll(Study study, int[] previous, int hit) {
        int next = study.next(hit);
        double gap = study.milliseconds(hit, next);
        if (gap <= 0) {
            return false;
        }
        int strokes = 2;
        for (int at = hit; strokes < FEWEST_OF_A_ROLL && isEven(study, previous[at], at, gap); at = previous[at]) {
            strokes++;
        }
        for (int at = next;
                strokes < FEWEST_OF_A_ROLL
                        && study.next(at) != Study.NONE
                        && isEven(study, at, study.next(at), gap); ) {
            at = study.next(at);
            strokes++;
        }
        return strokes >= FEWEST_OF_A_ROLL;
    }

    private static boolean isEven(Study study, int hit, int next, double gap) {
        if (hit == Study.NONE) {
            return false;
        }
        double other = study.milliseconds(hit, next);
        double one = study.part().velocity(hit);
        double two = study.part().velocity(next);
        return Math.max(other, gap) <= EVEN_GAPS * Math.min(other, gap)
                && Math.max(one, two) <= EVEN_VELOCITIES * Math.min(one, two);
    }

    /** A soft hit and the loud one beside it. */
    private record Pair(int soft, int loud) {}

    static void crosstalk(Study study) {
        Part part = study.part();
        Map<Integer, List<Pair>> byNotes = new HashMap<>();
        boolean[] beside = new boolean[part.hitCount()];
        int[] order = study.order();
        for (int i = 0; i < order.length; i++) {
            int soft = order[i];
            for (int loud : loudNeighbours(study, i)) {
                beside[soft] = true;
                byNotes.computeIfAbsent(part.note(soft) << 7 | part.note(loud), any -> new ArrayList<>())
                        .add(new Pair(soft, loud));
            }
        }
        boolean[] told = new boolean[part.hitCount()];
        int[][] others = velocitiesOfOthers(part, beside);
        byNotes.values().stream()
                .filter(pairs -> pairs.size() >= FEWEST_TIMES)
                .sorted(Comparator.comparingInt((List<Pair> pairs) -> -pairs.size())
                        .thenComparing(pairs -> !shakes(study, part.note(pairs.get(0).loud)))
                        .thenComparing(pairs -> pairs.get(0).loud))
                .forEach(pairs -> report(study, pairs, others[part.note(pairs.get(0).soft)], told));
    }

    /** Whether a note is a drum, which shakes the stands of others more than a cymbal does. */
    private static boolean shakes(Study study, int note) {
        return study.meant(note).map(sound -> SHAKES.contains(sound.family())).orElse(false);
    }

    /** The hits on other notes near a hit that are so much louder, one of each note: of those nearest to it that are looked at. */
    private static List<Integer> loudNeighbours(Study study, int position) {
        Part part = study.part();
        int[] order = study.order();
        int soft = order[position];
        if (part.velocity(soft) * 100 >= Stroke.LOUDEST * study.figures().crosstalkPercent()
                || !study.isStroke(part.note(soft))) {
            return List.of();
        }
        Map<Integer, Integer> loud = new TreeMap<>();
        for (int step : new int[] {-1, 1}) {
            for (int i = position + step, looked = 0;
                    looked < MOST_NEIGHBOURS && i >= 0 && i < order.length;
                    i += step, looked++) {
                int other = order[i];
                if (Math.abs(study.milliseconds(soft, other)) > study.figures().crosstalkMilliseconds()) {
                    break;
                }
                if (part.note(other) != part.note(soft)
                        && part.velocity(soft) * 100
                                < part.velocity(other) * study.figures().crosstalkPercent()
                        && study.isStroke(part.note(other))) {
                    loud.putIfAbsent(part.note(other), other);
                }
            }
        }
        return List.copyOf(loud.values());
    }

    /** For each note how many of its hits beside no loud one have each velocity. */
    private static int[][] velocitiesOfOthers(Part part, boolean[] beside) {
        int[][] counts = new int[Note.COUNT][VelocityRange.HIGHEST + 1];
        for (int hit = 0; hit < part.hitCount(); hit++) {
            counts[part.note(hit)][part.velocity(hit)] += beside[hit] ? 0 : 1;
        }
        return counts;
    }

    private static void report(Study study, List<Pair> pairs, int[] velocitiesOfOthers, boolean[] told) {
        Part part = study.part();
        int note = part.note(pairs.get(0).soft);
        int loudest =
                pairs.stream().mapToInt(pair -> part.velocity(pair.soft)).max().orElseThrow();
        int others = 0;
        int soft = 0;
        for (int velocity = 0; velocity < velocitiesOfOthers.length; velocity++) {
            others += velocitiesOfOthers[velocity];
            soft += velocity <= AS_SOFT * loudest ? velocitiesOfOthers[velocity] : 0;
        }
        if (soft > OTHERWISE_SOFT * others) {
            return;
        }
        for (Pair pair : pairs) {
            if (told[pair.soft]) {
                continue;
            }
            told[pair.soft] = true;
            study.found(
                    DiscrepancyKind.CROSSTALK,
                    List.of(pair.soft, pair.loud),
                    study.name(note) + " sounds at velocity " + part.velocity(pair.soft) + " with "
                            + study.name(part.note(pair.loud)) + " at " + part.velocity(pair.loud)
                            + ", " + pairs.size() + " times: its trigger picks up the other.",
                    List.of(
                            Correction.of("delete", "Delete the soft one", new HitChange.Delete(pair.soft)),
                            Correction.KEEP));
        }
    }
}
