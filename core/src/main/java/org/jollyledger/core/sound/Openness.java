package org.jollyledger.core.sound;

import org.jollyledger.core.code.Coded;

/** How far a hi-hat is open while it is struck, from clamped tight to fully open. */
public enum Openness implements Coded {
    TIGHT("tight", -0.05),
    CLOSED("closed", 0.00),
    QUARTER("a quarter open", 0.10),
    HALF("half open", 0.18),
    THREE_QUARTER("three quarters open", 0.24),
    OPEN("open", 0.30),
    /** A controller says how open, as the map says; usually the foot controller of MIDI 1.0. */
    PEDAL("by pedal", 0.15);

    private final String words;
    private final double position;

    Openness(String words, double position) {
        this.words = words;
        this.position = position;
    }

    /** {@return the openness in words} */
    public String words() {
        return words;
    }

    /** {@return how far it is open, on a scale on which a closed hat is 0 and an open one 0.3; tight is below} */
    public double position() {
        return position;
    }
}
