package org.jollyledger.core.exchange;

import java.util.List;
import java.util.regex.Pattern;

/** Makes plain text of what comes out of a PDF, a web page or a spreadsheet. */
final class ListText {
    private static final Pattern SPACES = Pattern.compile("[\\u00A0\\u1680\\u2000-\\u200A\\u202F\\u205F\\u3000]");
    private static final Pattern INVISIBLE =
            Pattern.compile("[\\u200B-\\u200F\\u202A-\\u202E\\u2060-\\u2069\\uFEFF\\u00AD]");
    private static final Pattern DASHES = Pattern.compile("[\\u2010-\\u2015\\u2212\\uFE58\\uFE63\\uFF0D]");
    private static final Pattern CONTROLS = Pattern.compile("[\\p{Cc}&&[^\\t\\n]]");
    private static final Pattern LINE_ENDS = Pattern.compile("\\r\\n?|[\\u2028\\u2029\\u000B\\f\\u0085]");

    /** No table is wider; what reads lines may look at each sign of a run again and again. */
    private static final Pattern LONG_RUN = Pattern.compile("(([^\\p{L}\\p{N}])\\2{99})\\2++");

    private ListText() {}

    /** One kind of space, dash and line end; nothing that cannot be seen. */
    static String plain(String text) {
        String lines = LINE_ENDS.matcher(text).replaceAll("\n");
        String spaced = SPACES.matcher(lines).replaceAll(" ");
        String visible = INVISIBLE.matcher(spaced).replaceAll("");
        String dashed = DASHES.matcher(visible).replaceAll("-");
        return CONTROLS.matcher(dashed.replace('♯', '#').replace('♭', 'b')).replaceAll("");
    }

    /** The lines as they were given, but for signs that cannot be shown. */
    static List<String> originals(String text) {
        return LINE_ENDS
                .matcher(text)
                .replaceAll("\n")
                .lines()
                .map(line -> CONTROLS.matcher(line).replaceAll("").stripTrailing())
                .toList();
    }

    /** The lines, with long runs of signs that only hold things apart made shorter. */
    static List<String> lines(String plain) {
        return plain.lines()
                .map(line -> LONG_RUN.matcher(line.stripTrailing()).replaceAll("$1"))
                .toList();
    }
}
