package org.jollyledger.core.exchange;

import java.util.regex.Pattern;

/**
 * Texts as cells of a table that a spreadsheet opens. What begins like a formula would be run there, so an apostrophe
 * goes before it; reading takes it off again (common practice).
 */
final class SheetCells {
    private static final Pattern FORMULA = Pattern.compile("(?s)'*[=+\\-@\\t\\r].*");
    private static final Pattern GUARDED = Pattern.compile("(?s)'+[=+\\-@\\t\\r].*");
    private static final Pattern NUMBER = Pattern.compile("[+-]?\\d+(?:\\.\\d+)?");

    private SheetCells() {}

    /** {@return a text as it is written into a cell} */
    static String guarded(String text) {
        return FORMULA.matcher(text).matches() && !NUMBER.matcher(text).matches() ? "'" + text : text;
    }

    /** {@return the cells of a row, texts guarded} */
    static Object[] guarded(Object... cells) {
        Object[] guarded = cells.clone();
        for (int at = 0; at < guarded.length; at++) {
            guarded[at] = guarded[at] instanceof String text ? guarded(text) : guarded[at];
        }
        return guarded;
    }

    /** {@return the text that a cell was written for} */
    static String plain(String cell) {
        return GUARDED.matcher(cell).matches() ? cell.substring(1) : cell;
    }
}
