package org.jollyledger.web.part;

import java.util.Arrays;
import java.util.List;
import java.util.LongSummaryStatistics;
import java.util.Optional;
import org.jollyledger.core.part.Grid;
import org.jollyledger.core.part.HitEdit;
import org.jollyledger.core.part.HitIndexes;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.TimeMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.reconcile.BetterLine;
import org.jollyledger.core.sheet.HitFacts;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.Way;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** What the page of a part asks for while it is looked at, played and edited. */
@RestController
@RequestMapping("/parts/{slug}")
class SheetController {
    private static final int MOST_COLUMNS = 4_000;
    /** How wide a column is in which hits are shown as a crowd, in pixels. */
    private static final int COLUMN = 2;

    private static final int MOST_SUGGESTIONS = 3;

    /**
     * A hit that was chosen.
     *
     * @param tick where it stands
     * @param row its row; -1 when it is not shown
     * @param suggestions lines to which it could go, when it plays nothing on the map
     */
    record Chosen(HitFacts facts, String words, long tick, int row, int note, List<Suggestion> suggestions) {}

    /** A line to which a hit that plays nothing could go, and why. */
    record Suggestion(int note, String name, String reason) {}

    /**
     * Hits that were chosen by a description.
     *
     * @param from where the bar of the first of them begins
     * @param to where the bar of the last of them ends
     */
    record Choice(String hits, int count, String words, long from, long to) {}

    /** What came of a change, and how the part is now. */
    record Edited(String message, String hits, SheetState state) {}

    private final SheetDesk desk;
    private final PartService parts;
    private final HitEditing editing;

    SheetController(SheetDesk desk, PartService parts, HitEditing editing) {
        this.desk = desk;
        this.parts = parts;
        this.editing = editing;
    }

    private SheetState state(SheetDesk.Open open) {
        return SheetState.of(
                open,
                desk.written(open),
                parts.steps(open.part().id(), open.part().revision()));
    }

    @GetMapping("/state")
    SheetState state(
            @PathVariable String slug,
            @RequestParam(required = false) @Nullable String map,
            @RequestParam(required = false) @Nullable String rows) {
        return state(desk.open(slug, map, rows));
    }

    @GetMapping("/stretch")
    StretchView stretch(
            @PathVariable String slug,
            @RequestParam(required = false) @Nullable String map,
            @RequestParam(required = false) @Nullable String rows,
            @RequestParam long from,
            @RequestParam long to,
            @RequestParam(defaultValue = "4") int grid,
            @RequestParam double scale) {
        SheetDesk.Open open = desk.open(slug, map, rows);
        if (!(scale > 0) || Double.isInfinite(scale)) {
            throw Refusal.unreadable("The scale is how many pixels a tick is wide, more than 0; it is " + scale + ".");
        }
        int columns = (int) Math.max(1, Math.min(MOST_COLUMNS, (to - from) * scale / COLUMN));
        Sheet.Stretch stretch = open.sheet().between(from, to, new Grid(Math.max(1, grid)), columns);
        return StretchView.of(open.part().revision(), open.sheet(), stretch, scale);
    }

    @GetMapping("/schedule")
    ScheduleView schedule(
            @PathVariable String slug,
            @RequestParam(required = false) @Nullable String map,
            @RequestParam(defaultValue = "0") long from,
            @RequestParam(required = false) @Nullable Long to) {
        SheetDesk.Open open = desk.open(slug, map, null);
        long end = to == null ? open.sheet().endTick() : to;
        return ScheduleView.of(desk.schedule(open), Math.max(0, from), end);
    }

    @GetMapping("/instrument")
    ScheduleView.Instrument instrument(
            @PathVariable String slug, @RequestParam(required = false) @Nullable String map) {
        return ScheduleView.Instrument.of(
                desk.schedule(desk.open(slug, map, null)).voices());
    }

    /** Where a bar begins. */
    record BarStart(long bar, long tick) {}

    @GetMapping("/bar")
    BarStart bar(
            @PathVariable String slug, @RequestParam long bar, @RequestParam(required = false) @Nullable String map) {
        Sheet sheet = desk.open(slug, map, null).sheet();
        long last = Math.max(1, sheet.part().bars().barCount());
        long there = Math.max(sheet.times().firstBar(), Math.min(bar, last));
        return new BarStart(there, sheet.times().startOfBar(there));
    }

