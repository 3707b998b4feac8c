package org.jollyledger.core.part;

import java.util.Arrays;
import java.util.stream.IntStream;

/** The hits of a part by the bars they are meant for, found without looking at the others. */
public final class BarIndex {
    /** The hits in the order of their bars; those of one bar in the order of the part. */
    private final int[] hits;
    /** The bar of each of them. */
    private final long[] bars;

    private BarIndex(int[] hits, long[] bars) {
        this.hits = hits;
        this.bars = bars;
    }

    static BarIndex of(Part part) {
        long[] barOfHit = new long[part.hitCount()];
        Arrays.setAll(barOfHit, hit -> part.place(hit).bar());
        boolean sorted = IntStream.range(1, barOfHit.length).allMatch(hit -> barOfHit[hit - 1] <= barOfHit[hit]);
        int[] hits = IntStream.range(0, barOfHit.length).toArray();
        if (!sorted) {
            hits = IntStream.of(hits)
                    .boxed()
                    .sorted((one, other) -> Long.compare(barOfHit[one], barOfHit[other]))
                    .mapToInt(Integer::intValue)
                    .toArray();
        }
        return new BarIndex(
                hits, IntStream.of(hits).mapToLong(hit -> barOfHit[hit]).toArray());
    }

    /** {@return the bar in which the last hit is; 0 when there is none, or only a pick-up} */
    public long barCount() {
        return bars.length == 0 ? 0 : bars[bars.length - 1];
    }

    /**
     * {@return the indexes of the hits in some bars, by bar and in each bar in the order of the part}
     *
     * @param first the first bar; 0 is a pick-up
     * @param last the last bar, included
     */
    public int[] hits(long first, long last) {
        int from = begin(first);
        return Arrays.copyOfRange(hits, from, Math.max(from, begin(last + 1)));
    }

    /** {@return how many hits are in some bars, the last one included} */
    public int count(long first, long last) {
        return Math.max(0, begin(last + 1) - begin(first));
    }

    /** How many hits are before a bar. */
    private int begin(long bar) {
        return Ordered.countBefore(bars.length, index -> bars[index] < bar);
    }
}
