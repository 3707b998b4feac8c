package org.jollyledger.core.exchange;

import java.io.IOException;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.BarBeat;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;

/** The hits of a part as rows of CSV (RFC 4180), in the order of time. */
public final class HitRows {
    private static final CSVFormat FORMAT = CSVFormat.RFC4180;
    private static final double THOUSANDTHS = 1_000;

    private HitRows() {}

    /**
     * Writes all hits with the names that a map gives them; a first row names the columns.
     *
     * @throws IOException when the rows cannot be written there
     */
    public static void write(Part part, NoteMap map, Appendable rows) throws IOException {
        CSVPrinter printer = new CSVPrinter(rows, FORMAT);
        row(
                printer,
                "bar",
                "beat",
                "tick",
                "seconds",
                "note",
                "note name",
                "line",
                "sound",
                "velocity",
                "length",
                "channel",
                "track");
        Kit kit = Kit.of(map);
        for (int hit : part.hitsInTime()) {
            Note note = Note.of(part.note(hit));
            Optional<Line> line = map.lineAt(note);
            BarBeat place = part.place(hit);
            row(
                    printer,
                    place.bar(),
                    place.beat().toPlainString(),
                    part.tick(hit),
                    Math.round(part.tempoMap(part.track(hit)).seconds(part.tick(hit)) * THOUSANDTHS) / THOUSANDTHS,
                    note.number(),
                    note.name(map.middleC()),
                    line.map(Line::name).orElse(""),
                    line.map(known -> part.played(kit, known.sound(), hit).code())
                            .orElse(""),
                    part.velocity(hit),
                    part.hangs(hit) ? "" : part.endTick(hit) - part.tick(hit),
                    part.channel(hit),
                    part.track(hit) + 1);
        }
    }

    private static void row(CSVPrinter rows, Object... cells) throws IOException {
        rows.printRecord(SheetCells.guarded(cells));
    }
}
