package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/** Columns held apart by spaces, as a printed page has them: a cell belongs to the column heading above it. */
final class PrintedColumns {
    private static final Pattern BETWEEN_CELLS = Pattern.compile("\\s{2,}|[\\s&&[^ ]]");
    /** A column begins where the cells of this share of the lines begin. */
    private static final double SHARE_OF_A_COLUMN = 0.15;

    private PrintedColumns() {}

    /** The cells of each line; a cell that is left out is empty. */
    static List<List<String>> of(List<String> lines) {
        Map<Integer, Integer> begins = new HashMap<>();
        for (String line : lines) {
            cells(line).forEach(cell -> begins.merge(cell.start, 1, Integer::sum));
        }
        long full = lines.stream().filter(line -> !line.isBlank()).count();
        int[] starts = begins.entrySet().stream()
                .filter(entry -> entry.getValue() >= SHARE_OF_A_COLUMN * full)
                .mapToInt(Map.Entry::getKey)
                .sorted()
                .toArray();
        return lines.stream().map(line -> cells(line, starts)).toList();
    }

    private static List<String> cells(String line, int[] starts) {
        List<String> cells = new ArrayList<>(IntStream.range(0, Math.max(1, starts.length))
                .mapToObj(at -> "")
                .toList());
        int last = -1;
        for (Cell cell : cells(line)) {
            int column = Math.max(last, columnAt(cell.start, starts));
            String before = cells.get(column);
            cells.set(column, before.isEmpty() ? cell.text : before + " " + cell.text);
            last = column;
        }
        return cells;
    }

    /** What stands between wide gaps, and where it starts. */
    private record Cell(int start, String text) {}

    private static List<Cell> cells(String line) {
        List<Cell> cells = new ArrayList<>();
        Matcher between = BETWEEN_CELLS.matcher(line);
        int start = 0;
        while (start < line.length()) {
            int end = between.find() ? between.start() : line.length();
            String text = line.substring(start, end);
            if (!text.isBlank()) {
                cells.add(new Cell(start + text.length() - text.stripLeading().length(), text.strip()));
            }
            start = end == line.length() ? end : between.end();
        }
        return cells;
    }

    /** The last column that begins here or before. */
    private static int columnAt(int start, int[] starts) {
        int column = 0;
        for (int i = 0; i < starts.length; i++) {
            column = starts[i] <= start ? i : column;
        }
        return column;
    }
}
