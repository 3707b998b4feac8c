package org.jollyledger.web.part;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntPredicate;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.TimeMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sheet.Notation;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.web.ledger.MapView.FamilyMark;
import org.jollyledger.web.part.SheetView.BarLine;
import org.jollyledger.web.part.SheetView.Glyph;
import org.jollyledger.web.part.SheetView.Row;
import org.jollyledger.web.part.SheetView.SystemView;
import org.jollyledger.web.part.SheetView.Window;

/** Lays out a part as a sheet. */
public final class SheetDrawing {
    public static final int BARS_PER_SYSTEM = 4;

    /** How wide a system is, and how large its heads are beside the usual. */
    private record Size(int width, double heads) {}

    private static final Size WIDE = new Size(1068, 1);
    private static final Size CLOSE = new Size(664, 0.8);
    private static final int MARGIN = 14;
    private static final int HEAD_ROOM = 20;
    private static final int MOST_GLYPHS = 4_000;

    private final Part part;
    private final NoteMap map;
    private final Kit kit;
    private final IntPredicate lost;
    private final TimeMap times;
    private final long barCount;
    private final Map<Integer, Row> rowOfNote = new HashMap<>();
    private final List<Row> rows = new ArrayList<>();

    /**
     * @param map the map that names the rows
     * @param lost the hits to draw in red
     * @param barCount how many bars the sheet has; of a part shown beside a longer one, those of the longer
     */
    public SheetDrawing(Part part, NoteMap map, IntPredicate lost, long barCount) {
        this.barCount = Math.max(1, barCount);
        this.part = part;
        this.map = map;
        kit = Kit.of(map);
        this.lost = lost;
        this.times = part.timeMap(0);
    }

    private void layRows(int[] played) {
        map.firstLines().stream()
                .filter(line -> played[line.note().number()] > 0)
                .forEach(line -> addRow(
                        line.note(),
                        line.shortName(),
                        line.name() + ", note " + line.note().label(map.middleC()),
                        FamilyMark.of(line.sound().family()),
                        line.sound().code()));
        for (int note = 0; note < played.length; note++) {
            if (played[note] > 0 && !rowOfNote.containsKey(note)) {
                String label = Note.of(note).label(map.middleC());
                addUnlistedRow(Note.of(note), label);
            }
        }
    }

    private void addRow(Note note, String label, String title, FamilyMark family, String sound) {
        Row row = new Row(label, title, family, sound, false, nextY());
        rows.add(row);
        rowOfNote.put(note.number(), row);
    }

    private void addUnlistedRow(Note note, String label) {
        Row row = new Row(label, "Note " + label + " is not on this map", null, "", true, nextY());
        rows.add(row);
        rowOfNote.put(note.number(), row);
    }

    private int nextY() {
        return HEAD_ROOM + rows.size() * SheetView.ROW_HEIGHT + SheetView.ROW_HEIGHT / 2;
    }

    /** The sheet of some systems of four bars, beginning at a bar, with a row for every line that the part plays. */
    public SheetView draw(long wantedBar, int systemCount) {
        layRows(part.hitsPerNote());
        return drawSystems(wantedBar, systemCount, WIDE);
    }

    /** One system of four bars, beginning at a bar, with a row for every line that these bars play. */
    public SheetView drawClosely(long wantedBar) {
        long first = firstBar(wantedBar);
        int[] played = new int[Note.COUNT];
        for (int hit : part.bars().hits(first, first + BARS_PER_SYSTEM - 1)) {
            played[part.note(hit)]++;
        }
        layRows(played);
        return drawSystems(wantedBar, 1, CLOSE);
    }

    private long firstBar(long wantedBar) {
        return Math.max(times.firstBar(), Math.min(wantedBar, barCount));
    }

    private SheetView drawSystems(long wantedBar, int systemCount, Size size) {
        long bars = (long) systemCount * BARS_PER_SYSTEM;
        long first = firstBar(wantedBar);
        long last = Math.min(first + bars - 1, barCount);
        int[] inView = part.bars().hits(first, last);
        List<List<Integer>> hitsOfSystem = hitsOfSystems(inView, first, systemCount);
        List<SystemView> systems = new ArrayList<>();
        for (int i = 0; i < systemCount && first + (long) i * BARS_PER_SYSTEM <= last; i++) {
            systems.add(system(first + (long) i * BARS_PER_SYSTEM, last, hitsOfSystem.get(i), size));
        }
        Window window = new Window(
                first,
                last,
                barCount,
                Math.max(times.firstBar(), first - bars),
                Math.min(first + bars, barCount),
                Math.max(0, inView.length - MOST_GLYPHS));
        return new SheetView(
                List.copyOf(rows),
                systems,
                HEAD_ROOM + rows.size() * SheetView.ROW_HEIGHT + 6,
                size.width,
                window,
                times.startOfBar(first));
    }

    private List<List<Integer>> hitsOfSystems(int[] inView, long first, int systemCount) {
        List<List<Integer>> systems = new ArrayList<>();
        for (int i = 0; i < systemCount; i++) {
            systems.add(new ArrayList<>());
        }
        for (int i = 0; i < Math.min(MOST_GLYPHS, inView.length); i++) {
            long bar = part.place(inView[i]).bar();
            systems.get((int) ((bar - first) / BARS_PER_SYSTEM)).add(inView[i]);
        }
        return systems;
    }

    private SystemView system(long firstBar, long lastBar, List<Integer> hits, Size size) {
        long from = times.startOfBar(firstBar);
        double scale =
                (double) (size.width - 2 * MARGIN) / Math.max(1, times.startOfBar(firstBar + BARS_PER_SYSTEM) - from);
        List<BarLine> bars = new ArrayList<>();
        List<Double> beats = new ArrayList<>();
        for (long bar = firstBar; bar < firstBar + BARS_PER_SYSTEM && bar <= lastBar; bar++) {
            long start = times.startOfBar(bar);
            bars.add(new BarLine(round(MARGIN + (start - from) * scale), bar));
            for (int beat = 1; beat < times.beatsInBar(bar); beat++) {
                beats.add(round(MARGIN + (start - from + beat * times.ticksPerBeat(bar)) * scale));
            }
        }
        List<Glyph> glyphs = hits.stream()
                .map(hit -> glyph(hit, round(MARGIN + (part.tick(hit) - from) * scale), size.heads))
                .toList();
        return new SystemView(bars, beats, glyphs);
    }

    private Glyph glyph(int hit, double x, double heads) {
        Row row = rowOfNote.get(part.note(hit));
        Optional<Line> line = map.lineAt(Note.of(part.note(hit)));
        Optional<Sound> sound = line.map(Line::sound);
        Notation notation = Notation.of(sound.map(known -> part.played(kit, known, hit)), part.velocity(hit));
        double size = heads * notation.size();
        String family = sound.map(known -> "family-" + known.family().code()).orElse("unlisted");
        return new Glyph(
                hit,
                "head-" + notation.head().code(),
                String.format(Locale.ROOT, "translate(%s %d) scale(%.2f)", x, row.y(), size),
                notation.marks().stream().map(mark -> "mark-" + mark.code()).toList(),
                lost.test(hit) ? family + " lost" : family,
                title(hit, line, map.middleC()));
    }

    private String title(int hit, Optional<Line> line, OctaveConvention convention) {
        return line.map(Line::name).orElse("Not on this map") + ", note "
                + Note.of(part.note(hit)).label(convention) + ", velocity " + part.velocity(hit) + ", "
                + part.place(hit).words();
    }

    private static double round(double value) {
        return Math.round(value * 10) / 10.0;
    }
}
