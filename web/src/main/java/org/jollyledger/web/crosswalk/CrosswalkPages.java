package org.jollyledger.web.crosswalk;

import java.util.List;
import java.util.function.Supplier;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.problem.Refusal;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Shows a crosswalk. */
@Component
class CrosswalkPages {
    static final String MESSAGE = "message";

    private final CrosswalkService crosswalks;
    private final KeptService kept;
    private final LedgerService ledger;

    CrosswalkPages(CrosswalkService crosswalks, KeptService kept, LedgerService ledger) {
        this.crosswalks = crosswalks;
        this.kept = kept;
        this.ledger = ledger;
    }

    /**
     * Does something, then shows the crosswalk with one line about what happened. Where no script swaps the
     * page in place, it is fetched anew under its own address, so that loading it again does nothing twice.
     */
    ModelAndView after(Visit visit, RedirectAttributes redirect, Supplier<String> action) {
        String message;
        try {
            message = action.get();
        } catch (Refusal refused) {
            return page(visit, refused.sentence(), refused.status());
        }
        if (visit.extent().isPiece()) {
            return page(visit, message, HttpStatus.OK);
        }
        redirect.addFlashAttribute(MESSAGE, message);
        redirect.addAttribute("id", visit.id());
        visit.opened().ifPresent(route -> redirect.addAttribute("route", route));
        redirect.addAttribute("all", visit.showsAll());
        redirect.addAttribute("bar", visit.firstBar());
        return new ModelAndView("redirect:/crosswalks/{id}");
    }

    ModelAndView page(Visit visit, String message, HttpStatus status) {
        OpenCrosswalk open = crosswalks.get(visit.id());
        CrosswalkView view = new CrosswalkDrawing(
                        open, kept.between(open.source().id(), open.target().id()))
                .draw(visit.opened(), visit.showsAll(), visit.firstBar(), visit.openedLoss());
        ModelAndView page = new ModelAndView(visit.extent().choose("crosswalk/page", "crosswalk/desk :: desk"), status);
        page.addObject("walk", view);
        page.addObject(
                "missing",
                ledger.removedOf(List.of(open.source().id(), open.target().id())));
        page.addObject(MESSAGE, message);
        page.addObject("refused", status.isError());
        return page;
    }
}
