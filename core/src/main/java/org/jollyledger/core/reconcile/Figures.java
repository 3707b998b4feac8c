package org.jollyledger.core.reconcile;

import org.jollyledger.core.notemap.NoteMap;

/**
 * From where on something counts as a discrepancy; common practice.
 *
 * @param bounceMilliseconds how soon a bouncing trigger strikes again, 1 to 200
 * @param crosstalkMilliseconds how near the hit of a neighbour is, 1 to 100
 * @param crosstalkPercent how loud crosstalk is at most, in percent of that hit, 1 to 100
 * @param shortestMilliseconds how long a hit lasts at least, 0 to 1,000
 * @param longestBars how many bars a hit lasts at most, 1 to 64
 * @param pedalPerSecond how many values of a pedal are sent in a second at most, 10 to 1,000
 */
public record Figures(
        int bounceMilliseconds,
        int crosstalkMilliseconds,
        int crosstalkPercent,
        int shortestMilliseconds,
        int longestBars,
        int pedalPerSecond) {
    /** What is usual. */
    public static final Figures USUAL = new Figures(25, 8, 25, 10, 1, 200);

    /** {@return what is usual on the kit of a map: its own figures for bounces and crosstalk, where it has some} */
    public static Figures of(NoteMap map) {
        return map.pads()
                .triggers()
                .map(own -> new Figures(
                        own.bounceMilliseconds(),
                        own.crosstalkMilliseconds(),
                        own.crosstalkPercent(),
                        USUAL.shortestMilliseconds,
                        USUAL.longestBars,
                        USUAL.pedalPerSecond))
                .orElse(USUAL);
    }

    public Figures {
        require("A trigger bounces within", bounceMilliseconds, 1, 200, "milliseconds");
        require("Crosstalk comes within", crosstalkMilliseconds, 1, 100, "milliseconds");
        require("Crosstalk is softer than", crosstalkPercent, 1, 100, "percent");
        require("A hit lasts at least", shortestMilliseconds, 0, 1_000, "milliseconds");
        require("A hit lasts at most", longestBars, 1, 64, "bars");
        require("A pedal sends at most", pedalPerSecond, 10, 1_000, "values a second");
    }

    private static void require(String what, int value, int least, int most, String unit) {
        if (value < least || value > most) {
            throw new IllegalArgumentException(
                    what + " " + least + " to " + most + " " + unit + ", not " + value + ".");
        }
    }
}
