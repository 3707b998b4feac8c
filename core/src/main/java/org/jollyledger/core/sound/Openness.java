package org.jollyledger.core.sound;

import java.util.Locale;

/** How far a hi-hat is open while it is struck, from clamped tight to fully open. */
public enum Openness {
    TIGHT("tight", -0.05),
    CLOSED("closed", 0.00),
    QUARTER("a quarter open", 0.10),
    HALF("half open", 0.18),
    THREE_QUARTER("three quarters open", 0.24),
    OPEN("open", 0.30),
    /** Controller 4 says how open (MIDI 1.0: foot controller). */
    PEDAL("by pedal", 0.15);

    private static final double UNKNOWN_UNTIL_PLAYED = 0.10;
    /** Half of what lies between two of the five openings of a pedal. */
    private static final int HALF_STEP = 16;

    private final String words;
    private final double position;

    Openness(String words, double position) {
        this.words = words;
        this.position = position;
    }

    /** The stable code, such as {@code three-quarter}. */
    public String code() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    public String words() {
        return words;
    }

    /** How far it is open, on a scale on which a closed hat is 0 and an open one 0.3; tight is below. */
    public double position() {
        return position;
    }

    /**
     * How far a hi-hat is open by its pedal. A pressed pedal sends 127 and a free one 0, with even steps between (common
     * practice; pedals that count the other way must be turned round first).
     *
     * @param value of controller 4, 0–127
     */
    public static Openness ofPedal(int value) {
        Openness[] byFoot = {OPEN, THREE_QUARTER, HALF, QUARTER, CLOSED};
        return byFoot[(value + HALF_STEP) / (2 * HALF_STEP)];
    }

    double distance(Openness other) {
        if (this == other) {
            return 0;
        }
        if (this == PEDAL || other == PEDAL) {
            return UNKNOWN_UNTIL_PLAYED;
        }
        return Math.abs(position - other.position);
    }
}
