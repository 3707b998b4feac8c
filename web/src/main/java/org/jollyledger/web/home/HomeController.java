package org.jollyledger.web.home;

import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.web.ledger.LedgerQuery;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.part.PartService;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

@Controller
class HomeController {
    private static final int LATEST_PARTS = 8;

    private final LedgerService ledger;
    private final PartService parts;

    HomeController(LedgerService ledger, PartService parts) {
        this.ledger = ledger;
        this.parts = parts;
    }

    @GetMapping("/")
    String index(LedgerQuery query, @RequestParam(defaultValue = "0") int page, Model model) {
        model.addAttribute("query", query);
        model.addAttribute("kinds", MapKind.values());
        model.addAttribute("pieces", KitPiece.values());
        model.addAttribute("orders", LedgerQuery.Order.values());
        model.addAttribute("words", query.words());
        model.addAttribute("found", ledger.search(query, page));
        model.addAttribute("parts", parts.latest(LATEST_PARTS));
        return "home/index";
    }
}
