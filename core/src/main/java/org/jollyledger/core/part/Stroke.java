package org.jollyledger.core.part;

/**
 * A hit that is to be put into a part.
 *
 * @param track the track, from 0
 * @param channel 1 to 16
 * @param tick when it sounds, 0 or more
 * @param note 0–127
 * @param velocity 1–127
 * @param length how long it is held, in ticks; 0 or more
 */
public record Stroke(int track, int channel, long tick, int note, int velocity, long length) {
    public static final int LOUDEST = 127;

    public Stroke {
        if (channel < 1 || channel > 16) {
            throw new IllegalArgumentException("Channel " + channel + " does not exist; channels are 1 to 16.");
        }
        if (note < 0 || note > 127) {
            throw new IllegalArgumentException("Note " + note + " does not exist; notes are 0 to 127.");
        }
        requireVelocity(velocity);
        if (tick < 0 || length < 0) {
            throw new IllegalArgumentException("A hit begins at tick 0 or later and does not end before it begins.");
        }
    }

    static void requireVelocity(int velocity) {
        if (velocity < 1 || velocity > LOUDEST) {
            throw new IllegalArgumentException("A velocity is 1 to 127, not " + velocity + ".");
        }
    }

    /** {@return a hit of a part as it is} */
    public static Stroke of(Part part, int hit) {
        return new Stroke(
                part.track(hit),
                part.channel(hit),
                part.tick(hit),
                part.note(hit),
                part.velocity(hit),
                part.endTick(hit) - part.tick(hit));
    }

    Stroke at(long newTick) {
        return new Stroke(track, channel, newTick, note, velocity, length);
    }
}
