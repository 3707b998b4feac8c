package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;

/**
 * The notes that a cell of a list names: numbers, names, both, ranges or several. What a name means is left open until
 * the octave convention is known.
 *
 * @param numbers note numbers as written, which may be out of range
 * @param pitches note names as semitones above the C of octave 0
 */
record NoteText(List<Integer> numbers, List<Integer> pitches) {
    /** A whole number that is no part of a word, a decimal or a fraction such as "1/2". */
    static final String NUMBER =
            "(?<!\\w)(?<!\\d\\.)(?<!(?<![\\w#-])[123]/)(?!(?:1/2|1/3|2/3|1/4|3/4|1/8)\\b)\\d{1,3}(?![\\w%]|\\.\\d)";

    static final String NAME = "(?<![\\w#])[A-Ga-g](?:#|b)?-?\\d{1,2}(?!\\w)";
    private static final String RANGE = "\\s*(?:-|to|bis|\\.{2,3}|~|→|>)\\s*";

    private static final Pattern REFERENCE = Pattern.compile("(?<number>" + NUMBER + ")|(?<name>" + NAME + ")");
    private static final Pattern BETWEEN = Pattern.compile("[\\s,/&+;:=|()\\[\\]#.-]*");
    private static final Pattern RANGE_ONLY = Pattern.compile(RANGE);
    static final String LABELS = "midi|notes?|keys?|pitch|number|no|nr|num|taste|touche|nota";
    private static final Pattern LABEL = Pattern.compile("\\b(?:" + LABELS + ")\\b[.:#]?|(?<![a-g])#(?=\\d)");
    /** Most cells hold names: they are not searched any further. */
    private static final Pattern BEGIN =
            Pattern.compile("(?i)[\\s,/&+;:=|()\\[\\]#.-]*(?:\\d|[a-g] ?[#b]? ?-?\\d|(?:" + LABELS + ")\\b)");

    private static final Pattern OCTAVE_APART = Pattern.compile("([a-g][#b]?) (?=-?\\d)");
    private static final Pattern NAME_PARTS = Pattern.compile("([A-G])(#|B)?(-?\\d{1,2})");
    private static final String LETTERS = "C D EF G A B";
    private static final int SEMITONES = 12;
    private static final int LONGEST = 60;
    private static final int MOST_NOTES = Note.COUNT;

    /** Reads a cell that holds notes and nothing else; empty when it holds anything else or nothing. */
    static Optional<NoteText> of(String cell) {
        if (cell.length() > LONGEST) {
            return Optional.empty();
        }
        if (!BEGIN.matcher(cell).lookingAt()) {
            return Optional.empty();
        }
        String unlabelled = LABEL.matcher(cell.toLowerCase(Locale.ROOT)).replaceAll(" ");
        String bare = OCTAVE_APART.matcher(unlabelled).replaceAll("$1");
        Matcher matcher = REFERENCE.matcher(bare);
        List<Integer> numbers = new ArrayList<>();
        List<Integer> pitches = new ArrayList<>();
        int end = 0;
        boolean lastWasNumber = false;
        while (matcher.find()) {
            String between = bare.substring(end, matcher.start());
            boolean isNumber = matcher.group("number") != null;
            boolean range = end > 0
                    && lastWasNumber == isNumber
                    && RANGE_ONLY.matcher(between).matches();
            if (!range && !BETWEEN.matcher(between).matches()) {
                return Optional.empty();
            }
            add(isNumber ? numbers : pitches, isNumber ? number(matcher.group()) : pitch(matcher.group()), range);
            lastWasNumber = isNumber;
            end = matcher.end();
        }
        boolean nothingElse = BETWEEN.matcher(bare.substring(end)).matches();
        return end > 0 && nothingElse
                ? Optional.of(new NoteText(List.copyOf(numbers), List.copyOf(pitches)))
                : Optional.empty();
    }

    private static int number(String text) {
        return Integer.parseInt(text);
    }

    private static void add(List<Integer> values, int value, boolean range) {
        if (range) {
            int from = values.get(values.size() - 1);
            int step = value < from ? -1 : 1;
            for (int next = from + step; next != value && values.size() < MOST_NOTES; next += step) {
                values.add(next);
            }
        }
        values.add(value);
    }

    private static int pitch(String name) {
        Matcher parts = NAME_PARTS.matcher(name.toUpperCase(Locale.ROOT));
        if (!parts.matches()) {
            throw new IllegalStateException(name);
        }
        int sign = parts.group(2) == null ? 0 : parts.group(2).equals("#") ? 1 : -1;
        return Integer.parseInt(parts.group(3)) * SEMITONES + LETTERS.indexOf(parts.group(1)) + sign;
    }

    /** The number that a name stands for in a convention; out of 0 to 127 when it does not exist there. */
    static int number(int pitch, OctaveConvention convention) {
        return pitch - convention.lowestOctave() * SEMITONES;
    }

    /** The convention in which number and name say the same; empty when there is none or one of them is missing. */
    Optional<OctaveConvention> agreement() {
        if (numbers.isEmpty() || pitches.isEmpty()) {
            return Optional.empty();
        }
        for (OctaveConvention convention : OctaveConvention.values()) {
            if (number(pitches.get(0), convention) == numbers.get(0)) {
                return Optional.of(convention);
            }
        }
        return Optional.empty();
    }

    /** The notes in a convention: the numbers where there are any, else the names. */
    List<Integer> notes(OctaveConvention convention) {
        return numbers.isEmpty()
                ? pitches.stream().map(pitch -> number(pitch, convention)).toList()
                : numbers;
    }

    /** These notes and some others. */
    NoteText and(NoteText others) {
        return new NoteText(together(numbers, others.numbers), together(pitches, others.pitches));
    }

    private static List<Integer> together(List<Integer> some, List<Integer> others) {
        return Stream.concat(some.stream(), others.stream()).toList();
    }

    /** These and some other references to the same notes. */
    NoteText with(NoteText other) {
        return new NoteText(numbers.isEmpty() ? other.numbers : numbers, pitches.isEmpty() ? other.pitches : pitches);
    }
}
