package org.jollyledger.web.crosswalk;

import org.jollyledger.web.problem.Refusal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Opens the crosswalk of a part between two maps. */
@Controller
class NewCrosswalkController {
    private final CrosswalkService crosswalks;

    NewCrosswalkController(CrosswalkService crosswalks) {
        this.crosswalks = crosswalks;
    }

    @PostMapping("/crosswalks")
    String open(@RequestParam String part, @RequestParam String from, @RequestParam String to) {
        if (from.isEmpty() || to.isEmpty()) {
            throw Refusal.incomplete("Choose the map the part was written for and the map to play it on.");
        }
        return "redirect:/crosswalks/" + crosswalks.open(part, from, to);
    }
}
