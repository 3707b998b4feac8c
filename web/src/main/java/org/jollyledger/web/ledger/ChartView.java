package org.jollyledger.web.ledger;

import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.IntStream;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.notemap.Chart;
import org.jollyledger.core.notemap.Chart.Column;
import org.jollyledger.core.notemap.KitOrder;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.web.ledger.MapView.FamilyMark;
import org.jspecify.annotations.Nullable;

/**
 * A chart as its page and its PDF show it.
 *
 * @param name what the owner calls the map
 * @param facts what is true of the whole map, in one line of words
 * @param strip the map's fingerprint
 * @param octaves where octaves begin on the strip
 * @param columns from left to right
 * @param choice what is shown, and in which order
 * @param size the height of a line in points, so that all fits on a page
 */
public record ChartView(
        String name,
        String facts,
        StripView strip,
        List<Octave> octaves,
        List<List<GroupView>> columns,
        Choice choice,
        double size) {
    private static final double ROOM_FOR_LINES = 660;
    private static final double HIGHEST_LINE = 16;
    private static final double LOWEST_LINE = 4;
    private static final double HEADINGS_ROOM = 1.15;

    /**
     * What is shown, and in which order.
     *
     * @param columns the columns
     * @param order the order of the lines
     */
    public record Choice(Set<Column> columns, KitOrder order) {
        public static final Choice USUAL = new Choice(Column.USUAL, KitOrder.KIT);

        static Choice of(@Nullable Set<Column> columns, @Nullable KitOrder order) {
            return new Choice(
                    columns == null || columns.isEmpty() ? USUAL.columns : columns,
                    order == null ? KitOrder.KIT : order);
        }

        public boolean shows(Column column) {
            return columns.contains(column);
        }
    }

    /** The beginning of an octave on the strip. */
    public record Octave(int note, String label) {}

    /** A group of lines. */
    public record GroupView(String title, @Nullable FamilyMark family, List<LineView> lines) {}

    /**
     * A line: what is in the columns that are shown.
     *
     * @param sound the code of its sound
     */
    public record LineView(String sound, List<CellView> cells) {}

    /** What is in a column. */
    public record CellView(String column, String text) {}

    static ChartView of(NoteMap map, Choice choice) {
        Chart chart = Chart.of(map, choice.order());
        return new ChartView(
                map.name(),
                String.join(
                        " · ",
                        map.kind().words(),
                        Counted.of(map.lines().size(), "line"),
                        "middle C is " + map.middleC().name(),
                        map.channel().isPresent() ? "channel " + map.channel().getAsInt() : "all channels"),
                StripView.of(map),
                octaves(map),
                chart.columns().stream()
                        .map(groups -> groups.stream()
                                .map(group -> view(map, group, choice))
                                .toList())
                        .toList(),
                choice,
                Math.round(10 * Math.min(HIGHEST_LINE, ROOM_FOR_LINES / (chart.height() * HEADINGS_ROOM))) / 10.0);
    }

    /** The class of the height of a line: whole points. */
    public int lineClass() {
        return (int) Math.max(LOWEST_LINE, Math.min(HIGHEST_LINE, Math.floor(size)));
    }

    private static List<Octave> octaves(NoteMap map) {
        return IntStream.range(0, Note.COUNT)
                .mapToObj(Note::of)
                .filter(Note::startsOctave)
                .map(note -> new Octave(note.number(), note.name(map.middleC())))
                .toList();
    }

    private static GroupView view(NoteMap map, Chart.Group group, Choice choice) {
        return new GroupView(
                group.title(),
                group.family().map(FamilyMark::of).orElse(null),
                group.lines().stream().map(line -> view(map, line, choice)).toList());
    }

    private static LineView view(NoteMap map, Line line, Choice choice) {
        return new LineView(
                line.sound().code(),
                choice.columns().stream()
                        .sorted()
                        .map(column -> new CellView(column.name().toLowerCase(Locale.ROOT), column.text(line, map)))
                        .toList());
    }
}
