package org.jollyledger.web.batch;

import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;

/** How the routes of a batch come about. */
public enum Proposing implements Coded {
    /** They were given when the batch was made. */
    GIVEN("with the routes it was given"),
    /** Once, from what all its files play. */
    TOGETHER("with routes proposed once, from what all its files play"),
    /** For each file by itself. */
    EACH("with routes proposed for each file by itself");

    private final String words;

    Proposing(String words) {
        this.words = words;
    }

    /** In words, to be added to what was converted. */
    public String words() {
        return words;
    }

    /**
     * The one with a code.
     *
     * @throws IllegalArgumentException when there is none
     */
    static Proposing parse(String code) {
        return Codes.parse(Proposing.class, "way to propose routes", code);
    }
}
