package org.jollyledger.core.exchange;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jollyledger.core.notemap.Line;

/**
 * A line of a list taken apart.
 *
 * @param number counted from 1, as a person counts lines
 * @param original as it was given
 * @param note what the note column holds; empty when there is none
 * @param name what the name column holds
 * @param shortName what is in a column of short names
 * @param chokeGroup what is in a column of choke groups
 * @param unlike whether it is laid out unlike the other lines of its list
 * @param skipped why it is no record; empty when that is to be seen from the rest
 */
record ListLine(
        int number,
        String original,
        Optional<NoteText> note,
        String name,
        String shortName,
        String chokeGroup,
        boolean unlike,
        Optional<String> skipped) {
    /** Common practice in the manuals of sound modules. */
    private static final Pattern GROUP = Pattern.compile(
            "(?i)\\s*[\\[(]?(?<![\\p{L}\\d])(?:exc(?:l(?:usive)?)?|(?:choke|mute|exclusive) (?:group|grp))\\.?\\s?[#:]?\\s?(\\d{1,2})[\\])]?$");

    static ListLine of(int number, String original, Optional<NoteText> note, String name) {
        return new ListLine(number, original, note, name, "", "", false, Optional.empty());
    }

    /** A line that is read as a part of other rows. */
    static ListLine elsewhere(int number, String original) {
        return of(number, original, Optional.empty(), "").leftOut(NoteList.ELSEWHERE);
    }

    ListLine withOriginal(String itsOriginal) {
        return new ListLine(number, itsOriginal, note, name, shortName, chokeGroup, unlike, skipped);
    }

    /** The same with the choke group that stands behind its name: "Open Hi-hat [EXC1]". */
    ListLine withGroupOfName() {
        Matcher behind = GROUP.matcher(name);
        return chokeGroup.isBlank() && name.length() <= Line.LONGEST_NAME && behind.find()
                ? new ListLine(
                        number,
                        original,
                        note,
                        name.substring(0, behind.start()),
                        shortName,
                        behind.group(1),
                        unlike,
                        skipped)
                : this;
    }

    ListLine markedUnlike() {
        return new ListLine(number, original, note, name, shortName, chokeGroup, true, skipped);
    }

    ListLine at(int itsNumber) {
        return new ListLine(itsNumber, original, note, name, shortName, chokeGroup, unlike, skipped);
    }

    ListLine leftOut(String reason) {
        return new ListLine(number, original, note, name, shortName, chokeGroup, unlike, Optional.of(reason));
    }

    boolean hasNoteAndName() {
        return note.isPresent() && hasLetters(name);
    }

    static boolean hasLetters(String text) {
        return text.codePoints().anyMatch(Character::isLetter);
    }
}
