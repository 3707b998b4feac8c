package org.jollyledger.web.part;

import java.util.Arrays;
import java.util.List;
import org.jollyledger.core.midi.Damage;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.part.Grid;
import org.jollyledger.core.part.TrackLayout;
import org.jollyledger.core.reconcile.Confidence;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.SheetRow.Shown;
import org.jollyledger.web.answer.Content;
import org.jollyledger.web.file.Download;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import tools.jackson.databind.json.JsonMapper;

/** The page of a part: its sheet. */
@Controller
class PartController {
    private static final int SYSTEMS = 2;
    private static final int MOST_LAYOUTS = 8;
    private static final int RECENT_MAPS = 3;
    private static final int BARS_IN_VIEW = 4;
    private static final int GRID = 4;
    private static final int COLUMNS = 800;
    /** How wide the bars in view are at a desk; the page asks again when they are wider or narrower there. */
    private static final double WIDTH = 1_000;

    /** A part as the head of its page shows it. */
    record PartHead(
            String slug,
            String title,
            String facts,
            String channelReason,
            List<String> damages,
            List<String> allDamages) {
        private static PartHead of(SheetDesk.Open open) {
            List<String> damages = Damage.summary(open.part().file());
            return new PartHead(
                    open.part().slug(),
                    open.part().title(),
                    PartFacts.of(open),
                    open.drums().reason(),
                    damages,
                    everyPlace(open.part().file(), damages));
        }
    }

    /** Every damaged place; none when the summary names each of them already. */
    private static List<String> everyPlace(MidiFile file, List<String> summary) {
        List<String> all = file.damages().stream().map(Damage::sentence).toList();
        return all.equals(summary) ? List.of() : all;
    }

    /** A line to which hits can be moved. */
    record LineChoice(int note, String name, String place) {}

    private final PartService parts;
    private final SheetDesk desk;
    private final LedgerService ledger;
    private final Recognition recognition;
    private final PartWays ways;
    private final JsonMapper json;

    PartController(
            PartService parts,
            SheetDesk desk,
            LedgerService ledger,
            Recognition recognition,
            PartWays ways,
            JsonMapper json) {
        this.parts = parts;
        this.desk = desk;
        this.ledger = ledger;
        this.recognition = recognition;
        this.ways = ways;
        this.json = json;
    }

    @GetMapping("/parts/{slug}")
    String part(
            @PathVariable String slug,
            @RequestParam(required = false) @Nullable String map,
            @RequestParam(required = false) @Nullable String rows,
            @RequestParam(name = "bar", required = false) @Nullable Long wantedBar,
            Model model) {
        SheetDesk.Open open = desk.open(slug, map, rows);
        Sheet sheet = open.sheet();
        long barCount = sheet.part().bars().barCount();
        long bar = wantedBar == null ? sheet.times().firstBar() : wantedBar;
        long from = sheet.times().startOfBar(Math.max(sheet.times().firstBar(), Math.min(bar, barCount)));
        long span = Math.max(
                1, sheet.times().startOfBar(BARS_IN_VIEW + 1) - sheet.times().startOfBar(1));
        SheetState state = SheetState.of(
                open,
                desk.written(open),
                parts.steps(open.part().id(), open.part().revision()));
        Sheet.Stretch stretch = sheet.between(from, from + 2 * span, new Grid(GRID), COLUMNS);
        head(open, model);
        model.addAttribute("span", span);
        model.addAttribute("rowsCode", rows == null || rows.isEmpty() ? Shown.PLAYED.code() : rows);
        model.addAttribute("rowChoices", Shown.values());
        model.addAttribute("describedRows", state.rows());
        model.addAttribute("stateJson", script(state));
        model.addAttribute("stretchJson", script(StretchView.of(open.part().revision(), sheet, stretch, WIDTH / span)));
        List<LineChoice> lines = lines(sheet);
        model.addAttribute("lineChoices", lines);
        model.addAttribute("linesJson", script(lines));
        model.addAttribute(
                "afters",
                parts.conversions(open.part().id()).stream()
                        .sorted((one, other) -> other.at().compareTo(one.at()))
                        .toList());
        return "part/part";
    }

