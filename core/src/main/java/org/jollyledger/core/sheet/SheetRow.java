package org.jollyledger.core.sheet;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;

/**
 * A row of a sheet: one note.
 *
 * @param note the note
 * @param line the line that the map has on it; empty when it plays nothing
 * @param hits how many hits of the part it has
 */
public record SheetRow(Note note, Optional<Line> line, int hits) {
    /** Which rows are shown. */
    public enum Shown implements Coded {
        PLAYED("played"),
        NAMED("named"),
        ALL("all 128");

        private final String words;

        Shown(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        /**
         * {@return the rows with a code}
         *
         * @throws IllegalArgumentException when there are none such
         */
        public static Shown parse(String code) {
            return Codes.parse(Shown.class, "choice of rows", code);
        }
    }

    /** {@return whether the part has hits here that play nothing on the map} */
    public boolean playsNothing() {
        return line.isEmpty() && hits > 0;
    }

    /**
     * {@return the rows of a part: those that play nothing on the map first, then its lines in their display order,
     * then, where all are shown, the notes that nobody uses, from high to low} A part without hits shows all lines, so
     * that there is a row for the first one.
     */
    public static List<SheetRow> of(Part part, NoteMap map, Shown shown) {
        int[] hits = part.hitsPerNote();
        List<SheetRow> rows = new ArrayList<>();
        List<SheetRow> unused = new ArrayList<>();
        List<Line> lines = map.firstLines();
        Set<Note> named = new HashSet<>();
        lines.forEach(line -> named.add(line.note()));
        for (int number = Note.HIGHEST; number >= 0; number--) {
            Note note = Note.of(number);
            if (!named.contains(note)) {
                (hits[number] > 0 ? rows : unused).add(new SheetRow(note, Optional.empty(), hits[number]));
            }
        }
        for (Line line : lines) {
            int count = hits[line.note().number()];
            if (count > 0 || shown != Shown.PLAYED || part.hitCount() == 0) {
                rows.add(new SheetRow(line.note(), Optional.of(line), count));
            }
        }
        if (shown == Shown.ALL) {
            rows.addAll(unused);
        }
        return List.copyOf(rows);
    }
}
