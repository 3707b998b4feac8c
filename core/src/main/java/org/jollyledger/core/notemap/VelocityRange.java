package org.jollyledger.core.notemap;

/**
 * The velocities for which a target sounds, both ends included.
 *
 * @param from 1 to 127
 * @param to {@code from} to 127
 */
public record VelocityRange(int from, int to) {
    public static final int LOWEST = 1;
    public static final int HIGHEST = 127;
    /** Every velocity a hit can have. */
    public static final VelocityRange FULL = new VelocityRange(LOWEST, HIGHEST);

    public VelocityRange {
        if (from < LOWEST || to > HIGHEST || from > to) {
            throw new IllegalArgumentException(
                    "Velocities " + from + " to " + to + " are no range; they go from 1 to 127, the lower first.");
        }
    }

    /** {@return whether a velocity, 1 to 127, lies in the range} */
    public boolean contains(int velocity) {
        return velocity >= from && velocity <= to;
    }
}
