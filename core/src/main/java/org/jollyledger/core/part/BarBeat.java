package org.jollyledger.core.part;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.stream.IntStream;

/**
 * A place in bars and beats, both counted from 1 (a pick-up is bar 0), as a drummer would name it: a hit that is played a little early is
 * named by the beat it is meant for.
 *
 * @param bar 0 for a pick-up, else 1 or more
 * @param twelfths twelfths of a beat into the bar, 0 or more; twelve hold both sixteenths and triplets
 */
public record BarBeat(long bar, int twelfths) implements Comparable<BarBeat> {
    static final int TWELFTHS = 12;

    /** The beats of the longest bars that are common, worked out once. */
    private static final BigDecimal[] BEATS =
            IntStream.range(0, 32 * TWELFTHS).mapToObj(BarBeat::beat).toArray(BigDecimal[]::new);

    /** {@return the beat with what goes beyond it, such as 3, 3.25 or 2.67} */
    public BigDecimal beat() {
        return twelfths < BEATS.length ? BEATS[twelfths] : beat(twelfths);
    }

    private static BigDecimal beat(int twelfths) {
        BigDecimal beat = BigDecimal.valueOf(twelfths)
                .divide(BigDecimal.valueOf(TWELFTHS), 2, RoundingMode.HALF_UP)
                .add(BigDecimal.ONE)
                .stripTrailingZeros();
        return beat.scale() < 0 ? beat.setScale(0) : beat;
    }

    /** {@return in words: "bar 12, beat 3"} */
    public String words() {
        return "bar " + bar + ", beat " + beat().toPlainString();
    }

    @Override
    public int compareTo(BarBeat other) {
        int byBar = Long.compare(bar, other.bar);
        return byBar != 0 ? byBar : Integer.compare(twelfths, other.twelfths);
    }
}
