package org.jollyledger.web.crosswalk;

import java.util.Optional;
import java.util.function.Supplier;
import org.jollyledger.web.file.Download;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

@Controller
class CrosswalkController {
    private static final String MESSAGE = "message";

    private final CrosswalkService crosswalks;

    CrosswalkController(CrosswalkService crosswalks) {
        this.crosswalks = crosswalks;
    }

    /** What of a crosswalk the page shows: the opened route, all lines or only those played, the first bar. */
    record Place(
            @Nullable Integer route,
            @Nullable Boolean all,
            @Nullable Long bar) {
        Optional<Integer> opened() {
            return Optional.ofNullable(route);
        }

        boolean showsAll() {
            return all != null && all;
        }

        long firstBar() {
            return bar == null ? 1 : bar;
        }
    }

    @PostMapping("/crosswalks")
    String open(@RequestParam String part, @RequestParam String from, @RequestParam String to) {
        if (from.isEmpty() || to.isEmpty()) {
            throw Refusal.incomplete("Choose the map the part was written for and the map it is to play on.");
        }
        return "redirect:/crosswalks/" + crosswalks.open(part, from, to);
    }

    @GetMapping("/crosswalks/{id}")
    ModelAndView show(
            @PathVariable long id,
            Place place,
            @RequestHeader(name = "HX-Request", required = false) @Nullable String htmx,
            Model model) {
        String message = model.getAttribute(MESSAGE) instanceof String text ? text : "";
        return page(id, place, htmx, message, HttpStatus.OK);
    }

    @PostMapping("/crosswalks/{id}/routes/{note}")
    ModelAndView choose(
            @PathVariable long id,
            @PathVariable int note,
            @RequestParam int base,
            @RequestParam String choice,
            @RequestParam(defaultValue = "false") boolean proposed,
            Place place,
            @RequestHeader(name = "HX-Request", required = false) @Nullable String htmx,
            RedirectAttributes redirect) {
        String wanted = proposed ? CrosswalkService.AS_PROPOSED : choice;
        return pageAfter(id, place, htmx, redirect, () -> crosswalks.choose(id, base, note, wanted) + ".");
    }

    @PostMapping("/crosswalks/{id}/undo")
    ModelAndView undo(
            @PathVariable long id,
            @RequestParam int base,
            Place place,
            @RequestHeader(name = "HX-Request", required = false) @Nullable String htmx,
            RedirectAttributes redirect) {
        return pageAfter(
                id,
                place,
                htmx,
                redirect,
                () -> crosswalks
                        .undo(id, base)
                        .map(what -> "Taken back: " + what + ".")
                        .orElse("There is nothing to undo."));
    }

    @PostMapping("/crosswalks/{id}/redo")
    ModelAndView redo(
            @PathVariable long id,
            @RequestParam int base,
            Place place,
            @RequestHeader(name = "HX-Request", required = false) @Nullable String htmx,
            RedirectAttributes redirect) {
        return pageAfter(
                id,
                place,
                htmx,
                redirect,
                () -> crosswalks
                        .redo(id, base)
                        .map(what -> "Done again: " + what + ".")
                        .orElse("There is nothing to do again."));
    }

    @GetMapping("/crosswalks/{id}/file")
    ResponseEntity<byte[]> file(@PathVariable long id) {
        OpenCrosswalk open = crosswalks.get(id);
        FileName name = open.part().fileName();
        return Download.midi(
                name.madeFor(open.target().slug(), ".mid"), open.conversion().bytes());
    }

    /**
     * Does something, then shows how the crosswalk stands with one line about what happened. Where no script swaps the
     * page in place, it is fetched anew under its own address, so that loading it again does nothing twice.
     */
    private ModelAndView pageAfter(
            long id, Place place, @Nullable String htmx, RedirectAttributes redirect, Supplier<String> action) {
        String message;
        try {
            message = action.get();
        } catch (Refusal refused) {
            return page(id, place, htmx, refused.sentence(), refused.status());
        }
        if (htmx != null) {
            return page(id, place, htmx, message, HttpStatus.OK);
        }
        redirect.addFlashAttribute(MESSAGE, message);
        redirect.addAttribute("id", id);
        place.opened().ifPresent(route -> redirect.addAttribute("route", route));
        redirect.addAttribute("all", place.showsAll());
        redirect.addAttribute("bar", place.firstBar());
        return new ModelAndView("redirect:/crosswalks/{id}");
    }

    private ModelAndView page(long id, Place place, @Nullable String htmx, String message, HttpStatus status) {
        CrosswalkView view =
                new CrosswalkDrawing(crosswalks.get(id)).draw(place.opened(), place.showsAll(), place.firstBar());
        ModelAndView page = new ModelAndView(htmx == null ? "crosswalk/page" : "crosswalk/desk :: desk", status);
        page.addObject("walk", view);
        page.addObject(MESSAGE, message);
        page.addObject("refused", status.isError());
        return page;
    }
}
