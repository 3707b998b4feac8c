package org.jollyledger.web.part;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.TimeMap;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sheet.Measures;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.SheetRow;
import org.jollyledger.web.ledger.MapView.FamilyMark;
import org.jollyledger.web.revision.Steps;
import org.jspecify.annotations.Nullable;

/**
 * A part on a map as the page's script needs to know it, apart from the hits themselves.
 *
 * @param revision the revision of the part
 * @param facts what is true of the whole part, in words
 * @param hits how many hits it has
 * @param silent how many of them play nothing on the map
 * @param end the tick at which its last bar ends
 * @param firstBar 0 for a pick-up, else 1
 * @param lastBar the last bar that has hits
 * @param zooms how much can be seen at once
 * @param overview how full the part is from its beginning to its end, each from 0 to 100
 * @param rowHeight how high a row is drawn, in pixels
 * @param top room above the first row
 * @param undo what would be undone; "" for nothing
 * @param redo what would be done again; "" for nothing
 */
record SheetState(
        int revision,
        String facts,
        int hits,
        int silent,
        List<Row> rows,
        long end,
        long firstBar,
        long lastBar,
        List<Zoom> zooms,
        List<Integer> overview,
        double rowHeight,
        double top,
        String undo,
        String redo) {
    private static final int OVERVIEW = 240;
    private static final int[] ZOOMED_BARS = {1, 2, 4, 8, 16, 32, 64, 128};

    /**
     * A row.
     *
     * @param name the whole name
     * @param label a short one
     * @param place number and name of the note
     * @param family empty for a note that is not on the map
     * @param sound the code of the sound; "" for none
     * @param lost whether its hits play nothing on the map
     */
    record Row(
            int note,
            String name,
            String label,
            String place,
            @Nullable FamilyMark family,
            String sound,
            int hits,
            boolean lost) {
        private static Row of(SheetRow row, OctaveConvention middleC, Optional<NoteMap> written) {
            Optional<Line> line = row.line();
            String place = row.note().label(middleC);
            return new Row(
                    row.note().number(),
                    line.map(Line::name)
                            .orElse(row.playsNothing() ? "silent" + meant(row, written, Line::name) : "free"),
                    line.map(Line::shortName).orElse(row.note().number() + meant(row, written, Line::shortName)),
                    place,
                    line.map(known -> FamilyMark.of(known.sound().family())).orElse(null),
                    line.map(known -> known.sound().code()).orElse(""),
                    row.hits(),
                    row.playsNothing());
        }
    }

    /** What a note that plays nothing was meant for, behind a comma, where the part's own map says so. */
    private static String meant(SheetRow row, Optional<NoteMap> written, Function<Line, String> name) {
        return row.hits() == 0
                ? ""
                : written.flatMap(map -> map.lineAt(row.note()))
                        .map(line -> ", " + name.apply(line))
                        .orElse("");
    }

    /** How many ticks are seen at once, in words. */
    record Zoom(String words, long ticks) {}

    /**
     * @param written the map that the part was written for, when that is known
     */
    static SheetState of(SheetDesk.Open open, Optional<NoteMap> written, Steps steps) {
        Sheet sheet = open.sheet();
        int[] overview = sheet.overview(OVERVIEW);
        int fullest = Math.max(1, IntStream.of(overview).max().orElse(1));
        return new SheetState(
                open.part().revision(),
                PartFacts.of(open),
                sheet.part().hitCount(),
                sheet.silentHits(),
                sheet.rows().stream()
                        .map(row -> Row.of(row, open.map().map().middleC(), written))
                        .toList(),
                sheet.endTick(),
                sheet.times().firstBar(),
                Math.max(sheet.times().firstBar(), sheet.part().bars().barCount()),
                zooms(sheet),
                IntStream.of(overview)
                        .map(count -> (count * 100 + fullest - 1) / fullest)
                        .boxed()
                        .toList(),
                Measures.PAGE.row(),
                Measures.PAGE.top(),
                steps.undoable().orElse(""),
                steps.redoable().orElse(""));
    }

    private static List<Zoom> zooms(Sheet sheet) {
        TimeMap times = sheet.times();
        long from = times.startOfBar(1);
        List<Zoom> zooms = new ArrayList<>();
        zooms.add(new Zoom("1 beat", Math.max(1, Math.round(times.ticksPerBeat(1)))));
        for (int bars : ZOOMED_BARS) {
            long ticks = times.startOfBar(1 + bars) - from;
            if (ticks < sheet.endTick()) {
                zooms.add(new Zoom(Counted.of(bars, "bar"), ticks));
            }
        }
        zooms.add(new Zoom("the whole part", Math.max(1, sheet.endTick())));
        return zooms;
    }
}
