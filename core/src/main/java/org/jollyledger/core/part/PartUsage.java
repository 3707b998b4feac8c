package org.jollyledger.core.part;

import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * How a part uses its notes: how often and how loudly each is played, which sound together, and which follow one
 * another. Weights are counted in hits of full loudness; the softest hit counts {@value #SOFTEST}.
 */
public final class PartUsage {
    private static final int NOTES = 128;
    private static final double SOFTEST = 0.4;
    private static final int LOUDEST_VELOCITY = 127;
    /** Hits no farther apart than this part of a quarter are meant to sound together: two hands are never exact. */
    private static final int TOGETHER = 24;

    /** Nobody strikes more at once; a file that does is no reason to compare each with each. */
    private static final int MOST_TOGETHER = 256;

    private final Part part;
    private final int[] order;
    private final double quarter;
    private final Map<StepsOf, int[]> steps = new HashMap<>();
    private final double[] weights = new double[NOTES];
    private final double[] together = new double[NOTES * NOTES];

    private PartUsage(Part part) {
        this.part = part;
        boolean tracksApart = part.file().format() == 2;
        order = tracksApart ? tracksInTurn(part.hitCount()) : part.hitsInTime();
        quarter = part.file().division().ticksPerQuarter();
        weigh();
    }

    /**
     * Counts the hits of a part.
     *
     * @return how often, how loudly and with what each note is played
     */
    public static PartUsage of(Part part) {
        return new PartUsage(part);
    }

    /** {@return how much one hit counts: its velocity brought to {@value #SOFTEST} to 1} */
    public static double loudness(int velocity) {
        return SOFTEST + (1 - SOFTEST) * velocity / LOUDEST_VELOCITY;
    }

    private static int[] tracksInTurn(int count) {
        int[] order = new int[count];
        Arrays.setAll(order, hit -> hit);
        return order;
    }

    private void weigh() {
        long window = (long) (quarter / TOGETHER);
        for (int i = 0; i < order.length; i++) {
            int hit = order[i];
            double loudness = loudness(part.velocity(hit));
            weights[part.note(hit)] += loudness;
            int first = Math.max(0, i - MOST_TOGETHER);
            for (int before = i - 1; before >= first && ticksBetween(order[before], hit) <= window; before--) {
                int other = order[before];
                if (part.note(other) != part.note(hit)) {
                    double softer = Math.min(loudness, loudness(part.velocity(other)));
                    together[part.note(hit) * NOTES + part.note(other)] += softer;
                    together[part.note(other) * NOTES + part.note(hit)] += softer;
                }
            }
        }
    }

    /** Very many where the two are in tracks that do not play together. */
    private long ticksBetween(int earlier, int later) {
        boolean apart = part.file().format() == 2 && part.track(earlier) != part.track(later);
        return apart ? Long.MAX_VALUE : part.tick(later) - part.tick(earlier);
    }

    /** {@return the hits of a note, each counted by its loudness} */
    public double weight(int note) {
        return weights[note];
    }

    /** {@return all hits, each counted by its loudness} */
    public double weight() {
        return Arrays.stream(weights).sum();
    }

    /** {@return how often two different notes sound together, each time counted by the softer of the two} */
    public double together(int note, int other) {
        return together[note * NOTES + other];
    }

    /**
     * How often one note follows another, when no notes but some are looked at: directly, each time counted by the
     * softer of the two, and with one other note between them, counted half. Repeated strokes count as one; strokes
     * that sound together do not follow one another.
     *
     * @param notes the notes that are looked at
     * @param quarters the longest time from one stroke to the next, in quarters
     * @return 128 rows of 128: how often the column's note follows the row's
     */
    public double[][] successions(BitSet notes, double quarters) {
        double[][] follows = new double[NOTES][NOTES];
        forEachSuccession(
                notes,
                quarters,
                (earlier, later, share) -> follows[part.note(earlier)][part.note(later)] +=
                        share * Math.min(loudness(part.velocity(earlier)), loudness(part.velocity(later))));
        return follows;
    }

    private record StepsOf(BitSet notes, double quarters) {}

    /**
     * The hits of which one follows another directly, when no notes but some are looked at, as {@link #successions} has it.
     * They are worked out once.
     *
     * @param notes the notes that are looked at
     * @param quarters the longest time from one stroke to the next, in quarters
     * @return the indexes of the hits in pairs, one behind the other: each with the one that follows it
     */
    public int[] steps(BitSet notes, double quarters) {
        StepsOf key = new StepsOf((BitSet) notes.clone(), quarters);
        synchronized (steps) {
            return steps.computeIfAbsent(key, this::worked);
        }
    }

    private int[] worked(StepsOf wanted) {
        IntStream.Builder pairs = IntStream.builder();
        forEachSuccession(wanted.notes, wanted.quarters, (earlier, later, share) -> {
            if (share == 1) {
                pairs.add(earlier).add(later);
            }
        });
        return pairs.build().toArray();
    }

    /** Takes two hits on different notes of which one follows the other. */
    @FunctionalInterface
    public interface SuccessionVisitor {
        /**
         * @param earlier the index of a hit
         * @param later the index of the hit that follows it
         * @param share 1 when it follows directly, 0.5 when there is another note between them
         */
        void visit(int earlier, int later, double share);
    }

    /** Goes through the hits that follow one another, in the order of time; {@link #successions} says which do. */
    public void forEachSuccession(BitSet notes, double quarters, SuccessionVisitor visitor) {
        long window = (long) (quarter / TOGETHER);
        long longest = Math.round(quarter * quarters);
        int last = Part.NONE;
        int before = Part.NONE;
        for (int hit : order) {
            if (!notes.get(part.note(hit))) {
                continue;
            }
            long ticks = last == Part.NONE ? Long.MAX_VALUE : ticksBetween(last, hit);
            if (last != Part.NONE && ticks <= window) {
                continue;
            }
            if (ticks > longest) {
                before = Part.NONE;
            } else if (part.note(last) != part.note(hit)) {
                visitor.visit(last, hit, 1);
                if (before != Part.NONE && part.note(before) != part.note(hit)) {
                    visitor.visit(before, hit, 0.5);
                }
                before = last;
            }
            last = hit;
        }
    }
}
