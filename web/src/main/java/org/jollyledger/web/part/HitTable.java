package org.jollyledger.web.part;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sheet.Sheet;

/**
 * The hits of some bars as a table.
 *
 * @param first the first bar
 * @param last the last bar
 * @param barCount of how many
 * @param omitted hits of these bars that are too many to list
 */
public record HitTable(long first, long last, long barCount, int omitted, List<Row> rows) {
    private static final int BARS = 8;
    private static final int MOST_ROWS = 1_000;

    /** A hit. */
    public record Row(String place, String name, String note, int velocity, String sound, boolean lost) {}

    /** The hits of eight bars from one on. */
    static HitTable of(Sheet sheet, long wanted) {
        Part part = sheet.part();
        long barCount = Math.max(1, part.bars().barCount());
        long first = Math.max(sheet.times().firstBar(), Math.min(wanted, barCount));
        long last = Math.min(first + BARS - 1, barCount);
        int[] hits = part.bars().hits(first, last);
        List<Row> rows = Arrays.stream(hits)
                .boxed()
                .sorted((one, other) -> Long.compare(part.tick(one), part.tick(other)))
                .limit(MOST_ROWS)
                .map(hit -> row(sheet, hit))
                .toList();
        return new HitTable(first, last, barCount, Math.max(0, hits.length - MOST_ROWS), rows);
    }

    private static Row row(Sheet sheet, int hit) {
        Part part = sheet.part();
        Note note = Note.of(part.note(hit));
        Optional<Line> line = sheet.map().lineAt(note);
        return new Row(
                part.place(hit).words(),
                line.map(Line::name).orElse("silent"),
                note.label(sheet.map().middleC()),
                part.velocity(hit),
                sheet.soundOf(hit).map(sound -> sound.words()).orElse("silent"),
                line.isEmpty());
    }
}
