package org.jollyledger.core.batch;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.sound.SoundDistance;

/**
 * What a note plays on each of several maps.
 *
 * @param note the note
 * @param lines the line on each map, in the order of the maps; empty where it plays nothing
 * @param agreement how far they agree
 */
public record RigNote(Note note, List<Optional<Line>> lines, Agreement agreement) {
    /** How far maps agree on a note. */
    public enum Agreement implements Coded {
        /** The same sound on all of them. */
        SAME("the same everywhere"),
        /** Sounds that are near to each other. */
        NEAR("nearly the same"),
        /** Something on each, but not the same thing. */
        OTHER("different sounds"),
        /** Nothing on one of them at least. */
        NOTHING("missing somewhere");

        private final String words;

        Agreement(String words) {
            this.words = words;
        }

        /** {@return it in words} */
        public String words() {
            return words;
        }

        /** {@return whether a part that plays the note sounds alike everywhere} */
        public boolean isSafe() {
            return this == SAME || this == NEAR;
        }
    }

    public RigNote {
        lines = List.copyOf(lines);
    }

    /** {@return the notes that play something on at least one of some maps, from low to high} */
    public static List<RigNote> of(List<NoteMap> maps) {
        List<RigNote> notes = new ArrayList<>();
        for (int number = 0; number < Note.COUNT; number++) {
            Note note = Note.of(number);
            List<Optional<Line>> lines = maps.stream()
                    .map(map -> map.lineAt(note).filter(line -> line.sound().isDrum()))
                    .toList();
            if (lines.stream().anyMatch(Optional::isPresent)) {
                notes.add(new RigNote(note, lines, agreement(lines)));
            }
        }
        return notes;
    }

    private static Agreement agreement(List<Optional<Line>> lines) {
        if (lines.stream().anyMatch(Optional::isEmpty)) {
            return Agreement.NOTHING;
        }
        List<Sound> sounds = lines.stream()
                .map(line -> line.orElseThrow().sound())
                .distinct()
                .toList();
        if (sounds.size() == 1) {
            return Agreement.SAME;
        }
        boolean near = sounds.stream()
                .allMatch(one ->
                        sounds.stream().noneMatch(other -> one.distanceTo(other).isFar()));
        return near ? Agreement.NEAR : Agreement.OTHER;
    }

    /**
     * A map of the notes that are safe on all of some maps, named and placed as on the first of them.
     *
     * @param name its name
     * @throws IllegalArgumentException when no note is safe
     */
    public static NoteMap safeMap(String name, List<NoteMap> maps) {
        NoteMap first = maps.get(0);
        List<RigNote> safe =
                of(maps).stream().filter(note -> note.agreement.isSafe()).toList();
        if (safe.isEmpty()) {
            throw new IllegalArgumentException(
                    "No note plays the same on all of these maps, so there is no map to write with.");
        }
        List<Line> lines = first.firstLines().stream()
                .filter(line -> safe.stream().anyMatch(note -> note.note.equals(line.note())))
                .toList();
        return first.withName(name)
                .withMaker("")
                .withRemark("The notes that play alike on "
                        + String.join(", ", maps.stream().map(NoteMap::name).toList()) + ".")
                .withLines(lines);
    }

    /** {@return where a note that is not safe could go instead: the safe notes nearest to what it is on the first map that has it} */
    public static List<RigNote> insteadOf(RigNote unsafe, List<RigNote> all, int most) {
        Optional<Sound> meant =
                unsafe.lines.stream().flatMap(Optional::stream).map(Line::sound).findFirst();
        if (meant.isEmpty()) {
            return List.of();
        }
        ToDoubleFunction<RigNote> distance = note -> note.lines.stream()
                .flatMap(Optional::stream)
                .mapToDouble(line -> meant.get().distanceTo(line.sound()).value())
                .max()
                .orElse(1);
        return all.stream()
                .filter(note -> note.agreement.isSafe() && distance.applyAsDouble(note) < SoundDistance.NO_SUBSTITUTE)
                .sorted(Comparator.comparingDouble(distance))
                .limit(most)
                .toList();
    }
}
