package org.jollyledger.web.file;

/** Texts that must fit a column. */
public final class Cut {
    private Cut() {}

    /** The text, or its beginning with a mark of omission, in at most so many characters. */
    public static String to(int longest, String text) {
        return text.codePointCount(0, text.length()) <= longest
                ? text
                : text.substring(0, text.offsetByCodePoints(0, longest - 1)) + "…";
    }
}
