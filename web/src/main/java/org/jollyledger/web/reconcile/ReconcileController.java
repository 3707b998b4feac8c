package org.jollyledger.web.reconcile;

import java.util.List;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.play.Schedule;
import org.jollyledger.core.reconcile.Correction;
import org.jollyledger.core.reconcile.Discrepancy;
import org.jollyledger.core.reconcile.Figures;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.part.ScheduleView;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.reconcile.ReconcileService.Open;
import org.jollyledger.web.reconcile.ReconcileService.Reach;
import org.jollyledger.web.revision.Steps;
import org.jollyledger.web.template.Extent;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The page on which a part is put right. */
@Controller
@RequestMapping("/parts/{slug}/reconcile")
class ReconcileController {
    private static final String MESSAGE = "message";

    /**
     * What a request is about and what its page shows.
     *
     * @param at the key of the discrepancy that is looked at
     * @param by the code of the correction that is looked at
     * @param extent whether the page is swapped in place
     */
    record Visit(
            String slug,
            @Nullable String map,
            int base,
            @Nullable String at,
            @Nullable String by,
            Extent extent) {}

    private final ReconcileService service;
    private final PartService parts;
    private final LedgerService ledger;

    ReconcileController(ReconcileService service, PartService parts, LedgerService ledger) {
        this.service = service;
        this.parts = parts;
        this.ledger = ledger;
    }

    @ModelAttribute
    Visit visit(
            @PathVariable String slug,
            @RequestParam(required = false) @Nullable String map,
            @RequestParam(defaultValue = "0") int base,
            @RequestParam(required = false) @Nullable String at,
            @RequestParam(required = false) @Nullable String by,
            Extent extent) {
        return new Visit(slug, map, base, at, by, extent);
    }

    @GetMapping
    ModelAndView show(@ModelAttribute(binding = false) Visit visit, Model model) {
        String message = model.getAttribute(MESSAGE) instanceof String text ? text : "";
        return page(visit, message, HttpStatus.OK);
    }

    private ModelAndView page(Visit visit, String message, HttpStatus status) {
        Open open = service.open(visit.slug(), visit.map());
        Steps steps = parts.steps(open.part().id(), open.part().revision());
        ModelAndView page = new ModelAndView(visit.extent().choose("reconcile/page", "reconcile/desk :: desk"), status);
        page.addObject("view", new ReconcileDrawing(service, open).draw(visit.at(), visit.by(), steps));
        page.addObject("maps", ledger.names());
        page.addObject(
                "missing",
                ledger.removedOf(Stream.concat(Stream.of(open.sheet().map()), open.meant().stream())
                        .map(StoredMap::id)
                        .toList()));
        page.addObject(MESSAGE, message);
        page.addObject("refused", status.isError());
        return page;
    }

    /** Does something, then shows the page with one line about what happened. */
    private ModelAndView after(Visit visit, RedirectAttributes redirect, Function<Open, String> action) {
        String message;
        try {
            message = action.apply(service.open(visit.slug(), visit.map()));
        } catch (Refusal refused) {
            return page(visit, refused.sentence(), refused.status());
        }
        if (visit.extent().isPiece()) {
            return page(visit, message, HttpStatus.OK);
        }
        redirect.addFlashAttribute(MESSAGE, message);
        redirect.addAttribute("slug", visit.slug());
        if (visit.map() != null) {
            redirect.addAttribute("map", visit.map());
        }
        if (visit.at() != null) {
            redirect.addAttribute("at", visit.at());
        }
        return new ModelAndView("redirect:/parts/{slug}/reconcile");
    }

    /** Settles the discrepancy that is looked at, or all like it; the next one is looked at then. */
    @PostMapping("/settle")
    ModelAndView settle(
            @ModelAttribute(binding = false) Visit visit,
            @RequestParam(defaultValue = "one") String reach,
            RedirectAttributes redirect) {
        Open before = service.open(visit.slug(), visit.map());
        String next =
                before.find(visit.at()).map(settled -> next(before, settled)).orElse(null);
        Visit there = new Visit(visit.slug(), visit.map(), visit.base(), next, null, visit.extent());
        return after(there, redirect, open -> service.settle(open, visit.base(), visit.at(), visit.by(), reach(reach)));
    }

    private static Reach reach(String code) {
        return switch (code) {
            case "one" -> Reach.ONE;
            case "alike" -> Reach.ALIKE;
            case "kind" -> Reach.KIND;
            default ->
                throw Refusal.unreadable("A correction reaches \"one\", \"alike\" or \"kind\", not \"" + code + "\".");
        };
    }

    /** The next discrepancy of the same kind behind one, in the order of the music. */
    private static @Nullable String next(Open open, Discrepancy settled) {
        List<Discrepancy> same = open.unsettled().stream()
                .filter(discrepancy -> discrepancy.kind() == settled.kind())
                .toList();
        int at = same.indexOf(settled);
        return at + 1 < same.size() ? same.get(at + 1).key() : null;
    }

    @PostMapping("/safe")
    ModelAndView settleSafe(@ModelAttribute(binding = false) Visit visit, RedirectAttributes redirect) {
        return after(visit, redirect, open -> service.settleSafe(open, visit.base()));
    }

    @PostMapping("/withdraw")
    ModelAndView withdraw(
            @ModelAttribute(binding = false) Visit visit, @RequestParam String kind, RedirectAttributes redirect) {
        return after(
                visit,
                redirect,
                open -> service.withdraw(open, Refusal.unlessValid(() -> DiscrepancyKind.parse(kind))));
    }

    @PostMapping("/figures")
    ModelAndView count(
            @ModelAttribute(binding = false) Visit visit,
            @RequestParam MultiValueMap<String, String> fields,
            RedirectAttributes redirect) {
        return after(visit, redirect, open -> {
            Figures counts = FigureForm.read(fields, open.figures());
            return service.count(open, counts);
        });
    }

    @PostMapping("/undo")
    ModelAndView undo(@ModelAttribute(binding = false) Visit visit, RedirectAttributes redirect) {
        return after(visit, redirect, open -> Steps.undone(parts.undo(visit.slug(), visit.base())));
    }

    @PostMapping("/redo")
    ModelAndView redo(@ModelAttribute(binding = false) Visit visit, RedirectAttributes redirect) {
        return after(visit, redirect, open -> Steps.redone(parts.redo(visit.slug(), visit.base())));
    }

    /** What the part would sound like with the correction that is looked at. */
    @GetMapping("/heard/schedule")
    @ResponseBody
    ScheduleView schedule(
            @ModelAttribute(binding = false) Visit visit,
            @RequestParam(defaultValue = "0") long from,
            @RequestParam(required = false) @Nullable Long to) {
        Schedule heard = heard(visit);
        return ScheduleView.of(heard, Math.max(0, from), to == null ? heard.endTick() : to);
    }

    @GetMapping("/heard/instrument")
    @ResponseBody
    ScheduleView.Instrument instrument(@ModelAttribute(binding = false) Visit visit) {
        return ScheduleView.Instrument.of(heard(visit).voices());
    }

    private Schedule heard(Visit visit) {
        Open open = service.open(visit.slug(), visit.map());
        Discrepancy discrepancy = open.find(visit.at())
                .orElseThrow(() -> Refusal.notFound("This discrepancy is settled already; choose another."));
        Correction correction =
                discrepancy.correction(visit.by() == null ? "" : visit.by()).orElse(discrepancy.proposed());
        return Schedule.of(service.after(open, discrepancy, correction), open.map());
    }
}
