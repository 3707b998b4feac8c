package org.jollyledger.web.manual;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/** Gathers the rows of a sheet as they are read: a row in a line, its cells apart by tabs. What is beyond is passed over. */
final class SheetRows {
    static final int MOST_SHEETS = 100;
    static final int LONGEST_CELL = 2_000;
    private static final int MOST_ROWS = 20_000;
    static final int MOST_COLUMNS = 200;
    /** Nobody's list has more equal rows one after another. */
    private static final int MOST_REPEATED = 128;

    static final int LONGEST_TEXT = 2_000_000;
    private static final Pattern BREAKS = Pattern.compile("[\\s\\u000B\\u0085\\u00A0\\u2028\\u2029]+");

    private final StringBuilder text = new StringBuilder();
    private final List<String> cells = new ArrayList<>();
    private int rows;

    /** Puts a text into the next cells of the row. */
    void add(String value, int times) {
        String line = BREAKS.matcher(value.length() > LONGEST_CELL ? value.substring(0, LONGEST_CELL) : value)
                .replaceAll(" ")
                .strip();
        for (int time = 0; time < times && cells.size() < MOST_COLUMNS; time++) {
            cells.add(line);
        }
    }

    /** Puts a text into a cell of the row, counted from 0. */
    void add(int column, String value) {
        if (column < MOST_COLUMNS && column >= cells.size()) {
            add("", column - cells.size());
            add(value, 1);
        }
    }

    /** Ends the row, which stands so many times. */
    void end(int times) {
        while (!cells.isEmpty() && cells.get(cells.size() - 1).isEmpty()) {
            cells.remove(cells.size() - 1);
        }
        String line = String.join("\t", cells) + "\n";
        int most = cells.isEmpty() ? 1 : Math.min(times, MOST_REPEATED);
        for (int time = 0; time < most && rows < MOST_ROWS && text.length() < LONGEST_TEXT; time++) {
            text.append(line);
            rows++;
        }
        cells.clear();
    }

    String text() {
        return text.toString();
    }
}
