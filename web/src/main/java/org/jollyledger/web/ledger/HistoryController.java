package org.jollyledger.web.ledger;

import org.jollyledger.core.notemap.MapComparison;
import org.jollyledger.web.revision.RevisionRow;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Page;
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
        Page<RevisionRow> revisions = ledger.history(slug, page).map(card -> RevisionRow.of(card, stored.revision()));
        model.addAttribute("slug", slug);
        model.addAttribute("name", stored.map().name());
        model.addAttribute("current", stored.revision());
        model.addAttribute("builtIn", ledger.editState(slug).builtIn());
        model.addAttribute("revisions", revisions);
        return "ledger/history";
    }

    @PostMapping("/maps/{slug}/restorations")
    String restore(
            @PathVariable String slug, @RequestParam int base, @RequestParam int number, RedirectAttributes redirect) {
        ledger.restore(slug, base, number);
        redirect.addFlashAttribute("message", "Brought back revision " + number + ". Undo takes it away again.");
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
