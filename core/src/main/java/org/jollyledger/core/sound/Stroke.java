package org.jollyledger.core.sound;

/**
 * The kind of sound an articulation makes on any kit piece, with how far it lies from a plain stroke (0 to 1). These
 * weights are our own judgement of common practice: a rim shot passes for a loud stroke, a side stick does not, a
 * choke is the damped tail of a sound and no stroke at all, and a stroke that is choked at once is heard as one more.
 */
enum Stroke {
    PLAIN(0.00),
    EDGE(0.08),
    DAMPED(0.16),
    RIM(0.18),
    MULTIPLE(0.18),
    BELL(0.22),
    STRUCK_CHOKE(0.22),
    PEDAL_SPLASH(0.26),
    SWELL(0.28),
    BRUSH(0.30),
    PEDAL(0.34),
    CLICK(0.40),
    CHOKE(0.90);

    /** Pairs that are nearer to, or farther from, each other than their ways over the plain stroke would say. */
    private record Pair(Stroke first, Stroke second, double distance) {
        boolean joins(Stroke one, Stroke other) {
            return first == one && second == other || first == other && second == one;
        }
    }

    private static final Pair[] PAIRS = {
        new Pair(RIM, CLICK, 0.50),
        new Pair(PEDAL, PEDAL_SPLASH, 0.20),
        new Pair(MULTIPLE, SWELL, 0.15),
        new Pair(BRUSH, MULTIPLE, 0.25),
        new Pair(EDGE, RIM, 0.14),
        new Pair(STRUCK_CHOKE, CHOKE, 0.72),
        new Pair(STRUCK_CHOKE, DAMPED, 0.10),
    };

    private final double fromPlain;

    Stroke(double fromPlain) {
        this.fromPlain = fromPlain;
    }

    double distance(Stroke other) {
        if (this == other) {
            return 0;
        }
        for (Pair pair : PAIRS) {
            if (pair.joins(this, other)) {
                return pair.distance;
            }
        }
        return Math.min(1, fromPlain + other.fromPlain);
    }
}
