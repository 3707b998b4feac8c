package org.jollyledger.core.notemap;

import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Whether names can be seen and printed. A map that was kept before this was asked may hold others; it stays readable,
 * so this is asked of what is new and not of every map.
 */
public final class Legible {
    /** Spaces, and signs that show nothing. */
    private static final Pattern INVISIBLE = Pattern.compile("[\\p{Z}\\p{C}\\s\\u115F\\u1160\\u2800\\u3164\\uFFA0]*");

    private static final Pattern LINE_END = Pattern.compile("[\\n\\r\\u000B\\f\\u0085\\u2028\\u2029]");
    /** Overrides, embeddings and isolates of the bidirectional algorithm (Unicode Standard Annex 9). */
    private static final Pattern TURNING = Pattern.compile("[\\u202A-\\u202E\\u2066-\\u2069]");

    private static final int LAST_OF_A_PLANE = 0xFFFE;

    private Legible() {}

    /** {@return what is wrong with a map's names, in a sentence; empty when nothing is} */
    public static Optional<String> problem(NoteMap map) {
        Stream<Optional<String>> ofLines = map.lines().stream()
                .flatMap(line -> Stream.of(
                        name("name of “" + line.shortName() + "”", line.name()),
                        name("short name of “" + line.name() + "”", line.shortName()),
                        line.chokeGroup().flatMap(group -> name("choke group", group)),
                        line.output().flatMap(output -> name("output", output)),
                        text("remark on “" + line.name() + "”", line.remark())));
        return Stream.concat(
                        Stream.of(
                                name("name of the map", map.name()),
                                text("maker's text", map.maker()),
                                text("remark", map.remark())),
                        ofLines)
                .flatMap(Optional::stream)
                .findFirst();
    }

    private static Optional<String> name(String field, String text) {
        if (text.codePoints().noneMatch(Legible::isNoCharacter)
                && INVISIBLE.matcher(text).matches()) {
            return Optional.of("The " + field + " is empty; write at least one letter.");
        }
        return LINE_END.matcher(text).find()
                ? Optional.of("The " + field + " has a line break in it; write it in one line.")
                : text(field, text);
    }

    private static Optional<String> text(String field, String text) {
        if (text.codePoints().anyMatch(Legible::isNoCharacter)) {
            return Optional.of("The " + field + " holds what is no character; take it out.");
        }
        return TURNING.matcher(text).find()
                ? Optional.of("The " + field + " holds a sign that turns the direction of writing; take it out.")
                : Optional.empty();
    }

    /** The Unicode Standard, chapter 23.7, and halves of pairs. */
    private static boolean isNoCharacter(int letter) {
        return (letter & LAST_OF_A_PLANE) == LAST_OF_A_PLANE
                || letter >= 0xFDD0 && letter <= 0xFDEF
                || letter >= Character.MIN_SURROGATE && letter <= Character.MAX_SURROGATE;
    }
}
