package org.jollyledger.web.ledger;

import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

@Controller
class LedgerController {
    private final LedgerService ledger;

    LedgerController(LedgerService ledger) {
        this.ledger = ledger;
    }

    @GetMapping("/maps/{slug}")
    String map(@PathVariable String slug, Model model) {
        model.addAttribute("map", MapView.of(ledger.get(slug)));
        return "ledger/map";
    }
}
