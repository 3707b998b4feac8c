package org.jollyledger.web.file;

import java.util.regex.Pattern;

/** Texts that somebody typed or sent, without signs that nobody can see. */
public final class Visible {
    private static final Pattern INVISIBLE = Pattern.compile("[\\p{Cc}\\p{Cf}\\p{Co}\\p{Cn}]");

    private Visible() {}

    /** The text without them, and without spaces at its ends. */
    public static String text(String typed) {
        return INVISIBLE.matcher(typed).replaceAll("").strip();
    }
}
