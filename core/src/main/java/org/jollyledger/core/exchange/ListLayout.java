package org.jollyledger.core.exchange;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.SoundReader;
import org.jollyledger.core.sound.SoundReading;

/**
 * A list taken apart in one layout, and how much of it that explains.
 *
 * @param words the layout in words
 * @param lines the records that it finds, and the lines that are none, in the order of the text
 * @param channels the MIDI channels in a column of such, 1 to 16, in order; none where there is no column
 */
record ListLayout(String words, List<ListLine> lines, List<Integer> channels) {
    ListLayout(String words, List<ListLine> lines) {
        this(words, lines, List.of());
    }

    ListLayout as(String itsWords, List<ListLine> itsLines) {
        return new ListLayout(itsWords, itsLines, channels);
    }

    /** What a record is worth by how well its name is understood. */
    private static final double KNOWN = 1;

    private static final double GUESSED = 0.7;
    private static final double NAMED = 0.3;
    /** Among names that are understood, one that is not rather is something else. */
    private static final double NO_NAME = -0.2;

    private static final double MOSTLY = 0.5;
    /** A name that holds another note is two records in one. */
    private static final double HOLDS_A_NOTE = 0.15;

    private static final double ODD_NOTE = 0.2;
    /** Two lines may share a note, but most do not. */
    private static final double AGAIN = -0.3;

    private static final double LOST_LINE = 0.6;
    /** A small number here and there among greater ones is part of a name that was cut in two. */
    private static final double STRAY = 1.5;

    private static final double FEW = 0.6;
    /** Notes are mostly different ones. */
    private static final double DISTINCT = 0.5;

    private static final int LONGEST_NAME = 60;
    private static final int LOWEST_IN_A_NAME = 17;

    private static final Pattern NOTE_INSIDE =
            Pattern.compile("(?<![\\w.])(?:(?:1[7-9]|[2-9]\\d|1[01]\\d|12[0-7])(?![\\w%\"'.])|[A-G]#?-?\\d(?!\\w))");

    /** The layout that explains most of the text; of two that explain as much the one that is named first. */
    static Optional<ListLayout> best(List<ListLayout> layouts) {
        ListLayout best = null;
        double most = 0;
        for (ListLayout layout : layouts) {
            double score = layout.score();
            if (score > most + 1e-9) {
                best = layout;
                most = score;
            }
        }
        return Optional.ofNullable(best);
    }

    private double score() {
        // A page may have the same list twice, by name and by note.
        Map<String, List<Integer>> named = new HashMap<>();
        for (ListLine line : lines) {
            if (line.hasNoteAndName()) {
                List<Integer> itsNumbers = line.note().orElseThrow().numbers();
                named.put(itsNumbers + line.name().toLowerCase(Locale.ROOT), itsNumbers);
            }
        }
        List<Integer> numbers = named.values().stream().flatMap(List::stream).toList();
        boolean pitched = lines.stream()
                .anyMatch(line -> line.hasNoteAndName()
                        && !line.note().orElseThrow().pitches().isEmpty());
        boolean countsOnly = !pitched && numbers.stream().allMatch(ListLayout::isSmall);
        if (countsOnly || numbers.stream().distinct().count() < DISTINCT * numbers.size()) {
            return 0;
        }
        long small = lines.stream().filter(ListLayout::cutsAName).count();
        double score = small < FEW * numbers.size() ? -STRAY * small : 0;
        long records = lines.stream().filter(ListLine::hasNoteAndName).count();
        long understood = lines.stream()
                .filter(line -> line.hasNoteAndName()
                        && line.name().length() <= LONGEST_NAME
                        && SoundReader.read(line.name()).sound().isPresent())
                .count();
        double unknown = understood > MOSTLY * records ? NO_NAME : NAMED;
        Set<Integer> seen = new HashSet<>();
        for (ListLine line : lines) {
            if (line.hasNoteAndName()) {
                score += worth(line, unknown, seen);
            } else if (line.skipped().isEmpty() && looksLikeARecord(line)) {
                score -= LOST_LINE;
            }
        }
        return score;
    }

    private static double worth(ListLine line, double unknown, Set<Integer> seen) {
        NoteText note = line.note().orElseThrow();
        double worth = Math.min(worthOfName(line.name(), unknown), worthOfLength(line.name()));
        boolean odd = note.numbers().stream().anyMatch(number -> number > Note.HIGHEST);
        int count = Math.max(note.numbers().size(), note.pitches().size());
        int first = note.numbers().isEmpty()
                ? -1 - note.pitches().get(0)
                : note.numbers().get(0);
        boolean again = seen.contains(first);
        seen.add(first);
        return again
                ? AGAIN
                : odd ? Math.min(worth, worth * ODD_NOTE) : worth + (count > 1 ? Math.min(count, 8) * 0.05 : 0);
    }

    /** What is too long for a name is not read as one. */
    private static double worthOfName(String name, double unknown) {
        if (name.length() > LONGEST_NAME) {
            return unknown;
        }
        SoundReading reading = SoundReader.read(name);
        return reading.sound().isEmpty() ? unknown : reading.isUnsure() ? GUESSED : KNOWN;
    }

    private static double worthOfLength(String name) {
        return name.length() > LONGEST_NAME || NOTE_INSIDE.matcher(name).find() ? HOLDS_A_NOTE : KNOWN;
    }

    /** Whether a line that is no record holds both a number that may be a note and a word. */
    private static boolean looksLikeARecord(ListLine line) {
        return ListLine.hasLetters(line.original())
                && line.original().length() <= Line.LONGEST_NAME
                && NOTE_INSIDE.matcher(line.original()).find();
    }

    /** Whether a record begins or ends in the middle of a name, as with the "1" of "Tom 1 rim". */
    private static boolean cutsAName(ListLine line) {
        if (!line.hasNoteAndName() || line.note().orElseThrow().numbers().isEmpty()) {
            return false;
        }
        int number = line.note().orElseThrow().numbers().get(0);
        if (!isSmall(number)) {
            return false;
        }
        String text = line.original();
        String written = String.valueOf(number);
        for (int at = text.indexOf(written); at >= 0; at = text.indexOf(written, at + 1)) {
            int end = at + written.length();
            boolean whole = end == text.length() || !Character.isDigit(text.charAt(end));
            if (whole && RunningRecords.isBehindAWord(text, at)) {
                return true;
            }
        }
        return false;
    }

    /** {@return whether a line rather is a head or a remark than the name of a sound} */
    static boolean isNoSound(String text) {
        SoundReading reading = SoundReader.read(text);
        return reading.sound().isEmpty() || reading.isUnsure();
    }

    /** {@return whether a small number rather counts something in a name than names a note} */
    static boolean isSmall(int number) {
        return number < LOWEST_IN_A_NAME;
    }
}
