package org.jollyledger.core.notemap;

/** What may be in the text fields of a map. */
public final class Texts {
    private Texts() {}

    static void require(String field, String text, int longest) {
        if (text.isBlank()) {
            throw new IllegalArgumentException("The " + field + " is empty; write at least one letter.");
        }
        requireAtMost(field, text, longest);
    }

    static void requireAtMost(String field, String text, int longest) {
        int length = text.codePointCount(0, text.length());
        if (length > longest) {
            throw new IllegalArgumentException(
                    "The " + field + " has " + length + " characters; it may have " + longest + " at most.");
        }
        if (text.chars().anyMatch(letter -> Character.isISOControl(letter) && letter != '\n' && letter != '\t')) {
            throw new IllegalArgumentException("The " + field + " holds a control character; take it out.");
        }
    }

    /** {@return the beginning of a text, of so many characters at most} */
    public static String cut(String text, int longest) {
        return text.codePointCount(0, text.length()) <= longest
                ? text
                : text.substring(0, text.offsetByCodePoints(0, longest)).strip();
    }
}
