package org.jollyledger.core.comparison;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.jollyledger.core.comparison.PartComparison.Change;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.part.Part;

/** The messages that differ, other than those of hits. */
final class MessageChanges {
    /** A message of a file by its place there. */
    private record Place(MidiTrack track, int event) {
        Identity identity() {
            return new Identity(
                    track.index(),
                    track.tick(event),
                    track.status(event),
                    ComparedMessage.firstByte(track, event),
                    track.data2(event),
                    ComparedMessage.payload(track, event));
        }
    }

    /** What a message is; two that are equal are the same message. */
    private record Identity(int track, long tick, int status, int data1, int data2, String payload) {}

    /** What two messages must share to be taken for one that changed; the first that fits holds. */
    private static final List<Function<ComparedMessage, List<?>>> SHARED = List.of(
            message -> List.of(message.track(), message.tick(), message.status(), message.data1()),
            message -> List.of(message.tick(), message.command(), message.data1(), message.data2(), message.payload()),
            message -> List.of(
                    message.place().bar(),
                    message.track(),
                    message.status(),
                    message.data1(),
                    message.data2(),
                    message.payload()));

    private MessageChanges() {}

    static void find(Part before, Part after, List<Change> changes) {
        Pairing<Place> messages = new Pairing<>(messages(before), messages(after));
        messages.trim((one, other) -> one.identity().equals(other.identity()));
        messages.match(Place::identity, Place::identity, (one, other) -> {});
        Pairing<ComparedMessage> left =
                messages.map(message -> compared(before, message), message -> compared(after, message));
        for (Function<ComparedMessage, List<?>> shared : SHARED) {
            left.match(shared, shared, (one, other) -> changes.add(change(Optional.of(one), Optional.of(other))));
        }
        left.gone().forEach(message -> changes.add(change(Optional.of(message), Optional.empty())));
        left.come().forEach(message -> changes.add(change(Optional.empty(), Optional.of(message))));
    }

    private static Change change(Optional<ComparedMessage> before, Optional<ComparedMessage> after) {
        ComparedMessage either = before.or(() -> after).orElseThrow();
        return new Change(
                EnumSet.of(either.kind()),
                before.map(PartComparison.Item.class::cast),
                after.map(PartComparison.Item.class::cast));
    }

    private static ComparedMessage compared(Part part, Place place) {
        return ComparedMessage.of(part, place.track.index(), place.event);
    }

    private static List<Place> messages(Part part) {
        List<BitSet> strayEnds = new ArrayList<>();
        part.file().tracks().forEach(track -> strayEnds.add(new BitSet()));
        for (int stray = 0; stray < part.strayEndCount(); stray++) {
            strayEnds.get(part.strayEndTrack(stray)).set(part.strayEndEvent(stray));
        }
        List<Place> places = new ArrayList<>();
        for (MidiTrack track : part.file().tracks()) {
            for (int event = 0; event < track.eventCount(); event++) {
                boolean ofHit = track.isNoteOn(event)
                        || track.isNoteOff(event)
                                && !strayEnds.get(track.index()).get(event);
                if (!ofHit) {
                    places.add(new Place(track, event));
                }
            }
        }
        // Stable: those of one moment stay in the order of the file.
        places.sort(Comparator.comparingLong(place -> place.track.tick(place.event)));
        return places;
    }
}