    /** A hit, or the one to which a walk from it leads. */
    @GetMapping("/hits/{hit}")
    Chosen hit(
            @PathVariable String slug,
            @PathVariable int hit,
            @RequestParam(required = false) @Nullable String map,
            @RequestParam(required = false) @Nullable String rows,
            @RequestParam(required = false) @Nullable String way) {
        SheetDesk.Open open = desk.open(slug, map, rows);
        Part part = open.sheet().part();
        if (hit < 0 || hit >= part.hitCount()) {
            throw Refusal.notFound(
                    "There is no hit " + hit + "; the part has " + part.hitCount() + ", counted from 0.");
        }
        return chosen(open, way == null ? hit : open.sheet().walk(hit, parse(way)));
    }

    /** The first hit at or behind a tick. */
    @GetMapping("/hits")
    Optional<Chosen> first(
            @PathVariable String slug,
            @RequestParam(required = false) @Nullable String map,
            @RequestParam(required = false) @Nullable String rows,
            @RequestParam(defaultValue = "0") long from,
            @RequestParam(required = false) @Nullable String way) {
        SheetDesk.Open open = desk.open(slug, map, rows);
        int hit = open.sheet().firstFrom(from);
        if (hit == Part.NONE) {
            return Optional.empty();
        }
        boolean stays =
                way == null || parse(way) == Way.NEXT_SILENT && open.sheet().playsNothing(hit);
        return Optional.of(chosen(open, stays ? hit : open.sheet().walk(hit, parse(way))));
    }

    private static Way parse(String way) {
        return Refusal.unlessValid(() -> Way.parse(way));
    }

    private Chosen chosen(SheetDesk.Open open, int hit) {
        Sheet sheet = open.sheet();
        HitFacts facts = HitFacts.of(sheet, hit);
        return new Chosen(
                facts,
                facts.words(),
                sheet.part().tick(hit),
                sheet.rowOf(sheet.part().note(hit)),
                sheet.part().note(hit),
                sheet.playsNothing(hit) ? suggestions(open, sheet.part().note(hit)) : List.of());
    }

    private List<Suggestion> suggestions(SheetDesk.Open open, int note) {
        return BetterLine.find(Note.of(note), open.map().map(), desk.written(open), MOST_SUGGESTIONS).stream()
                .map(better -> new Suggestion(
                        better.line().note().number(), better.line().name(), better.reason()))
                .toList();
    }

    /** The hits that a description, or a frame on the sheet, holds. */
    @PostMapping("/choice")
    Choice choose(@PathVariable String slug, @RequestBody HitTarget wanted) {
        SheetDesk.Open open = desk.open(slug, wanted.map(), wanted.rows());
        Sheet sheet = open.sheet();
        int[] hits = wanted.find(sheet.part());
        String words =
                hits.length == 0 ? "No hits match." : HitEdit.words(sheet.part(), hits, sheet::nameOf) + " selected.";
        TimeMap times = open.sheet().times();
        LongSummaryStatistics ticks =
                Arrays.stream(hits).mapToLong(open.sheet().part()::tick).summaryStatistics();
        long from = hits.length == 0 ? 0 : times.startOfBar(times.barAt(ticks.getMin()));
        long to = hits.length == 0 ? 0 : times.startOfBar(times.barAt(ticks.getMax()) + 1);
        return new Choice(HitIndexes.format(hits), hits.length, words, from, to);
    }

    @PostMapping("/edits")
    Edited edit(@PathVariable String slug, @RequestBody JsonNode wanted) {
        return edited(slug, editing.target(wanted), editing.edit(slug, wanted));
    }

    @PostMapping("/undo")
    Edited undo(@PathVariable String slug, @RequestBody HitTarget at) {
        return edited(slug, at, editing.step(slug, at.base() == null ? 0 : at.base(), false));
    }

    @PostMapping("/redo")
    Edited redo(@PathVariable String slug, @RequestBody HitTarget at) {
        return edited(slug, at, editing.step(slug, at.base() == null ? 0 : at.base(), true));
    }

    private Edited edited(String slug, HitTarget wanted, HitEditing.Done done) {
        return new Edited(done.message(), done.hits(), state(desk.open(slug, wanted.map(), wanted.rows())));
    }
}
