package org.jollyledger.core.comparison;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.part.BarBeat;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;

/**
 * Everything that differs between two states of a file: hits on all channels with their ends, and all other messages.
 * Replacing what the changes say was there
 * by what they say is there now turns the first file into the second, message for message.
 *
 * @param changes in the order of the music
 * @param same how many hits are the same in both
 */
public record PartComparison(List<Change> changes, int same) {
    /** What happened; the first of a change's kinds is the one under which it is listed. */
    public enum Kind implements Coded {
        ADDED("hit added", "hits added", "added"),
        DELETED("hit deleted", "hits deleted", "deleted"),
        CHANNEL("hit moved to another channel", "hits moved to another channel", "moved to another channel"),
        LINE("hit moved to another line", "hits moved to another line", "moved to another line"),
        TIME("hit moved in time", "hits moved in time", "moved in time"),
        TRACK("hit moved to another track", "hits moved to another track", "moved to another track"),
        VELOCITY("hit with another velocity", "hits with another velocity", "another velocity"),
        LENGTH("hit with another length", "hits with another length", "another length"),
        RELEASE("hit released differently", "hits released differently", "released differently"),
        PRESSURE("key pressure message changed", "key pressure messages changed", "key pressure"),
        CONTROLLER("pedal or controller value changed", "pedal or controller values changed", "pedal or controller"),
        STRAY_END("end without a hit changed", "ends without a hit changed", "end without a hit"),
        OTHER("other message changed", "other messages changed", "other message");

        private final String one;
        private final String many;
        private final String change;

        Kind(String one, String many, String change) {
            this.one = one;
            this.many = many;
            this.change = change;
        }

        /**
         * {@return the kind with a code}
         *
         * @throws IllegalArgumentException when there is none, with a sentence that names all there are
         */
        public static Kind parse(String code) {
            return Codes.parse(Kind.class, "kind of change", code);
        }

        /** {@return what happened to so many, such as "3 hits moved in time"} */
        public String words(long count) {
            return Counted.of(count, one, many);
        }

        /** {@return what happened, without a count, such as "another velocity"} */
        public String words() {
            return change;
        }
    }

    /** What a file has at one moment: a hit with its end, or another message. */
    public sealed interface Item permits ComparedHit, ComparedMessage {
        /** {@return the track, from 0} */
        int track();

        /** {@return ticks from the start of the track} */
        long tick();

        /** {@return the bar and beat} */
        BarBeat place();
    }

    /**
     * One thing that differs.
     *
     * @param kinds what differs, at least one
     * @param before empty when it was added
     * @param after empty when it was deleted
     */
    public record Change(Set<Kind> kinds, Optional<Item> before, Optional<Item> after) {
        /** {@return the kind under which it is listed} */
        public Kind kind() {
            return kinds.iterator().next();
        }

        /** {@return where it is in the music: before the change, if it was there} */
        public Item either() {
            return before.or(() -> after).orElseThrow();
        }
    }

    /** In the order of the music: time, then tracks, then the order in which kinds are listed. */
    private static final Comparator<Change> IN_ORDER = Comparator.comparingLong(
                    (Change change) -> change.either().tick())
            .thenComparingInt(change -> change.either().track())
            .thenComparing(Change::kind);

    /** Compares two states of a file. */
    public static PartComparison between(MidiFile before, MidiFile after) {
        return between(Part.of(before, Channels.ALL), Part.of(after, Channels.ALL));
    }

    private static PartComparison between(Part before, Part after) {
        List<Change> changes = new ArrayList<>();
        int same = HitChanges.find(before, after, changes);
        MessageChanges.find(before, after, changes);
        changes.sort(IN_ORDER);
        return new PartComparison(List.copyOf(changes), same);
    }

    /** {@return the changes that are listed under each kind, in the order of the music} */
    public Map<Kind, List<Change>> byKind() {
        return changes.stream()
                .collect(Collectors.groupingBy(Change::kind, () -> new EnumMap<>(Kind.class), Collectors.toList()));
    }

    /** {@return how many changes there are of each kind; one that is of several kinds counts in each of them} */
    public Map<Kind, Integer> counts() {
        Map<Kind, Integer> counts = new EnumMap<>(Kind.class);
        changes.forEach(change -> change.kinds().forEach(kind -> counts.merge(kind, 1, Integer::sum)));
        return counts;
    }
}
