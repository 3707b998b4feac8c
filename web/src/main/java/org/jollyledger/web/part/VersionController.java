package org.jollyledger.web.part;

import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.jollyledger.core.comparison.PartComparison;
import org.jollyledger.core.comparison.PartComparison.Kind;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.web.file.Download;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.revision.History;
import org.jollyledger.web.revision.HistoryView;
import org.jollyledger.web.revision.HistoryView.Comparing;
import org.jollyledger.web.revision.RevisionCard;
import org.jollyledger.web.revision.RevisionRow;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What a part was, and what differs. */
@Controller
class VersionController {
    private final PartService parts;
    private final SheetDesk desk;

    VersionController(PartService parts, SheetDesk desk) {
        this.parts = parts;
        this.desk = desk;
    }

    @GetMapping("/parts/{slug}/history")
    String history(
            @PathVariable String slug,
            @RequestParam(required = false) @Nullable String map,
            @RequestParam(defaultValue = "0") int page,
            Model model) {
        StoredPart part = parts.get(slug);
        String address = "/parts/" + slug;
        String names = map == null || map.isEmpty() ? "" : "&map=" + map;
        Function<RevisionCard, RevisionRow> row = card -> RevisionRow.of(card, part.revision())
                .withComparison(address + "/comparison?a=" + card.number() + names)
                .withDownload(address + "/versions/" + card.number() + "/file");
        model.addAttribute(
                "history",
                HistoryView.of(
                                "parts",
                                part.title(),
                                address,
                                part.revision(),
                                parts.history(slug, page).map(row),
                                address + "/restorations",
                                new Comparing(
                                        address + "/comparison",
                                        "a",
                                        "b",
                                        names.isEmpty() ? Map.of() : Map.of("map", map)))
                        .endingWith(row.apply(parts.asItCame(slug))));
        return "revision/history";
    }

    @GetMapping("/parts/{slug}/comparison")
    String compare(
            @PathVariable String slug,
            @RequestParam(defaultValue = "1") int a,
            @RequestParam(required = false) @Nullable Integer b,
            @RequestParam(required = false) @Nullable String map,
            @RequestParam(defaultValue = "") String kind,
            @RequestParam(defaultValue = "0") int page,
            Model model) {
        SheetDesk.Open open = desk.open(slug, map, null);
        NoteMap names = open.map().map();
        int later = b == null ? open.part().revision() : b;
        StoredPart before = parts.get(slug, a);
        StoredPart after = parts.get(slug, later);
        PartComparison comparison = PartComparison.between(before.file(), after.file());
        Channels drums = new Channels(channels(before, names) | channels(after, names));
        model.addAttribute("part", open.part());
        model.addAttribute("map", open.map());
        model.addAttribute("a", a);
        model.addAttribute("b", later);
        model.addAttribute("only", kind);
        model.addAttribute(
                "comparison",
                PartComparisonView.of(
                        comparison,
                        names,
                        drums,
                        Optional.of(kind)
                                .filter(code -> !code.isEmpty())
                                .map(code -> Refusal.unlessValid(() -> Kind.parse(code))),
                        page));
        return "part/comparison";
    }

    private static int channels(StoredPart part, NoteMap map) {
        return DrumChannel.find(part.file(), map.channel()).part().channels().mask();
    }

    @PostMapping("/parts/{slug}/restorations")
    String restore(
            @PathVariable String slug, @RequestParam int base, @RequestParam int number, RedirectAttributes redirect) {
        parts.restore(slug, base, number);
        redirect.addFlashAttribute("message", History.restored(number) + ".");
        redirect.addAttribute("slug", slug);
        return "redirect:/parts/{slug}";
    }

    @GetMapping("/parts/{slug}/versions/{number}/file")
    ResponseEntity<byte[]> file(@PathVariable String slug, @PathVariable int number) {
        StoredPart part = parts.get(slug, number);
        return Download.midi(
                part.fileName().madeFor("version " + number, ".mid"),
                part.file().toBytes());
    }
}
