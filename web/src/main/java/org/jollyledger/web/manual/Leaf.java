package org.jollyledger.web.manual;

import java.util.regex.Pattern;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.NoteList;
import org.jollyledger.core.exchange.NoteListReader;

/**
 * A page, a sheet or a table as text.
 *
 * @param name its number or its name
 * @param notes how many notes of drums are understood in it; fewer than a table of them has count as none
 */
record Leaf(String name, String text, int notes) {
    /** What holds so many notes holds a table of them. */
    private static final int NOTES_OF_A_TABLE = 4;

    private static final Pattern NOTE =
            Pattern.compile("(?<![\\w.])(?:\\d{1,3}|[A-G]#?-?\\d|0x[0-9A-Fa-f]{2})(?![\\w%])");

    static Leaf of(String name, String text) {
        int notes = notes(text);
        return new Leaf(name, text, notes < NOTES_OF_A_TABLE ? 0 : notes);
    }

    boolean holdsNotes() {
        return notes > 0;
    }

    private static int notes(String text) {
        // Most pages of a manual hold hardly a number; they need not be read as lists.
        if (NOTE.matcher(text).results().limit(NOTES_OF_A_TABLE).count() < NOTES_OF_A_TABLE) {
            return 0;
        }
        try {
            NoteList list = NoteListReader.read(text, NoteListReader.Settings.USUAL);
            long known = list.rows().stream()
                    .filter(row -> row.isLine()
                            && row.sound().isPresent()
                            && row.note().isPresent())
                    .count();
            return list.counted() ? 0 : (int) known;
        } catch (DocumentException e) {
            return 0;
        }
    }
}
