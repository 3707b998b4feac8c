package org.jollyledger.core.pitch;

import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A MIDI note number.
 *
 * @param number 0 to 127; 60 is middle C (MIDI 1.0)
 */
public record Note(int number) implements Comparable<Note> {
    public static final int LOWEST = 0;
    public static final int HIGHEST = 127;
    /** How many notes there are. */
    public static final int COUNT = 128;

    private static final int SEMITONES = 12;
    private static final List<String> SHARP_NAMES =
            List.of("C", "C#", "D", "D#", "E", "F", "F#", "G", "G#", "A", "A#", "B");
    private static final List<String> FLAT_NAMES =
            List.of("C", "Db", "D", "Eb", "E", "F", "Gb", "G", "Ab", "A", "Bb", "B");
    private static final Map<Character, Integer> LETTERS =
            Map.of('C', 0, 'D', 2, 'E', 4, 'F', 5, 'G', 7, 'A', 9, 'B', 11);
    private static final Map<String, Integer> SIGNS = Map.of("", 0, "#", 1, "♯", 1, "b", -1, "♭", -1);
    private static final Pattern NAME = Pattern.compile("([A-Ga-g])([#♯b♭]?)\\s?([-−–]?\\d{1,2})");

    /** How to spell the black keys. */
    public enum Spelling {
        SHARPS,
        FLATS
    }

    public Note {
        if (number < LOWEST || number > HIGHEST) {
            throw new IllegalArgumentException("Note " + number + " does not exist; notes are 0 to 127.");
        }
    }

    /**
     * {@return the note with a number}
     *
     * @param number 0 to 127
     * @throws IllegalArgumentException when it is no note, with a sentence
     */
    public static Note of(int number) {
        return new Note(number);
    }

    /**
     * Reads a note name such as "F#1", "F♯1", "Gb1", "g♭-1" in an octave convention.
     *
     * @return the note, 0 to 127
     * @throws IllegalArgumentException when it is no note name, or one outside 0 to 127
     */
    public static Note parse(String name, OctaveConvention convention) {
        Matcher matcher = NAME.matcher(name.strip());
        if (!matcher.matches()) {
            throw new IllegalArgumentException("\"" + name
                    + "\" is no note name; write a letter A to G, a sign if it has one, and an octave, as in F#1.");
        }
        int octave = Integer.parseInt(matcher.group(3).replaceAll("[−–]", "-"));
        int number = (octave - convention.lowestOctave()) * SEMITONES
                + LETTERS.get(Character.toUpperCase(matcher.group(1).charAt(0)))
                + SIGNS.get(matcher.group(2));
        if (number < LOWEST || number > HIGHEST) {
            throw new IllegalArgumentException("\"" + name + "\" is note " + number + " where middle C is " + convention
                    + "; notes are 0 to 127.");
        }
        return new Note(number);
    }

    /** {@return the name with a sharp for a black key, such as "F#1"} */
    public String name(OctaveConvention convention) {
        return name(convention, Spelling.SHARPS);
    }

    /** {@return the name in an octave convention, such as "F#1" or "Gb1"} */
    public String name(OctaveConvention convention, Spelling spelling) {
        List<String> names = spelling == Spelling.SHARPS ? SHARP_NAMES : FLAT_NAMES;
        return names.get(number % SEMITONES) + (number / SEMITONES + convention.lowestOctave());
    }

    /** {@return number and name as a person reads them, such as "38 · D1"} */
    public String label(OctaveConvention convention) {
        return number + " · " + name(convention);
    }

    /** {@return whether the note is a C, which begins an octave in every convention} */
    public boolean startsOctave() {
        return number % SEMITONES == 0;
    }

    @Override
    public int compareTo(Note other) {
        return Integer.compare(number, other.number);
    }
}
