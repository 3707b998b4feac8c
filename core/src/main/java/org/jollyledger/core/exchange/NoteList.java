package org.jollyledger.core.exchange;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Pattern;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Sound;

/**
 * A list of notes as it was read: row by row next to its original, with what is not certain said.
 *
 * @param rows in the order of the list
 * @param middleC what the list is believed to call note 60
 * @param middleCReason why, in words
 * @param middleCSure whether that is more than a guess
 * @param counted whether the list names no notes, so that they were counted
 * @param layout how its records are laid out, in words
 * @param channel the MIDI channel, 1 to 16, that the list names for all of its notes
 * @param remarks what is to be said of the list as a whole
 */
public record NoteList(
        List<Row> rows,
        OctaveConvention middleC,
        String middleCReason,
        boolean middleCSure,
        boolean counted,
        String layout,
        OptionalInt channel,
        List<String> remarks) {

    /** Stands for a line whose name no word of was understood, until its sound is chosen. */
    public static final Sound UNKNOWN_SOUND = Sound.parse("effect.1.hit");

    static final String NO_NOTE = "no note";
    static final String NO_NAME = "no name";
    static final String NAME_WITHOUT_NOTE = "a name without a note";
    static final String ELSEWHERE = "belongs to another row";
    static final String NOTHING_OF_ITS_OWN = "no row of its own";
    private static final Set<String> USED = Set.of(ELSEWHERE, NOTHING_OF_ITS_OWN);
    private static final Set<String> NOT_UNDERSTOOD = Set.of(NO_NOTE, NO_NAME);

    public NoteList {
        rows = List.copyOf(rows);
        remarks = List.copyOf(remarks);
    }

    /**
     * One row.
     *
     * @param line the line of the text it is in, counted from 1
     * @param original the line as it was given
     * @param skipped why it is no line of a map; empty when it is one
     * @param number the note number read, which may not exist; empty when there is none
     * @param name the name read
     * @param shortName the short name the list gives; empty when it gives none
     * @param sound the sound read from the name
     * @param chokeGroup the choke group the list gives
     * @param reading which words were taken for what
     * @param doubts what should be looked at before the row is kept
     */
    public record Row(
            int line,
            String original,
            Optional<String> skipped,
            OptionalInt number,
            String name,
            String shortName,
            Optional<Sound> sound,
            Optional<String> chokeGroup,
            String reading,
            List<String> doubts) {
        public Row {
            doubts = List.copyOf(doubts);
        }

        /** {@return whether it is a line of the map to be} */
        public boolean isLine() {
            return skipped.isEmpty();
        }

        /** {@return whether its text is a part of other rows, so that it is neither a line nor left out} */
        public boolean isUsedElsewhere() {
            return skipped.filter(USED::contains).isPresent();
        }

        /** {@return whether a person should look at it} */
        public boolean isUnsure() {
            return isLine() && !doubts.isEmpty();
        }

        /** {@return the note, where the number read exists} */
        public Optional<Note> note() {
            return number.isPresent() && number.getAsInt() >= Note.LOWEST && number.getAsInt() <= Note.HIGHEST
                    ? Optional.of(Note.of(number.getAsInt()))
                    : Optional.empty();
        }

        /** {@return the line of a map, when note and name are there} */
        public Optional<Line> toLine() {
            if (!isLine() || note().isEmpty() || name.isBlank()) {
                return Optional.empty();
            }
            String brief = shortName.isBlank() ? Line.shorten(name) : shortName;
            return Optional.of(
                    new Line(note().orElseThrow(), name, brief, sound.orElse(UNKNOWN_SOUND), chokeGroup, ""));
        }
    }

    /** From this share on a list may be kept without being looked at. */
    public static final double EXPLAINED = 0.9;

    /** A number here and there is that of a page. */
    private static final double FEW_NUMBERS = 0.25;

    private static final Pattern BARE_NOTE = Pattern.compile("\\s*(?:\\d{1,3}|[A-G]#?-?\\d)\\s*");
    private static final Pattern A_NOTE = Pattern.compile("(?<![\\w.])\\d{1,3}(?![\\w%.])|(?<!\\w)[A-G]#?-?\\d(?!\\w)");

    /** {@return the rows that were left out, blank ones apart} */
    public List<Row> leftOut() {
        return rows.stream()
                .filter(row -> !row.isLine()
                        && !row.isUsedElsewhere()
                        && !row.original().isBlank())
                .toList();
    }

    /** {@return the rows that were left out though they may be records: a name, or a word and what may be a note} */
    public List<Row> unexplained() {
        boolean smallNotes = rows.stream()
                .anyMatch(row -> row.isLine()
                        && row.number().isPresent()
                        && ListLayout.isSmall(row.number().getAsInt()));
        boolean namesAreMissing = leftOut().stream()
                        .filter(row -> BARE_NOTE.matcher(row.original()).matches())
                        .count()
                > FEW_NUMBERS * rows.stream().filter(Row::isLine).count();
        return leftOut().stream()
                .filter(row -> row.skipped().filter(NAME_WITHOUT_NOTE::equals).isPresent()
                        || namesAreMissing && BARE_NOTE.matcher(row.original()).matches()
                        || row.skipped().filter(NOT_UNDERSTOOD::contains).isPresent()
                                && mayHoldANote(row.original(), smallNotes))
                .toList();
    }

    /** Where no line is on a small note, a small number behind a word counts, as in "Snare 2". */
    private static boolean mayHoldANote(String text, boolean smallNotes) {
        if (text.codePoints().noneMatch(Character::isLetter)) {
            return false;
        }
        return A_NOTE.matcher(text)
                .results()
                .anyMatch(found -> smallNotes
                        || !Character.isDigit(text.charAt(found.start()))
                        || !ListLayout.isSmall(Integer.parseInt(found.group()))
                        || !RunningRecords.isBehindAWord(text, found.start()));
    }

    /** {@return which share of the rows that may be records was understood, 0 to 1} */
    public double explained() {
        long understood = rows.stream().filter(Row::isLine).count();
        return understood == 0
                ? 0
                : (double) understood / (understood + unexplained().size());
    }

    /** {@return the lines that the rows make} */
    public List<Line> lines() {
        return rows.stream().flatMap(row -> row.toLine().stream()).toList();
    }

    /** {@return how many rows should be looked at} */
    public long unsureCount() {
        return rows.stream().filter(Row::isUnsure).count();
    }
}
