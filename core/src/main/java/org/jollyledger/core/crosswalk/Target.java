package org.jollyledger.core.crosswalk;

import org.jollyledger.core.pitch.Note;

/**
 * Where a route leads: a line of the target map, for some velocities.
 *
 * @param note the note of a line of the target map
 * @param velocities the hits it takes
 */
public record Target(Note note, VelocityRange velocities) {
    /** A target that takes every hit. */
    public static Target all(Note note) {
        return new Target(note, VelocityRange.FULL);
    }
}
