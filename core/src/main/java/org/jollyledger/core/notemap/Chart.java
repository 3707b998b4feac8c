package org.jollyledger.core.notemap;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.Sound;

/**
 * A map laid out on one page for the music stand: its lines in groups, the groups in columns of about the same height.
 *
 * @param map the map
 * @param columns from left to right
 */
public record Chart(NoteMap map, List<List<Group>> columns) {
    private static final List<Integer> MOST_LINES_OF_COLUMNS = List.of(24, 64, 150);

    /** A heading takes the room of so many lines. */
    private static final double HEIGHT_OF_HEADING = 1.5;

    /** What can be shown of a line, from left to right, with the share of the width that it wants. */
    public enum Column {
        NOTE(
                "note",
                3,
                (line, map) ->
                        line.place().map(note -> note.label(map.middleC())).orElse("no note")),
        NAME("name", 6, (line, map) -> line.name()),
        SHORT("short name", 3, (line, map) -> line.shortName()),
        SOUND("sound", 5, (line, map) -> line.sound().words()),
        GROUP("choke group", 3, (line, map) -> line.chokeGroup().orElse("")),
        OUTPUT("output", 3, (line, map) -> line.output().orElse(""));

        /** What most charts show. */
        public static final Set<Column> USUAL = Set.of(NOTE, NAME);

        private final String words;
        private final int width;
        private final BiFunction<Line, NoteMap, String> text;

        Column(String words, int width, BiFunction<Line, NoteMap, String> text) {
            this.words = words;
            this.width = width;
            this.text = text;
        }

        public String words() {
            return words;
        }

        /** {@return how wide it wants to be relative to other columns} */
        public int width() {
            return width;
        }

        /** {@return what is in it for a line of a map} */
        public String text(Line line, NoteMap map) {
            return text.apply(line, map);
        }
    }

    /**
     * Lines that belong together.
     *
     * @param title the kit piece, or empty where lines are not grouped
     * @param family the family of the kit piece
     * @param lines in the order of the chart
     */
    public record Group(String title, Optional<Family> family, List<Line> lines) {
        public Group {
            lines = List.copyOf(lines);
        }

        private double height() {
            return lines.size() + (title.isEmpty() ? 0 : HEIGHT_OF_HEADING);
        }
    }

    public Chart {
        columns = columns.stream().map(List::copyOf).toList();
    }

    /**
     * Lays out a map in an order; in the order of the kit it is grouped by kit piece.
     *
     * @return the chart of all lines
     */
    public static Chart of(NoteMap map, KitOrder order) {
        List<Line> lines = MapEdits.sort(map, order).lines();
        return new Chart(map, inColumns(order == KitOrder.KIT ? grouped(lines) : ungrouped(lines), lines.size()));
    }

    private static List<Group> grouped(List<Line> lines) {
        Map<String, List<Line>> byPiece = new LinkedHashMap<>();
        for (Line line : lines) {
            byPiece.computeIfAbsent(title(line.sound()), title -> new ArrayList<>())
                    .add(line);
        }
        return byPiece.entrySet().stream()
                .map(entry -> new Group(
                        entry.getKey(),
                        Optional.of(entry.getValue().get(0).sound().family()),
                        entry.getValue()))
                .toList();
    }

    private static String title(Sound sound) {
        String words = new Sound(
                        sound.piece(), sound.number(), Optional.empty(), sound.articulation(), sound.openness())
                .pieceWords();
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }

    private static List<Group> ungrouped(List<Line> lines) {
        return lines.isEmpty() ? List.of() : List.of(new Group("", Optional.empty(), lines));
    }

    private static List<List<Group>> inColumns(List<Group> groups, int lineCount) {
        int count = 1
                + (int) MOST_LINES_OF_COLUMNS.stream()
                        .filter(most -> lineCount > most)
                        .count();
        double height = groups.stream().mapToDouble(Group::height).sum() / count;
        List<List<Group>> columns = new ArrayList<>();
        List<Group> column = new ArrayList<>();
        double filled = 0;
        for (Group whole : groups) {
            Group group = whole;
            // A group that begins in one column goes on in the next when it is longer than what is left.
            while (columns.size() < count - 1 && filled + group.height() > height + HEIGHT_OF_HEADING) {
                int fitting = (int) Math.floor(height - filled - (group.title().isEmpty() ? 0 : HEIGHT_OF_HEADING));
                boolean split = fitting >= 2 && group.lines().size() - fitting >= 2;
                if (split) {
                    column.add(part(group, 0, fitting));
                    group = part(group, fitting, group.lines().size());
                }
                if (!column.isEmpty()) {
                    columns.add(column);
                }
                column = new ArrayList<>();
                filled = 0;
                if (!split) {
                    break;
                }
            }
            column.add(group);
            filled += group.height();
        }
        columns.add(column);
        return columns;
    }

    private static Group part(Group group, int from, int to) {
        return new Group(group.title(), group.family(), group.lines().subList(from, to));
    }

    /** {@return how high the highest column is, in lines} */
    public double height() {
        return columns.stream()
                .mapToDouble(
                        column -> column.stream().mapToDouble(Group::height).sum())
                .max()
                .orElse(0);
    }
}
