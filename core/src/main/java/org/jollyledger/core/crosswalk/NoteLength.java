package org.jollyledger.core.crosswalk;

import org.jollyledger.core.midi.Division;

/**
 * A fixed length of notes.
 *
 * @param parts in 960ths of a quarter, 1 to 15,360: from the shortest blip to four bars of four quarters
 */
public record NoteLength(int parts) {
    private static final int PARTS_OF_A_QUARTER = 960;
    private static final int LONGEST = 16 * PARTS_OF_A_QUARTER;

    public NoteLength {
        if (parts < 1 || parts > LONGEST) {
            throw new IllegalArgumentException("A note is longer than nothing and at most 16 quarters long, not "
                    + (double) parts / PARTS_OF_A_QUARTER + ".");
        }
    }

    /** {@return the length nearest to a number of quarters, such as 0.25 for a sixteenth} */
    public static NoteLength ofQuarters(double quarters) {
        return new NoteLength((int) Math.round(quarters * PARTS_OF_A_QUARTER));
    }

    /** {@return the length in quarter notes} */
    public double quarters() {
        return (double) parts / PARTS_OF_A_QUARTER;
    }

    /** {@return the same in ticks of a file, at least one} */
    public long ticks(Division division) {
        return Math.max(1, Math.round(quarters() * division.ticksPerQuarter()));
    }
}
