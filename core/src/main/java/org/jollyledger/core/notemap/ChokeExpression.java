package org.jollyledger.core.notemap;

import java.util.Locale;

/** How an instrument says that a ringing cymbal is grabbed (common practice knows three forms). */
public enum ChokeExpression {
    /** A note of its own. */
    NOTE("a note of its own"),
    /** Polyphonic key pressure on the cymbal's note (MIDI 1.0, status An). */
    PRESSURE("key pressure on the cymbal's note"),
    /** The cymbal's note is released. */
    RELEASE("releasing the cymbal's note");

    private final String words;

    ChokeExpression(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    public String code() {
        return name().toLowerCase(Locale.ROOT);
    }
}