    /** The same without scripts: some bars as a drawing and as a table. */
    @GetMapping("/parts/{slug}/plain")
    String plain(
            @PathVariable String slug,
            @RequestParam(required = false) @Nullable String map,
            @RequestParam(defaultValue = "0") long bar,
            Model model) {
        SheetDesk.Open open = desk.open(slug, map, null);
        Sheet sheet = open.sheet();
        long barCount = sheet.part().bars().barCount();
        head(open, model);
        model.addAttribute("sheet", new SheetDrawing(sheet, hit -> false, barCount).draw(bar, SYSTEMS));
        model.addAttribute("hits", HitTable.of(sheet, bar));
        return "part/plain";
    }

    /** What is at the head of a part's page, with scripts or without. */
    private void head(SheetDesk.Open open, Model model) {
        model.addAttribute("part", PartHead.of(open));
        model.addAttribute("shown", open.map());
        model.addAttribute("origin", PartOrigin.of(open, ledger, recognition));
        model.addAttribute(
                "layouts", Arrays.stream(TrackLayout.values()).skip(1).toList());
        model.addAttribute("formats", PartFormat.values());
        model.addAttribute("maps", ledger.names());
        model.addAttribute(
                "recent",
                ledger.recent(RECENT_MAPS).stream()
                        .filter(card -> !card.slug().equals(open.map().slug()))
                        .limit(RECENT_MAPS - 1L)
                        .toList());
    }

    /** A document within a page: nothing in it may end the element that it is in. */
    private String script(Object document) {
        return json.writeValueAsString(document).replace("<", "\\u003c");
    }

    private static List<LineChoice> lines(Sheet sheet) {
        return sheet.map().firstLines().stream()
                .map(line -> new LineChoice(
                        line.note().number(),
                        line.name(),
                        line.note().label(sheet.map().middleC())))
                .toList();
    }

    /** The hits of the bars from a tick on as a table. */
    @GetMapping("/parts/{slug}/table")
    String table(
            @PathVariable String slug,
            @RequestParam(required = false) @Nullable String map,
            @RequestParam(defaultValue = "0") long tick,
            Model model) {
        Sheet sheet = desk.open(slug, map, null).sheet();
        model.addAttribute("hits", HitTable.of(sheet, sheet.times().barAt(Math.max(0, tick))));
        return "part/table :: table";
    }

    /** Which layout is this? */
    @GetMapping("/parts/{slug}/layouts")
    String layouts(@PathVariable String slug, Model model) {
        StoredPart part = parts.get(slug);
        model.addAttribute("slug", slug);
        model.addAttribute("partTitle", part.title());
        Recognition.Answer answer = recognition.recognise(part.file(), MOST_LAYOUTS);
        model.addAttribute("answer", answer.sentence());
        model.addAttribute("fits", answer.confidence() != Confidence.NONE);
        model.addAttribute(
                "layouts", answer.ranked().stream().map(LayoutView::of).toList());
        return "part/layouts";
    }

    @PostMapping("/parts/{slug}/written-for")
    String writtenFor(
            @PathVariable String slug, @RequestParam(defaultValue = "") String map, RedirectAttributes redirect) {
        StoredPart part = parts.get(slug);
        String before = part.writtenForId().map(id -> ledger.get(id).slug()).orElse("");
        if (map.isEmpty()) {
            parts.writtenForUnknown(part.id());
            redirect.addFlashAttribute("message", "It is not known which map this was written for.");
        } else {
            StoredMap chosen = ledger.get(map);
            parts.writtenFor(part.id(), chosen.id());
            redirect.addFlashAttribute(
                    "message", "Set as written for " + chosen.map().name() + ".");
        }
        redirect.addFlashAttribute("writtenForBefore", before);
        redirect.addAttribute("slug", slug);
        return "redirect:/parts/{slug}";
    }

    /** Original file. */
    @GetMapping("/parts/{slug}/file")
    ResponseEntity<byte[]> file(@PathVariable String slug) {
        StoredPart part = parts.get(slug, PartEntity.AS_IT_CAME);
        return Download.midi(part.fileName().text(), part.file().toBytes());
    }

    @GetMapping("/parts/{slug}/download/{format}")
    ResponseEntity<Content> download(
            @PathVariable String slug,
            @PathVariable String format,
            @RequestParam(required = false) @Nullable String map,
            @RequestParam(defaultValue = "as-it-is") String tracks) {
        return ways.download(slug, map, format, tracks);
    }
}
