package org.jollyledger.core.part;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiTrack;

/** The values of one controller over the time of a file. */
public final class Controllers {
    private static final int CONTROL_CHANGE = 0xB0;

    /**
     * The controller takes a value.
     *
     * @param track the track, from 0
     * @param event its index in the track
     * @param channel 1 to 16
     * @param tick when
     * @param value 0–127
     */
    public record Change(int track, int event, int channel, long tick, int value) {}

    /** What changes hold together: those of a channel, and where tracks are pieces of their own, of a track. */
    private record Receiver(int track, int channel) {}

    private final boolean tracksApart;
    private final List<Change> changes;
    private final Map<Receiver, List<Change>> byReceiver;

    private Controllers(boolean tracksApart, List<Change> changes) {
        this.tracksApart = tracksApart;
        this.changes = changes;
        byReceiver = changes.stream().collect(Collectors.groupingBy(change -> receiver(change.track, change.channel)));
    }

    /**
     * {@return all changes of a controller on some channels}
     *
     * @param controller 0–127
     */
    public static Controllers of(MidiFile file, Channels channels, int controller) {
        List<Change> changes = new ArrayList<>();
        for (MidiTrack track : file.tracks()) {
            for (int event = 0; event < track.eventCount(); event++) {
                if (track.command(event) == CONTROL_CHANGE
                        && track.data1(event) == controller
                        && channels.contains(track.channel(event))) {
                    changes.add(new Change(
                            track.index(), event, track.channel(event), track.tick(event), track.data2(event)));
                }
            }
        }
        changes.sort(Comparator.comparingLong(Change::tick));
        return new Controllers(file.format() == 2, List.copyOf(changes));
    }

    private Receiver receiver(int track, int channel) {
        return new Receiver(tracksApart ? track : 0, channel);
    }

    /** {@return the changes in the order of time} */
    public List<Change> changes() {
        return changes;
    }

    /** {@return the value that holds at a tick for a track and a channel, 0–127; empty when none was sent before} */
    public OptionalInt at(int track, int channel, long tick) {
        List<Change> sent = byReceiver.getOrDefault(receiver(track, channel), List.of());
        int before = Ordered.countBefore(sent.size(), index -> sent.get(index).tick <= tick);
        return before == 0 ? OptionalInt.empty() : OptionalInt.of(sent.get(before - 1).value);
    }
}
