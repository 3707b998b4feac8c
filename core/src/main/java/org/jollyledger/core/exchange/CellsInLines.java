package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** A table of which every cell stands on a line of its own, as it comes out of a page that was copied. */
final class CellsInLines {
    private static final int MOST_COLUMNS = 6;
    private static final int FEWEST_ROWS = 3;

    private CellsInLines() {}

    /** Every way to put lines together to rows; where a text before the table has lines of its own they are left out. */
    static List<ListLayout> of(List<String> lines) {
        List<Integer> full = IntStream.range(0, lines.size())
                .filter(at -> !lines.get(at).isBlank())
                .boxed()
                .toList();
        long notes = full.stream()
                .filter(at -> NoteText.of(lines.get(at).strip()).isPresent())
                .count();
        List<ListLayout> layouts = new ArrayList<>();
        // Without a note on every sixth line at least no table of six columns is there.
        if (notes * (MOST_COLUMNS + 1) < full.size()) {
            return layouts;
        }
        for (int columns = 2; columns <= MOST_COLUMNS; columns++) {
            for (int before = 0; before < columns; before++) {
                if (full.size() - before >= columns * FEWEST_ROWS) {
                    layout(lines, full, columns, before).ifPresent(layouts::add);
                }
            }
        }
        return layouts;
    }

    private static Optional<ListLayout> layout(List<String> lines, List<Integer> full, int columns, int before) {
        List<List<String>> rows = new ArrayList<>();
        List<Integer> first = new ArrayList<>();
        for (int at = before; at < full.size(); at += columns) {
            first.add(full.get(at));
            rows.add(full.subList(at, Math.min(full.size(), at + columns)).stream()
                    .map(line -> lines.get(line).strip())
                    .toList());
        }
        List<String> originals =
                rows.stream().map(cells -> String.join("  ", cells)).toList();
        return ListTable.takeApart(rows, originals).map(parsed -> {
            List<ListLine> all = new ArrayList<>();
            int row = 0;
            for (int line = 0; line < lines.size(); line++) {
                if (row < first.size() && first.get(row) == line) {
                    all.add(parsed.lines().get(row).at(line + 1));
                    row++;
                } else {
                    all.add(ListLine.of(line + 1, lines.get(line), Optional.empty(), "")
                            .leftOut(
                                    lines.get(line).isBlank()
                                            ? "empty"
                                            : row == 0 ? NoteList.NO_NOTE : NoteList.ELSEWHERE));
                }
            }
            return parsed.as("a line for each cell, " + columns + " to a row", all);
        });
    }
}
