package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/** A table whose columns stand below one another, as some pages are copied: first all notes, then as many names, or the other way. */
final class ColumnsBelow {
    private static final int FEWEST_ROWS = 3;
    private static final Pattern PAGE_NUMBER = Pattern.compile("-\\s*\\d+\\s*-");
    private static final int MOST_AROUND = 6;

    private final List<String> lines;
    /** Lines that are not blank, in runs of those that hold notes alone and those that hold none. */
    private final List<List<Integer>> runs = new ArrayList<>();

    private ColumnsBelow(List<String> lines) {
        this.lines = lines;
        boolean before = false;
        for (int at = 0; at < lines.size(); at++) {
            if (lines.get(at).isBlank()) {
                continue;
            }
            boolean note = note(at).isPresent();
            if (runs.isEmpty() || note != before) {
                runs.add(new ArrayList<>());
            }
            runs.get(runs.size() - 1).add(at);
            before = note;
        }
    }

    static Optional<ListLayout> of(List<String> lines) {
        return new ColumnsBelow(lines).layout();
    }

    private Optional<NoteText> note(int line) {
        return Optional.of(lines.get(line).strip())
                .filter(text -> !PAGE_NUMBER.matcher(text).matches())
                .flatMap(NoteText::of);
    }

    private Optional<ListLayout> layout() {
        Map<Integer, ListLine> records = new TreeMap<>();
        int run = 0;
        while (run + 1 < runs.size()) {
            run += take(runs.get(run), runs.get(run + 1), records) ? 2 : 1;
        }
        if (records.isEmpty()) {
            return Optional.empty();
        }
        List<ListLine> all = IntStream.range(0, lines.size())
                .mapToObj(at ->
                        records.getOrDefault(at, ListLine.of(at + 1, lines.get(at), Optional.empty(), lines.get(at))))
                .toList();
        return Optional.of(new ListLayout("columns one below the other", all));
    }

    /** Puts two runs together where there is a name for each row; notes may come in two columns. */
    private boolean take(List<Integer> first, List<Integer> second, Map<Integer, ListLine> records) {
        boolean notesFirst = note(first.get(0)).isPresent();
        List<Integer> notes = notesFirst ? first : second;
        List<Integer> names = notesFirst ? second : first;
        for (int columns = 1; columns <= 2; columns++) {
            int rows = notes.size() / columns;
            if (rows >= FEWEST_ROWS && notes.size() == rows * columns) {
                int begin = beginOfNames(names, rows);
                for (int row = 0; row < rows && begin >= 0; row++) {
                    put(notes, names.get(begin + row), row, rows, records);
                }
                if (begin >= 0) {
                    return true;
                }
            }
        }
        return false;
    }

    /** Where in a run so many names begin, when only heads and page numbers stand around them; else -1. */
    private int beginOfNames(List<Integer> names, int rows) {
        int more = names.size() - rows;
        for (int begin = 0; begin <= more && more <= MOST_AROUND; begin++) {
            int first = begin;
            boolean onlyHeads = IntStream.range(0, names.size())
                    .filter(at -> at < first || at >= first + rows)
                    .allMatch(at -> ListLayout.isNoSound(lines.get(names.get(at))));
            if (onlyHeads && (more == 0 || !ListLayout.isNoSound(lines.get(names.get(begin))))) {
                return begin;
            }
        }
        return -1;
    }

    private void put(List<Integer> notes, int name, int row, int rows, Map<Integer, ListLine> records) {
        NoteText note = note(notes.get(row)).orElseThrow();
        for (int at = row + rows; at < notes.size(); at += rows) {
            note = note.with(note(notes.get(at)).orElseThrow());
            records.put(notes.get(at), ListLine.elsewhere(notes.get(at) + 1, lines.get(notes.get(at))));
        }
        records.put(
                notes.get(row),
                ListLine.of(
                        notes.get(row) + 1,
                        lines.get(notes.get(row)),
                        Optional.of(note),
                        lines.get(name).strip()));
        records.put(name, ListLine.elsewhere(name + 1, lines.get(name)));
    }
}
