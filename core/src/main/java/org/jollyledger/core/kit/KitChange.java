package org.jollyledger.core.kit;

import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;

/**
 * How music changes its form on the way from one instrument to another: how each says that a cymbal is choked, and how far
 * its hi-hat is open. It says what the messages of one mean, and how the other would say the same.
 *
 * @param from what must be known of the notes of the first instrument
 * @param to of those of the second one
 */
public record KitChange(ChokeChange chokes, HatChange hats, List<NoteFacts> from, List<NoteFacts> to) {
    /** Every openness that a pedal can tell. */
    private static final List<Openness> OPENINGS = List.of(
            Openness.TIGHT, Openness.CLOSED, Openness.QUARTER, Openness.HALF, Openness.THREE_QUARTER, Openness.OPEN);

    /**
     * How chokes change.
     *
     * @param from how the first instrument says them
     * @param to how the second one does
     * @param stops for each note that is a choke on the first instrument the notes that it stops there
     * @param chokedBy for each note of the second instrument that can be choked the note that chokes it: the damped tail
     *     where there is one, else the stroke that is damped; those that nothing chokes are left out
     */
    public record ChokeChange(
            ChokeExpression from,
            ChokeExpression to,
            SortedMap<Integer, List<Integer>> stops,
            SortedMap<Integer, Integer> chokedBy) {
        public ChokeChange {
            stops = new TreeMap<>(stops);
            chokedBy = new TreeMap<>(chokedBy);
        }
    }

    /**
     * How the openness of the hi-hat changes.
     *
     * @param from how the first instrument says it
     * @param to how the second one does
     * @param openings what each value of the first one's pedal means, 128 of them
     * @param notes for each note that strikes a hi-hat of the second instrument, and each openness, the note of the same
     *     stroke that comes nearest to it
     * @param values what the second one's pedal sends for each openness; those that it never reaches are left out
     */
    public record HatChange(
            OpennessExpression from,
            OpennessExpression to,
            List<Openness> openings,
            SortedMap<Integer, Map<Openness, Integer>> notes,
            Map<Openness, Integer> values) {
        public HatChange {
            openings = List.copyOf(openings);
            notes = new TreeMap<>(notes);
            values = values.isEmpty() ? Map.of() : new EnumMap<>(values);
        }

        /** {@return what the second one's pedal sends for an openness, or for the one nearest to it that it reaches} */
        public Optional<Integer> nearestValue(Openness openness) {
            return OPENINGS.stream()
                    .filter(values::containsKey)
                    .min(Comparator.comparingDouble(other -> Math.abs(other.position() - openness.position())))
                    .map(values::get);
        }
    }

    public KitChange {
        from = List.copyOf(from);
        to = List.copyOf(to);
    }

    /** {@return how music changes from one instrument to another} */
    public static KitChange between(Kit from, Kit to) {
        return new KitChange(chokes(from, to), hats(from, to), NoteFacts.of(from.map()), NoteFacts.of(to.map()));
    }

    private static ChokeChange chokes(Kit from, Kit to) {
        SortedMap<Integer, List<Integer>> stops = new TreeMap<>();
        for (Line choke : from.map().firstLines()) {
            if (Chokes.isChoke(choke.sound())) {
                stops.put(choke.note().number(), choked(from.map(), choke.sound()));
            }
        }
        SortedMap<Integer, Integer> chokedBy = new TreeMap<>();
        for (Line line : to.map().firstLines()) {
            chokeOf(to.map(), line.sound())
                    .ifPresent(choke -> chokedBy.put(line.note().number(), choke));
        }
        return new ChokeChange(from.map().chokes(), to.map().chokes(), stops, chokedBy);
    }

    private static List<Integer> choked(NoteMap map, Sound choke) {
        return map.firstLines().stream()
                .filter(line -> !Chokes.isChoke(line.sound()) && Chokes.chokes(choke, line.sound()))
                .map(line -> line.note().number())
                .toList();
    }

    private static Optional<Integer> chokeOf(NoteMap map, Sound sound) {
        if (Chokes.isChoke(sound) || !Chokes.canBeChoked(sound)) {
            return Optional.empty();
        }
        return map.firstLines().stream()
                .filter(line -> Chokes.chokes(line.sound(), sound))
                .min(Comparator.comparing(line -> !Chokes.isTail(line.sound())))
                .map(line -> line.note().number());
    }

    private static HatChange hats(Kit from, Kit to) {
        SortedMap<Integer, Map<Openness, Integer>> notes = new TreeMap<>();
        for (Line line : to.map().firstLines()) {
            if (Hats.isStruck(line.sound())) {
                notes.put(line.note().number(), nearest(to.map(), line.sound()));
            }
        }
        Map<Openness, Integer> values = new EnumMap<>(Openness.class);
        for (Openness openness : OPENINGS) {
            Hats.value(to.pedal(), openness).ifPresent(value -> values.put(openness, value));
        }
        List<Openness> openings = Hats.openings(from.pedal());
        return new HatChange(from.map().openness(), to.map().openness(), openings, notes, values);
    }

    /** For each openness the line of the same stroke that comes nearest; lines by pedal can be open as far as they like. */
    private static Map<Openness, Integer> nearest(NoteMap map, Sound stroke) {
        List<Line> same = map.firstLines().stream()
                .filter(line -> Hats.isStruck(line.sound())
                        && line.sound().isSamePieceAs(stroke)
                        && line.sound().articulation() == stroke.articulation())
                .toList();
        Map<Openness, Integer> nearest = new EnumMap<>(Openness.class);
        for (Openness openness : OPENINGS) {
            same.stream()
                    .min(Comparator.comparingDouble(line -> Hats.isByPedal(line.sound())
                            ? 0
                            : Math.abs(Hats.position(line.sound()) - openness.position())))
                    .ifPresent(line -> nearest.put(openness, line.note().number()));
        }
        return nearest;
    }
}
