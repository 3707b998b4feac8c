package org.jollyledger.core.crosswalk;

import java.util.List;
import java.util.Optional;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;

/** The lines that stand for the notes of a map, found at once. */
final class LineIndex {
    private final NoteMap map;
    private final List<Line> all;
    private final Line[] byNote = new Line[Note.COUNT];

    LineIndex(NoteMap map) {
        this.map = map;
        all = map.firstLines();
        all.forEach(line -> byNote[line.note().number()] = line);
    }

    NoteMap map() {
        return map;
    }

    /** In display order. */
    List<Line> all() {
        return all;
    }

    Optional<Line> at(Note note) {
        return Optional.ofNullable(byNote[note.number()]);
    }

    /**
     * The line on a note.
     *
     * @throws IllegalArgumentException when there is none
     */
    Line require(Note note) {
        return at(note).orElseThrow(() ->
                new IllegalArgumentException("\"" + map.name() + "\" has no line on note " + note.number() + "."));
    }
}
