package org.jollyledger.core.notemap;

import java.util.List;

/**
 * The figures of a hi-hat's pedal. Each threshold is the least value, of a pedal that sends 127 when it is pressed, at
 * which the hat is no farther open than the threshold says; below the first it is open. They rise, and {@value #NEVER}
 * stands for one that is never reached.
 *
 * @param controller which controller it sends, 0 to 119; MIDI 1.0 calls 4 the foot controller
 * @param threeQuarterFrom from here on three quarters open, 1 to 128
 * @param halfFrom from here on half open
 * @param quarterFrom from here on a quarter open
 * @param closedFrom from here on closed
 * @param tightFrom from here on tight
 * @param countsDown whether it counts the other way: 0 when it is pressed and 127 when it is free
 * @param lowest the least value that it really sends, 0 to 126
 * @param highest the greatest one, more than {@code lowest}
 */
public record HatPedal(
        int controller,
        int threeQuarterFrom,
        int halfFrom,
        int quarterFrom,
        int closedFrom,
        int tightFrom,
        boolean countsDown,
        int lowest,
        int highest) {
    /** The foot controller (MIDI 1.0). */
    public static final int FOOT = 4;
    /** In place of a threshold that is never reached. */
    public static final int NEVER = 128;

    /**
     * Sensible figures for a kit that was not measured: even steps from open to closed. Tight is never reached, because
     * many pedals send 127 for a hat that is merely closed (common practice).
     */
    public static final HatPedal USUAL = new HatPedal(FOOT, 16, 48, 80, 112, NEVER, false, 0, 127);

    private static final int HIGHEST_CONTROLLER = 119;

    public HatPedal {
        if (controller < 0 || controller > HIGHEST_CONTROLLER) {
            throw new IllegalArgumentException("A hi-hat's pedal sends a controller from 0 to " + HIGHEST_CONTROLLER
                    + ", not " + controller + ".");
        }
        if (lowest < 0 || highest >= NEVER || lowest >= highest) {
            throw new IllegalArgumentException("The range of a pedal goes from 0 or more to 127 or less, not from "
                    + lowest + " to " + highest + ".");
        }
        int before = 1;
        for (int threshold : List.of(threeQuarterFrom, halfFrom, quarterFrom, closedFrom, tightFrom)) {
            if (threshold < before || threshold > NEVER) {
                throw new IllegalArgumentException("The pedal's thresholds must rise from 1 to 127, or be " + NEVER
                        + " for never; " + threshold + " cannot follow " + before + ".");
            }
            before = threshold;
        }
    }

    /** {@return the five thresholds from three quarters open to tight} */
    public List<Integer> thresholds() {
        return List.of(threeQuarterFrom, halfFrom, quarterFrom, closedFrom, tightFrom);
    }

    /** {@return this pedal with another controller, 0 to 119} */
    public HatPedal withController(int newController) {
        return new HatPedal(
                newController,
                threeQuarterFrom,
                halfFrom,
                quarterFrom,
                closedFrom,
                tightFrom,
                countsDown,
                lowest,
                highest);
    }

    /** {@return this pedal with another direction of counting} */
    public HatPedal withCountsDown(boolean down) {
        return new HatPedal(
                controller, threeQuarterFrom, halfFrom, quarterFrom, closedFrom, tightFrom, down, lowest, highest);
    }

    /**
     * {@return these figures with other thresholds}
     *
     * @param thresholds five, from three quarters open to tight
     * @throws IllegalArgumentException when there are not five, or they do not rise
     */
    public HatPedal withThresholds(List<Integer> thresholds) {
        if (thresholds.size() != USUAL.thresholds().size()) {
            throw new IllegalArgumentException(
                    "A pedal has five thresholds, from three quarters open to tight, not " + thresholds.size() + ".");
        }
        return new HatPedal(
                controller,
                thresholds.get(0),
                thresholds.get(1),
                thresholds.get(2),
                thresholds.get(3),
                thresholds.get(4),
                countsDown,
                lowest,
                highest);
    }

    /**
     * {@return this pedal with the range that it really delivers}
     *
     * @throws IllegalArgumentException when it is none
     */
    public HatPedal withRange(int newLowest, int newHighest) {
        return new HatPedal(
                controller,
                threeQuarterFrom,
                halfFrom,
                quarterFrom,
                closedFrom,
                tightFrom,
                countsDown,
                newLowest,
                newHighest);
    }

    /** {@return what differs from one pedal to another, such as "steps at 16, 48, 80, 112, pressed is 0"} */
    public String words() {
        List<String> reached = thresholds().stream()
                .filter(threshold -> threshold < NEVER)
                .map(String::valueOf)
                .toList();
        String steps = reached.isEmpty() ? "always open" : "steps at " + String.join(", ", reached);
        return steps + (countsDown ? ", pressed is 0" : "");
    }
}
