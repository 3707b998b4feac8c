package org.jollyledger.core.play;

/** How a velocity sounds on the simulated instrument. */
final class Loudness {
    private static final double LOUDEST = 127;
    private static final double SOFTEST_CUTOFF = 900;
    private static final double LOUDEST_CUTOFF = 18_000;
    private static final double POWER = 1.6;
    private static final double QUIETEST = 0.03;

    private Loudness() {}

    /** How loud, 0 to 1. */
    static double gain(int velocity) {
        return QUIETEST + (1 - QUIETEST) * Math.pow(velocity / LOUDEST, POWER);
    }

    /** Above which frequency it is damped, in hertz: soft strokes are dull. */
    static double cutoff(int velocity) {
        return SOFTEST_CUTOFF * Math.pow(LOUDEST_CUTOFF / SOFTEST_CUTOFF, velocity / LOUDEST);
    }
}
