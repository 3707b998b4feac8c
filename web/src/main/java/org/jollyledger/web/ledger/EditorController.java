package org.jollyledger.web.ledger;

import java.util.List;
import java.util.function.Supplier;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.KitOrder;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.web.ledger.EditorService.Outcome;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.revision.Steps;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

@Controller
class EditorController {
    private static final String MESSAGE = "message";
    /** Sent by the editor's script, which puts the answer in the place of the editor. */
    /** Says that a script asks, which puts the answer into the page. */
    static final String IN_PLACE = "X-In-Place";

    private final LedgerService ledger;
    private final EditorService editor;

    EditorController(LedgerService ledger, EditorService editor) {
        this.ledger = ledger;
        this.editor = editor;
    }

    @GetMapping("/maps/{slug}")
    ModelAndView map(@PathVariable String slug, @ModelAttribute(MESSAGE) String message) {
        OpenMap open = ledger.open(slug);
        ledger.use(open.stored().id());
        if (open.state().builtIn()) {
            ModelAndView page = new ModelAndView("ledger/map");
            page.addObject("map", MapView.of(open.stored()));
            page.addObject("formats", MapFormat.values());
            return page;
        }
        return page(open, false, message, List.of(), null, HttpStatus.OK);
    }

    @PostMapping("/maps/{slug}/edits")
    ModelAndView edit(
            @PathVariable String slug,
            EditRequest request,
            @RequestHeader(name = IN_PLACE, required = false) @Nullable String inPlace,
            RedirectAttributes redirect) {
        return after(slug, inPlace, redirect, request.chosen(), () -> editor.edit(slug, request));
    }

    @PostMapping("/maps/{slug}/undo")
    ModelAndView undo(
            @PathVariable String slug,
            @RequestParam int base,
            @RequestHeader(name = IN_PLACE, required = false) @Nullable String inPlace,
            RedirectAttributes redirect) {
        return after(slug, inPlace, redirect, List.of(), () -> told(Steps.undone(ledger.undo(slug, base))));
    }

    @PostMapping("/maps/{slug}/redo")
    ModelAndView redo(
            @PathVariable String slug,
            @RequestParam int base,
            @RequestHeader(name = IN_PLACE, required = false) @Nullable String inPlace,
            RedirectAttributes redirect) {
        return after(slug, inPlace, redirect, List.of(), () -> told(Steps.redone(ledger.redo(slug, base))));
    }

    private static Outcome told(String message) {
        return new Outcome(message, List.of(), null);
    }

    private ModelAndView after(
            String slug,
            @Nullable String inPlace,
            RedirectAttributes redirect,
            List<Integer> chosen,
            Supplier<Outcome> action) {
        Outcome outcome;
        try {
            outcome = action.get();
        } catch (Refusal refused) {
            return page(ledger.open(slug), inPlace != null, refused.sentence(), chosen, null, refused.status());
        }
        if (inPlace != null || outcome.choices() != null) {
            return page(
                    ledger.open(slug),
                    inPlace != null,
                    outcome.message(),
                    outcome.chosen(),
                    outcome.choices(),
                    HttpStatus.OK);
        }
        redirect.addFlashAttribute(MESSAGE, outcome.message());
        return new ModelAndView("redirect:/maps/" + slug);
    }

    private static ModelAndView page(
            OpenMap open,
            boolean inPlace,
            String message,
            List<Integer> chosen,
            EditorView.@Nullable Choices choices,
            HttpStatus status) {
        ModelAndView page = new ModelAndView(inPlace ? "ledger/editor :: editor" : "ledger/edit", status);
        page.addObject("editor", EditorView.of(open.stored(), open.state(), chosen, choices));
        page.addObject(MESSAGE, message);
        page.addObject("refused", status.isError());
        page.addObject("families", Family.values());
        page.addObject("orders", KitOrder.values());
        page.addObject("kinds", MapKind.values());
        page.addObject("conventions", OctaveConvention.values());
        page.addObject("chokes", ChokeExpression.Form.values());
        page.addObject("openings", OpennessExpression.Form.values());
        page.addObject("formats", MapFormat.values());
        page.addObject("origin", open.origin());
        page.addObject("sounds", inPlace ? List.of() : SOUNDS);
        return page;
    }

    /** What the field of a sound proposes: each piece with each articulation, number 1. */
    private static final List<String> SOUNDS = List.of(KitPiece.values()).stream()
            .flatMap(piece -> piece.articulations().stream()
                    .map(articulation -> Sound.of(piece, 1, articulation).words()))
            .toList();
}
