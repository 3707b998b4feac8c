package org.jollyledger.web.pads;

import java.util.Map;
import java.util.function.Function;
import org.jollyledger.web.bench.BenchService;
import org.jollyledger.web.file.Download;
import org.jollyledger.web.file.Pdf;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.template.Extent;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Pads on a grid. */
@Controller
@RequestMapping("/bench/pads")
class GridController {
    private static final String MESSAGE = "message";
    private static final String CROSSWALK = "crosswalk";

    /**
     * What a request is about and what its page shows.
     *
     * @param to the address of the map that sounds; that of the pads where nothing is said
     * @param part the address of the part that says what is played much; empty for none
     * @param extent whether the page is swapped in place
     */
    record Visit(String slug, String to, String part, int base, Extent extent) {}

    private final GridService service;
    private final LedgerService ledger;
    private final BenchService bench;

    GridController(GridService service, LedgerService ledger, BenchService bench) {
        this.service = service;
        this.ledger = ledger;
        this.bench = bench;
    }

    @ModelAttribute
    Visit visit(
            @PathVariable(required = false) @Nullable String slug,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String part,
            @RequestParam(defaultValue = "0") int base,
            Extent extent) {
        String of = slug == null ? "" : slug;
        return new Visit(of, to.isEmpty() ? of : to, part, base, extent);
    }

    /** Other pads, or another instrument. */
    @GetMapping
    String choose(@RequestParam String pads, @RequestParam(defaultValue = "") String to, RedirectAttributes redirect) {
        redirect.addAttribute("slug", pads);
        redirect.addAttribute("to", to);
        return "redirect:/bench/pads/{slug}";
    }

    @GetMapping("/{slug}")
    ModelAndView show(@ModelAttribute(binding = false) Visit visit, Model model) {
        String message = model.getAttribute(MESSAGE) instanceof String text ? text : "";
        String undoes = model.getAttribute("undoes") instanceof String text ? text : "pads";
        return page(visit, message, undoes, HttpStatus.OK);
    }

    private ModelAndView page(Visit visit, String message, String undoes, HttpStatus status) {
        OpenGrid open = open(visit);
        var state = ledger.editState(visit.slug());
        ModelAndView page = new ModelAndView(visit.extent().choose("pads/page", "pads/desk :: desk"), status);
        page.addObject("view", GridView.of(open, !state.builtIn()));
        page.addObject("undoable", state.steps().undoable().orElse(""));
        page.addObject("undoes", undoes);
        page.addObject("usual", service.usual(open).orElse(null));
        page.addObject("part", visit.part());
        page.addObject("maps", ledger.names());
        page.addObject("parts", bench.parts());
        page.addObject(MESSAGE, message);
        page.addObject("refused", status.isError());
        return page;
    }

    private OpenGrid open(Visit visit) {
        return service.open(visit.slug(), visit.to(), visit.part());
    }

    /** Does something, then shows the page with one line about what happened. */
    private ModelAndView after(
            Visit visit, RedirectAttributes redirect, String undoes, Function<OpenGrid, String> action) {
        String message;
        try {
            message = action.apply(open(visit));
        } catch (Refusal refused) {
            return page(visit, refused.sentence(), undoes, refused.status());
        }
        if (visit.extent().isPiece()) {
            return page(visit, message, undoes, HttpStatus.OK);
        }
        redirect.addFlashAttribute(MESSAGE, message);
        redirect.addFlashAttribute("undoes", undoes);
        redirect.addAttribute("slug", visit.slug());
        redirect.addAttribute("to", visit.to());
        redirect.addAttribute("part", visit.part());
        return new ModelAndView("redirect:/bench/pads/{slug}");
    }

    /** Changes what pads send. */
    @PostMapping("/{slug}/edits")
    ModelAndView edit(
            @ModelAttribute(binding = false) Visit visit,
            @RequestParam String op,
            @RequestParam(defaultValue = "-1") int pad,
            @RequestParam(defaultValue = "-1") int other,
            @RequestParam(defaultValue = "-1") int line,
            @RequestParam(defaultValue = "-1") int bank,
            @RequestParam(defaultValue = "4") int columns,
            @RequestParam(defaultValue = "4") int rows,
            @RequestParam(defaultValue = "false") boolean fromBottom,
            RedirectAttributes redirect) {
        GridOperation operation = Refusal.unlessValid(() -> GridOperation.parse(op));
        var wanted = new GridOperation.Wanted(pad, other, line, bank, columns, rows, fromBottom);
        return after(visit, redirect, "pads", grid -> service.change(grid, visit.base(), operation, wanted));
    }

    /** Changes where the crosswalk leads what a pad sends. */
    @PostMapping("/{slug}/routes")
    ModelAndView lead(
            @ModelAttribute(binding = false) Visit visit,
            @RequestParam(defaultValue = "-1") int pad,
            @RequestParam(defaultValue = "-1") int line,
            RedirectAttributes redirect) {
        return after(visit, redirect, CROSSWALK, grid -> service.lead(grid, visit.base(), pad, line));
    }

    /** Undoes the last change of the pads or of the crosswalk. */
    @PostMapping("/{slug}/undo")
    ModelAndView undo(
            @ModelAttribute(binding = false) Visit visit,
            @RequestParam(defaultValue = "pads") String undoes,
            RedirectAttributes redirect) {
        return after(visit, redirect, undoes, grid -> service.undo(grid, visit.base(), undoes.equals(CROSSWALK)));
    }

    /** A chart of the grid to print. */
    @GetMapping("/{slug}/chart")
    ModelAndView chart(@ModelAttribute(binding = false) Visit visit) {
        return new ModelAndView("pads/chart", "view", GridView.of(open(visit), false));
    }

    @GetMapping("/{slug}/chart.pdf")
    ResponseEntity<byte[]> pdf(@ModelAttribute(binding = false) Visit visit) {
        GridView view = GridView.of(open(visit), false);
        return Download.of(
                view.name() + ", pads.pdf", "application/pdf", Pdf.write("pads/chart-pdf", Map.of("view", view)));
    }
}
