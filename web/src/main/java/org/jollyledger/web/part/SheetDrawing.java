package org.jollyledger.web.part;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.IntPredicate;
import java.util.stream.Collectors;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sheet.Measures;
import org.jollyledger.core.sheet.Picture;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.SheetRow;
import org.jollyledger.core.sheet.SheetSystem;
import org.jollyledger.web.ledger.MapView.FamilyMark;
import org.jollyledger.web.part.SheetView.BarLine;
import org.jollyledger.web.part.SheetView.Glyph;
import org.jollyledger.web.part.SheetView.Row;
import org.jollyledger.web.part.SheetView.SystemView;
import org.jollyledger.web.part.SheetView.Window;

/** Shows some bars of a sheet as systems of four bars, for pages that draw without a script. */
public final class SheetDrawing {
    public static final int BARS_PER_SYSTEM = 4;

    /** How wide a system is, and how large everything in it. */
    private record Size(int width, Measures measures) {}

    private static final Size WIDE = new Size(1068, Measures.READING);
    private static final Size CLOSE = new Size(648, Measures.CLOSE);
    private static final int MARGIN = 14;
    private static final int HEAD_ROOM = 20;
    private static final int FOOT_ROOM = 6;

    private final Sheet sheet;
    private final IntPredicate lost;
    private final long barCount;

    /**
     * @param lost the hits to draw in red
     * @param barCount how many bars there are; of a part shown next to a longer one, those of the longer
     */
    public SheetDrawing(Sheet sheet, IntPredicate lost, long barCount) {
        this.sheet = sheet;
        this.lost = lost;
        this.barCount = Math.max(1, barCount);
    }

    /** Some systems, beginning at a bar, each with a row for every line that the part plays. */
    public SheetView draw(long wantedBar, int systemCount) {
        return draw(wantedBar, systemCount, WIDE, true);
    }

    /** One system, beginning at a bar, with a row for every line that these bars play. */
    public SheetView drawClosely(long wantedBar) {
        return draw(wantedBar, 1, CLOSE, false);
    }

    private SheetView draw(long wantedBar, int systemCount, Size size, boolean allRows) {
        long first = Math.max(sheet.times().firstBar(), Math.min(wantedBar, barCount));
        long bars = (long) systemCount * BARS_PER_SYSTEM;
        long last = Math.min(first + bars - 1, barCount);
        List<SheetSystem> systems = new ArrayList<>();
        for (long bar = first; bar <= last; bar += BARS_PER_SYSTEM) {
            systems.add(
                    allRows
                            ? SheetSystem.withAllRows(sheet, bar, BARS_PER_SYSTEM)
                            : SheetSystem.of(sheet, bar, BARS_PER_SYSTEM));
        }
        List<Integer> rows = systems.get(0).rows();
        double rowHeight = size.measures.row();
        return new SheetView(
                rows.stream()
                        .map(row -> row(
                                sheet.rows().get(row),
                                HEAD_ROOM + size.measures.top() + (rows.indexOf(row) + 0.5) * rowHeight))
                        .toList(),
                systems.stream().map(system -> view(system, size, last)).toList(),
                (int) Math.ceil(HEAD_ROOM + size.measures.top() + rows.size() * rowHeight + FOOT_ROOM),
                size.width,
                new Window(
                        first,
                        last,
                        barCount,
                        Math.max(sheet.times().firstBar(), first - bars),
                        Math.min(first + bars, barCount)),
                sheet.times().startOfBar(first));
    }

    private Row row(SheetRow row, double y) {
        String place = row.note().label(sheet.map().middleC());
        Optional<Line> line = row.line();
        return new Row(
                line.map(Line::shortName).orElse(place),
                line.map(known -> known.name() + ", note " + place).orElse("Note " + place + " is not on this map"),
                line.map(known -> FamilyMark.of(known.sound().family())).orElse(null),
                line.map(known -> known.sound().code()).orElse(""),
                line.isEmpty(),
                y);
    }

    private SystemView view(SheetSystem system, Size size, long lastBar) {
        Picture picture = system.picture(size.width - 2.0 * MARGIN, size.measures);
        return new SystemView(
                picture.bars().stream()
                        .filter(bar -> bar.number() <= lastBar)
                        .map(bar -> new BarLine(tenth(MARGIN + bar.x()), bar.number()))
                        .toList(),
                picture.beats().stream().map(beat -> tenth(MARGIN + beat)).toList(),
                picture.heads().stream().map(this::glyph).toList(),
                picture.tremolos().stream().map(SheetDrawing::roll).collect(Collectors.joining()),
                picture.uprights().stream().map(this::upright).toList(),
                picture.blocks().stream()
                        .map(block -> String.format(
                                Locale.ROOT,
                                "M%.1f %.1fh%.1fv%.1fh-%.1fz",
                                MARGIN + block.x(),
                                HEAD_ROOM + block.y(),
                                block.width(),
                                block.height(),
                                block.width()))
                        .collect(Collectors.joining()));
    }

    private Glyph glyph(Picture.Head head) {
        double slur = head.slur() / head.size();
        return new Glyph(
                head.hit(),
                "head-" + head.notation().head().code(),
                String.format(
                        Locale.ROOT,
                        "translate(%.1f %.1f) scale(%.2f)",
                        MARGIN + head.x(),
                        HEAD_ROOM + head.y(),
                        head.size()),
                head.notation().marks().stream()
                        .map(mark -> "mark-" + mark.code())
                        .toList(),
                head.slur() > 0 ? String.format(Locale.ROOT, "M0 7Q%.1f 13 %.1f 7", slur / 2, slur) : "",
                classes(head.hit(), head.row()),
                title(head.hit()));
    }

    private Glyph upright(Picture.Upright upright) {
        return new Glyph(
                upright.hit(),
                "",
                String.format(Locale.ROOT, "translate(%.1f %.1f)", MARGIN + upright.x(), HEAD_ROOM + upright.y()),
                List.of(),
                String.format(Locale.ROOT, "M0 -%.1fV%.1f", upright.high(), upright.high()),
                classes(upright.hit(), upright.row()),
                title(upright.hit()));
    }

    private static String roll(Picture.Tremolo roll) {
        double from = MARGIN + roll.from();
        double y = HEAD_ROOM + roll.y();
        return String.format(
                Locale.ROOT,
                "M%.1f %.1fl8 -2.4M%.1f %.1fl8 -2.4M%.1f %.1fH%.1f",
                from - 4,
                y + 9,
                from - 4,
                y + 11.6,
                from + 7,
                y,
                MARGIN + roll.to());
    }

    private String classes(int hit, int row) {
        String family = sheet.rows()
                .get(row)
                .line()
                .map(line -> "family-" + line.sound().family().code())
                .orElse("unlisted");
        return lost.test(hit) ? family + " lost" : family;
    }

    private String title(int hit) {
        Part part = sheet.part();
        Note note = Note.of(part.note(hit));
        return sheet.map().lineAt(note).map(Line::name).orElse("Not on this map") + ", note "
                + note.label(sheet.map().middleC()) + ", velocity " + part.velocity(hit) + ", "
                + part.place(hit).words();
    }

    private static double tenth(double value) {
        return Math.round(value * 10) / 10.0;
    }
}
