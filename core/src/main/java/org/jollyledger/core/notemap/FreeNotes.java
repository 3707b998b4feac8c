package org.jollyledger.core.notemap;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;

/** Finds room for a line next to those it belongs to. */
public final class FreeNotes {
    /** Where most kicks are, and lists begin (common practice). */
    private static final int FIRST_OF_AN_EMPTY_MAP = 36;

    private FreeNotes() {}

    /**
     * {@return the free notes of a map, those nearest to the relatives of a sound first: to lines of its own piece and
     * number, else of its piece, else of its family, else to any line; of two as near, the lower comes first}
     *
     * @param near a note to stay close to before all, such as the line's own
     */
    public static List<Note> beside(NoteMap map, Sound sound, Optional<Note> near) {
        List<Note> relatives = near.map(List::of).orElseGet(() -> relatives(map, sound));
        return map.freeNotes().stream()
                .sorted(Comparator.comparingInt((Note free) -> distance(free, relatives))
                        .thenComparing(Comparator.naturalOrder()))
                .toList();
    }

    private static List<Note> relatives(NoteMap map, Sound sound) {
        return Stream.<List<Note>>of(
                        notes(
                                map,
                                line -> line.sound().piece() == sound.piece()
                                        && line.sound().number() == sound.number()),
                        notes(map, line -> line.sound().piece() == sound.piece()),
                        notes(map, line -> line.sound().family() == sound.family()),
                        notes(map, line -> true))
                .filter(notes -> !notes.isEmpty())
                .findFirst()
                .orElse(List.of(Note.of(FIRST_OF_AN_EMPTY_MAP)));
    }

    private static List<Note> notes(NoteMap map, Predicate<Line> which) {
        return map.firstLines().stream().filter(which).map(Line::note).toList();
    }

    private static int distance(Note free, List<Note> relatives) {
        return relatives.stream()
                .mapToInt(relative -> Math.abs(relative.number() - free.number()))
                .min()
                .orElse(0);
    }
}
