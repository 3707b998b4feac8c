package org.jollyledger.core.part;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.OptionalInt;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiTrack;

/** The values of one controller over the time of a file. */
public final class Controllers {
    /** The foot controller (MIDI 1.0), by which a hi-hat's pedal says how far it is pressed. */
    public static final int FOOT = 4;

    private static final int CONTROL_CHANGE = 0xB0;

    /**
     * The controller takes a value.
     *
     * @param track the track, from 0
     * @param channel 1 to 16
     * @param tick when
     * @param value 0–127
     */
    public record Change(int track, int channel, long tick, int value) {}

    private final boolean tracksApart;
    private final List<Change> changes;

    private Controllers(boolean tracksApart, List<Change> changes) {
        this.tracksApart = tracksApart;
        this.changes = changes;
    }

    /** All changes of a controller, 0–127, on some channels. */
    public static Controllers of(MidiFile file, Channels channels, int controller) {
        List<Change> changes = new ArrayList<>();
        for (MidiTrack track : file.tracks()) {
            for (int event = 0; event < track.eventCount(); event++) {
                if (track.command(event) == CONTROL_CHANGE
                        && track.data1(event) == controller
                        && channels.contains(track.channel(event))) {
                    changes.add(new Change(track.index(), track.channel(event), track.tick(event), track.data2(event)));
                }
            }
        }
        changes.sort(Comparator.comparingLong(Change::tick));
        return new Controllers(file.format() == 2, List.copyOf(changes));
    }

    /** The changes in the order of time. */
    public List<Change> changes() {
        return changes;
    }

    /** The value that holds at a tick for a track and a channel, 0–127; empty when none was sent before. */
    public OptionalInt at(int track, int channel, long tick) {
        int sent = Ordered.countBefore(changes.size(), index -> changes.get(index).tick <= tick);
        for (int i = sent - 1; i >= 0; i--) {
            Change change = changes.get(i);
            if (change.channel == channel && (!tracksApart || change.track == track)) {
                return OptionalInt.of(change.value);
            }
        }
        return OptionalInt.empty();
    }
}
