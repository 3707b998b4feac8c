package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jollyledger.core.exchange.DocumentException.Problem;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Sound;

/** The lines of a map as rows of cells under heads, in any order of columns. */
final class LineCells {
    private static final List<String> HEADS =
            List.of("note", "note name", "name", "short name", "sound", "choke group", "remark", "order");
    private static final String OUTPUT = "output";

    private static final int MOST_PROBLEMS = 20;

    private LineCells() {}

    /** The heads of a map's lines; outputs have a column where a line names one. */
    static List<String> heads(NoteMap map) {
        return namesOutputs(map)
                ? Stream.concat(HEADS.stream(), Stream.of(OUTPUT)).toList()
                : HEADS;
    }

    private static boolean namesOutputs(NoteMap map) {
        return map.lines().stream().anyMatch(line -> line.output().isPresent());
    }

    static List<String> of(NoteMap map, int at) {
        Line line = map.lines().get(at);
        Stream<String> cells = Stream.of(
                line.place().map(note -> String.valueOf(note.number())).orElse(""),
                line.place().map(note -> note.name(map.middleC())).orElse(""),
                line.name(),
                line.shortName(),
                line.sound().code(),
                line.chokeGroup().orElse(""),
                line.remark(),
                String.valueOf(at + 1));
        return namesOutputs(map)
                ? Stream.concat(cells, line.output().or(() -> Optional.of("")).stream())
                        .toList()
                : cells.toList();
    }

    /** Whether a row is the head of lines. */
    static boolean isHead(List<String> cells) {
        List<String> heads = cells.stream().map(LineCells::head).toList();
        return heads.contains("name")
                && heads.contains("sound")
                && (heads.contains("note") || heads.contains("note name"));
    }

    private static String head(String cell) {
        return cell.strip().toLowerCase(Locale.ROOT);
    }

    /**
     * Reads lines from the rows under a head.
     *
     * @param firstRow which row of the document the first of them is, counted from 1
     */
    static List<Line> read(List<String> head, List<List<String>> rows, int firstRow, OctaveConvention middleC)
            throws DocumentException {
        Map<String, Integer> columns = new TreeMap<>();
        IntStream.range(0, head.size()).forEach(at -> columns.putIfAbsent(head(head.get(at)), at));
        record Placed(int order, Line line) {}
        List<Placed> placed = new ArrayList<>();
        List<Problem> problems = new ArrayList<>();
        for (int row = 0; row < rows.size() && problems.size() < MOST_PROBLEMS; row++) {
            List<String> cells = rows.get(row);
            if (cells.stream().allMatch(String::isBlank)) {
                continue;
            }
            try {
                String order = cell(cells, columns, "order").strip();
                placed.add(new Placed(
                        order.matches("\\d{1,6}") ? Integer.parseInt(order) : row + 1, line(cells, columns, middleC)));
            } catch (IllegalArgumentException e) {
                problems.add(new Problem(firstRow + row, "row", String.valueOf(e.getMessage())));
            }
        }
        if (!problems.isEmpty()) {
            throw new DocumentException(problems);
        }
        return placed.stream()
                .sorted(Comparator.comparingInt(Placed::order))
                .map(Placed::line)
                .toList();
    }

    private static Line line(List<String> cells, Map<String, Integer> columns, OctaveConvention middleC) {
        String name = cell(cells, columns, "name");
        String brief = cell(cells, columns, "short name");
        String group = cell(cells, columns, "choke group");
        return new Line(
                place(
                        cell(cells, columns, "note").strip(),
                        cell(cells, columns, "note name").strip(),
                        middleC),
                name,
                brief.isBlank() ? Line.shorten(name) : brief,
                Sound.parse(cell(cells, columns, "sound")),
                Optional.of(group).filter(text -> !text.isBlank()),
                Optional.of(cell(cells, columns, OUTPUT)).filter(text -> !text.isBlank()),
                cell(cells, columns, "remark"));
    }

    private static Optional<Note> place(String number, String name, OctaveConvention middleC) {
        if (number.matches("\\d{1,4}")) {
            return Optional.of(Note.of(Integer.parseInt(number)));
        }
        if (!number.isEmpty()) {
            return Optional.of(Note.parse(number, middleC));
        }
        return name.isEmpty() ? Optional.empty() : Optional.of(Note.parse(name, middleC));
    }

    private static String cell(List<String> cells, Map<String, Integer> columns, String head) {
        Integer at = columns.get(head);
        return at == null || at >= cells.size() ? "" : cells.get(at);
    }
}
