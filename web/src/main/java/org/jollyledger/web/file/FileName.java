package org.jollyledger.web.file;

import org.jspecify.annotations.Nullable;

/**
 * A file's name as a label, never as a path: what is before the last slash or backslash is gone, and so are signs
 * that are no letters.
 *
 * @param text 1 to 120 characters
 */
public record FileName(String text) {
    private static final int LONGEST = 120;
    private static final String WITHOUT_NAME = "part.mid";

    /** The label of a file that somebody sends under some name. */
    public static FileName of(@Nullable String sent) {
        String bare = sent == null ? "" : sent.substring(Math.max(sent.lastIndexOf('/'), sent.lastIndexOf('\\')) + 1);
        String clean = Visible.text(bare);
        if (clean.isEmpty() || clean.matches("\\.+")) {
            return new FileName(WITHOUT_NAME);
        }
        int length = Math.min(LONGEST, clean.codePointCount(0, clean.length()));
        return new FileName(clean.substring(0, clean.offsetByCodePoints(0, length)));
    }

    /** The name without its ending, and with spaces for hyphens and underscores. */
    public String title() {
        String stem = stem().replaceAll("[-_]+", " ").strip();
        return stem.isEmpty() ? text : stem;
    }

    /** The name of a file made from this one, such as "storm-at-sea (tin-parade).mid". */
    public String madeFor(String what, String ending) {
        return stem() + " (" + what + ")" + ending;
    }

    private String stem() {
        return text.replaceFirst("\\.[A-Za-z0-9]{1,5}$", "");
    }
}
