package org.jollyledger.core.comparison;

import java.util.EnumSet;
import java.util.Set;
import org.jollyledger.core.comparison.PartComparison.Kind;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.part.BarBeat;
import org.jollyledger.core.part.Part;

/**
 * A hit as it is in one state of a file.
 *
 * @param track from 0
 * @param channel 1–16
 * @param tick ticks from the start of the track
 * @param place the same in bars and beats
 * @param note 0–127
 * @param velocity 1–127
 * @param length in ticks; {@link #HANGS} when nothing ends it
 * @param release the velocity of its note-off, 0–127; {@link #BY_NOTE_ON} when a note-on with velocity 0 ends it, or nothing
 */
public record ComparedHit(
        int track, int channel, long tick, BarBeat place, int note, int velocity, long length, int release)
        implements PartComparison.Item {
    public static final long HANGS = -1;
    public static final int BY_NOTE_ON = -1;

    private static final int NOTE_OFF = 0x80;

    static ComparedHit of(Part part, int hit) {
        return new ComparedHit(
                part.track(hit),
                part.channel(hit),
                part.tick(hit),
                part.place(hit),
                part.note(hit),
                part.velocity(hit),
                length(part, hit),
                release(part, hit));
    }

    static long length(Part part, int hit) {
        return part.hangs(hit) ? HANGS : part.endTick(hit) - part.tick(hit);
    }

    static int release(Part part, int hit) {
        if (part.hangs(hit)) {
            return BY_NOTE_ON;
        }
        MidiTrack track = part.file().tracks().get(part.track(hit));
        int end = part.endEvent(hit);
        return track.command(end) == NOTE_OFF ? track.data2(end) : BY_NOTE_ON;
    }

    /** {@return in what another hit differs; empty when it is the same} */
    Set<Kind> kindsTo(ComparedHit other) {
        Set<Kind> kinds = EnumSet.noneOf(Kind.class);
        addUnless(kinds, channel == other.channel, Kind.CHANNEL);
        addUnless(kinds, note == other.note, Kind.LINE);
        addUnless(kinds, tick == other.tick, Kind.TIME);
        addUnless(kinds, track == other.track, Kind.TRACK);
        addUnless(kinds, velocity == other.velocity, Kind.VELOCITY);
        addUnless(kinds, length == other.length, Kind.LENGTH);
        addUnless(kinds, release == other.release, Kind.RELEASE);
        return kinds;
    }

    private static void addUnless(Set<Kind> kinds, boolean same, Kind kind) {
        if (!same) {
            kinds.add(kind);
        }
    }
}
