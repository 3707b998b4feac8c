package org.jollyledger.core.pitch;

import java.util.Arrays;
import java.util.Locale;

/**
 * What a maker calls middle C, note 60 (common practice; MIDI 1.0 fixes the number and leaves the octave open).
 */
public enum OctaveConvention {
    /** Note 60 is C3, so that note 0 is C-2 and note 127 is G8. */
    C3(-2),
    /** Note 60 is C4, so that note 0 is C-1 and note 127 is G9. */
    C4(-1),
    /** Note 60 is C5, so that note 0 is C0 and note 127 is G10. */
    C5(0);

    private final int lowestOctave;

    OctaveConvention(int lowestOctave) {
        this.lowestOctave = lowestOctave;
    }

    /** {@return the octave number of notes 0 to 11: -2, -1 or 0} */
    public int lowestOctave() {
        return lowestOctave;
    }

    /**
     * Reads "C3", "C4" or "C5".
     *
     * @return the convention
     * @throws IllegalArgumentException for anything else, with a sentence that says what may be here
     */
    public static OctaveConvention parse(String text) {
        String wanted = text.strip().toUpperCase(Locale.ROOT);
        return Arrays.stream(values())
                .filter(convention -> convention.name().equals(wanted))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException(
                        "Middle C is \"" + text + "\"; it must be \"C3\", \"C4\" or \"C5\"."));
    }
}
