package org.jollyledger.web.ledger;

import java.util.Map;
import org.jollyledger.core.notemap.MapComparison;
import org.jollyledger.web.revision.History;
import org.jollyledger.web.revision.HistoryView;
import org.jollyledger.web.revision.HistoryView.Comparing;
import org.jollyledger.web.revision.RevisionRow;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What a map was, and what differs. */
@Controller
public class HistoryController {
    private final LedgerService ledger;

    HistoryController(LedgerService ledger) {
        this.ledger = ledger;
    }

    @GetMapping("/maps/{slug}/history")
    String history(@PathVariable String slug, @RequestParam(defaultValue = "0") int page, Model model) {
        StoredMap stored = ledger.get(slug);
        String address = "/maps/" + slug;
        boolean builtIn = ledger.editState(slug).builtIn();
        model.addAttribute(
                "history",
                HistoryView.of(
                        "ledger",
                        stored.map().name(),
                        address,
                        stored.revision(),
                        ledger.history(slug, page)
                                .map(card -> RevisionRow.of(card, stored.revision())
                                        .withComparison(
                                                "/comparison?a=" + slug + "&ra=" + card.number() + "&b=" + slug)),
                        builtIn ? "" : address + "/restorations",
                        new Comparing("/comparison", "ra", "rb", Map.of("a", slug, "b", slug))));
        model.addAttribute("otherwise", "/comparison?a=" + slug + "&b=" + slug);
        return "revision/history";
    }

    @PostMapping("/maps/{slug}/restorations")
    String restore(
            @PathVariable String slug, @RequestParam int base, @RequestParam int number, RedirectAttributes redirect) {
        ledger.restore(slug, base, number);
        redirect.addFlashAttribute("message", History.restored(number) + ".");
        return "redirect:/maps/" + slug;
    }

    @GetMapping("/comparison")
    String compare(
            @RequestParam String a,
            @RequestParam(required = false) @Nullable Integer ra,
            @RequestParam String b,
            @RequestParam(required = false) @Nullable Integer rb,
            @RequestParam(defaultValue = "false") boolean all,
            Model model) {
        StoredMap before = ra == null ? ledger.get(a) : ledger.get(a, ra);
        StoredMap after = rb == null ? ledger.get(b) : ledger.get(b, rb);
        model.addAttribute("maps", ledger.names());
        model.addAttribute(
                "comparison",
                ComparisonView.of(before, ra, after, rb, MapComparison.between(before.map(), after.map()), all));
        return "ledger/comparison";
    }
}
