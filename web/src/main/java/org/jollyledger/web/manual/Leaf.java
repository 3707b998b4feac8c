package org.jollyledger.web.manual;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.NoteList;
import org.jollyledger.core.exchange.NoteListReader;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.sound.SoundReader;

/**
 * A page, a sheet or a table as text.
 *
 * @param name its number or its name
 * @param entries the notes of drums that are understood in it, each with its sound; none where they are too few to be a
 *     table
 */
record Leaf(String name, String text, Set<Entry> entries) {
    /** A note with the sound it plays. */
    record Entry(int note, Sound sound) {}

    /** What holds so many notes holds a table of them. */
    private static final int NOTES_OF_A_TABLE = 4;

    private static final Pattern WORD = Pattern.compile("\\p{L}[\\p{L}-]+");
    private static final int MOST_WORDS = 60;
    private static final double DRUMS_OF_ALL = 0.5;

    private static final Pattern NOTE =
            Pattern.compile("(?<![\\w.])(?:\\d{1,3}|[A-G]#?-?\\d|0x[0-9A-Fa-f]{2})(?![\\w%])");

    static Leaf of(String name, String text) {
        Set<Entry> entries = entries(text);
        return new Leaf(name, text, entries.size() < NOTES_OF_A_TABLE ? Set.of() : entries);
    }

    int notes() {
        return entries.size();
    }

    boolean holdsNotes() {
        return !entries.isEmpty();
    }

    /**
     * Most pages of a manual hold hardly a line with a number and the word for a drum in it or beside it; they need not
     * be read as lists.
     */
    private static boolean mayHoldNotes(String text) {
        List<String> lines = text.lines().filter(line -> !line.isBlank()).toList();
        List<Boolean> drums = lines.stream().map(Leaf::namesDrum).toList();
        int records = 0;
        for (int at = 0; at < lines.size() && records < NOTES_OF_A_TABLE; at++) {
            boolean drum = drums.get(at) || at > 0 && drums.get(at - 1) || at + 1 < drums.size() && drums.get(at + 1);
            if (drum) {
                records += (int) NOTE.matcher(lines.get(at)).results().count();
            }
        }
        return records >= NOTES_OF_A_TABLE;
    }

    private static boolean namesDrum(String line) {
        return WORD.matcher(line)
                .results()
                .limit(MOST_WORDS)
                .anyMatch(word -> SoundReader.read(word.group()).sound().isPresent());
    }

    private static Set<Entry> entries(String text) {
        if (!mayHoldNotes(text)) {
            return Set.of();
        }
        try {
            NoteList list = NoteListReader.read(text, NoteListReader.Settings.USUAL);
            Set<Entry> entries = new HashSet<>();
            int lines = 0;
            int known = 0;
            for (NoteList.Row row : list.rows()) {
                lines += row.isLine() ? 1 : 0;
                if (row.isLine() && row.sound().isPresent() && row.note().isPresent()) {
                    known++;
                    entries.add(new Entry(row.note().get().number(), row.sound().get()));
                }
            }
            // A list of programs or controllers has its bells and effects, but is not one of drums.
            return list.counted() || known < DRUMS_OF_ALL * lines ? Set.of() : entries;
        } catch (DocumentException e) {
            return Set.of();
        }
    }
}
