package org.jollyledger.core.notemap;

import java.util.Locale;

/** How an instrument says how far the hi-hat is open. */
public enum OpennessExpression {
    /** Each openness has a note of its own. */
    NOTES("a note for each opening"),
    /** Controller 4, the foot controller of MIDI 1.0, says it for every stroke. */
    CONTROLLER("controller 4");

    private final String words;

    OpennessExpression(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    public String code() {
        return name().toLowerCase(Locale.ROOT);
    }
}
