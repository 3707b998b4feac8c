package org.jollyledger.core.crosswalk;

import java.util.Optional;
import java.util.OptionalInt;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.pitch.Note;

/**
 * Where a route leads: a line of the target map, for some velocities.
 *
 * @param note the note of a line of the target map
 * @param velocities the hits it takes, by the velocity they had before the curve
 * @param curve what becomes of their velocities
 * @param channel the channel they come out on, 1 to 16; empty for the channel of the target map, or else their own
 * @param length how long they sound; empty when each keeps its own end
 */
public record Target(
        Note note, VelocityRange velocities, VelocityCurve curve, OptionalInt channel, Optional<NoteLength> length) {
    public Target {
        if (channel.isPresent() && (channel.getAsInt() < 1 || channel.getAsInt() > 16)) {
            throw new IllegalArgumentException(
                    "Channel " + channel.getAsInt() + " does not exist; give 1 to 16, or nothing.");
        }
    }

    public Target(Note note, VelocityRange velocities) {
        this(note, velocities, VelocityCurve.STRAIGHT, OptionalInt.empty(), Optional.empty());
    }

    /** {@return a target that takes every hit as it is} */
    public static Target all(Note note) {
        return new Target(note, VelocityRange.FULL);
    }

    /** {@return this target with another note} */
    public Target withNote(Note changed) {
        return new Target(changed, velocities, curve, channel, length);
    }

    /** {@return this target with other velocities} */
    public Target withVelocities(VelocityRange changed) {
        return new Target(note, changed, curve, channel, length);
    }

    /** {@return this target with another curve} */
    public Target withCurve(VelocityCurve changed) {
        return new Target(note, velocities, changed, channel, length);
    }

    /** {@return this target with another channel} */
    public Target withChannel(OptionalInt changed) {
        return new Target(note, velocities, curve, changed, length);
    }

    /** {@return this target with another length} */
    public Target withLength(Optional<NoteLength> changed) {
        return new Target(note, velocities, curve, channel, changed);
    }

    /** {@return whether hits keep their velocity, length, and the channel that all others have} */
    public boolean leavesHitsAlone() {
        return curve.isStraight() && channel.isEmpty() && length.isEmpty();
    }
}
