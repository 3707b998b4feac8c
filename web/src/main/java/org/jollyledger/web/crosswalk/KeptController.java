package org.jollyledger.web.crosswalk;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jollyledger.core.batch.BatchRepairs;
import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.core.exchange.CrosswalkJson;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.file.Download;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.revision.History;
import org.jollyledger.web.revision.HistoryView;
import org.jollyledger.web.revision.HistoryView.Comparing;
import org.jollyledger.web.revision.RevisionRow;
import org.jollyledger.web.revision.Steps;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The crosswalks kept by name. */
@Controller
class KeptController {
    private static final String TO_ONE = "redirect:/crosswalks/kept/{slug}";
    private static final String TO_LIST = "redirect:/crosswalks";

    private final KeptService kept;
    private final KeptReader reader;
    private final LedgerService ledger;

    KeptController(KeptService kept, KeptReader reader, LedgerService ledger) {
        this.kept = kept;
        this.reader = reader;
        this.ledger = ledger;
    }

    @GetMapping("/crosswalks")
    ModelAndView list() {
        return listPage("", HttpStatus.OK);
    }

    private ModelAndView listPage(String refusal, HttpStatus status) {
        ModelAndView page = new ModelAndView("crosswalk/list", status);
        page.addObject("crosswalks", kept.all());
        page.addObject("removed", kept.removed());
        page.addObject("maps", ledger.names());
        page.addObject("refusal", refusal);
        return page;
    }

    @GetMapping("/crosswalks/kept/{slug}")
    ModelAndView show(@PathVariable String slug) {
        StoredKept stored = kept.get(slug);
        ModelAndView page = new ModelAndView("crosswalk/kept");
        page.addObject("kept", KeptView.of(stored));
        page.addObject("repairs", BatchRepairs.OFFERED);
        page.addObject("steps", kept.steps(slug));
        page.addObject("history", history(stored, 0));
        return page;
    }

    @GetMapping("/crosswalks/kept/{slug}/history")
    ModelAndView history(@PathVariable String slug, @RequestParam(defaultValue = "0") int page) {
        return new ModelAndView("revision/history", "history", history(kept.get(slug), page));
    }

    private HistoryView history(StoredKept stored, int page) {
        String address = "/crosswalks/kept/" + stored.slug();
        return HistoryView.of(
                "crosswalks",
                stored.kept().name(),
                address,
                stored.revision(),
                kept.history(stored.slug(), page).map(card -> RevisionRow.of(card, stored.revision())),
                address + "/restore",
                Comparing.NEVER);
    }

    @PostMapping("/crosswalks/kept/{slug}/undo")
    ModelAndView undo(@PathVariable String slug, @RequestParam int base, RedirectAttributes redirect) {
        return done(TO_ONE, redirect, Steps.undone(kept.undo(slug, base)));
    }

    @PostMapping("/crosswalks/kept/{slug}/redo")
    ModelAndView redo(@PathVariable String slug, @RequestParam int base, RedirectAttributes redirect) {
        return done(TO_ONE, redirect, Steps.redone(kept.redo(slug, base)));
    }

    @GetMapping("/crosswalks/kept/{slug}/file")
    ResponseEntity<byte[]> file(@PathVariable String slug) {
        String document = CrosswalkJson.write(kept.get(slug).kept());
        return Download.of(slug + ".json", "application/json", document.getBytes(StandardCharsets.UTF_8));
    }

    @PostMapping("/crosswalks/import")
    ModelAndView bringIn(
            @RequestParam MultipartFile file,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            RedirectAttributes redirect)
            throws IOException {
        if (file.isEmpty()) {
            return listPage("No file was sent; choose a crosswalk file (JSON) first.", HttpStatus.BAD_REQUEST);
        }
        try {
            String text = new String(file.getBytes(), StandardCharsets.UTF_8);
            StoredKept stored = reader.add(text, given(from), given(to), "Imported from a file");
            redirect.addAttribute("slug", stored.slug());
            return done(TO_ONE, redirect, "Imported " + stored.kept().name() + ".");
        } catch (Refusal refused) {
            return listPage(refused.sentence(), refused.status());
        }
    }

    private static Optional<String> given(String text) {
        return Optional.of(text).filter(value -> !value.isEmpty());
    }

    private static ModelAndView done(String view, RedirectAttributes redirect, String message) {
        redirect.addFlashAttribute(CrosswalkPages.MESSAGE, message);
        return new ModelAndView(view);
    }

    @PostMapping("/crosswalks/kept/{slug}/copy")
    ModelAndView copy(
            @PathVariable String slug, @RequestParam(defaultValue = "") String name, RedirectAttributes redirect) {
        StoredKept copy = kept.copy(slug, name);
        redirect.addAttribute("slug", copy.slug());
        return done(TO_ONE, redirect, "Copied as " + copy.kept().name() + ".");
    }

    @PostMapping("/crosswalks/kept/{slug}/name")
    ModelAndView rename(
            @PathVariable String slug, @RequestParam int base, @RequestParam String name, RedirectAttributes redirect) {
        kept.change(slug, base, "Named " + name.strip(), now -> now.withName(name.strip()));
        return done(TO_ONE, redirect, "Named " + name.strip() + ".");
    }

    /** Says what is put right in many parts at once before these routes are taken. */
    @PostMapping("/crosswalks/kept/{slug}/repairs")
    ModelAndView repairs(
            @PathVariable String slug,
            @RequestParam int base,
            @RequestParam(required = false) @Nullable List<String> repairs,
            RedirectAttributes redirect) {
        Set<DiscrepancyKind> kinds = Refusal.unlessValid(() -> Stream.ofNullable(repairs)
                .flatMap(List::stream)
                .map(DiscrepancyKind::parse)
                .collect(Collectors.toSet()));
        String done = kinds.isEmpty()
                ? "Fixes nothing on the way"
                : "Fixes on the way: "
                        + kinds.stream().sorted().map(DiscrepancyKind::words).collect(Collectors.joining(", "));
        kept.change(slug, base, done, now -> now.withRepairs(kinds));
        return done(TO_ONE, redirect, done + ".");
    }

    @PostMapping("/crosswalks/kept/{slug}/usual")
    ModelAndView usual(@PathVariable String slug, @RequestParam boolean usual, RedirectAttributes redirect) {
        kept.makeUsual(slug, usual);
        return done(
                TO_ONE,
                redirect,
                usual ? "It is now the default for these maps." : "It is no longer the default for these maps.");
    }

    /** Takes what is offered in place of the routes that a change of a map has overtaken. */
    @PostMapping("/crosswalks/kept/{slug}/renew")
    ModelAndView renew(@PathVariable String slug, @RequestParam int base, RedirectAttributes redirect) {
        StoredKept stored = kept.get(slug);
        KeptCrosswalk renewed = KeptCrosswalk.of(
                stored.kept().name(),
                "",
                stored.reopened().crosswalk(),
                stored.kept().accepted());
        kept.change(slug, base, "Used the new proposals after a map changed", now -> now.withRoutesOf(renewed));
        return done(TO_ONE, redirect, "The new proposals are in use.");
    }

    /** Keeps the way back as a crosswalk of its own. */
    @PostMapping("/crosswalks/kept/{slug}/back")
    ModelAndView keepBack(@PathVariable String slug, RedirectAttributes redirect) {
        StoredKept there = kept.get(slug);
        KeptCrosswalk back = KeptCrosswalk.of(
                Cut.to(KeptCrosswalk.LONGEST_NAME, there.kept().name() + ", back"),
                "",
                KeptCrosswalk.reversed(there.reopened().crosswalk()).crosswalk(),
                Set.of());
        StoredKept stored = kept.add(
                back,
                there.target().id(),
                there.source().id(),
                "The way back of " + there.kept().name());
        redirect.addAttribute("slug", stored.slug());
        return done(TO_ONE, redirect, "Saved as " + stored.kept().name() + ".");
    }

    @PostMapping("/crosswalks/kept/{slug}/restore")
    ModelAndView restore(
            @PathVariable String slug, @RequestParam int base, @RequestParam int number, RedirectAttributes redirect) {
        kept.restore(slug, base, number);
        return done(TO_ONE, redirect, History.restored(number) + ".");
    }

    @PostMapping("/crosswalks/kept/{slug}/remove")
    ModelAndView remove(@PathVariable String slug, RedirectAttributes redirect) {
        return done(TO_LIST, redirect, "Removed " + kept.remove(slug) + "; it can be restored below.");
    }

    @PostMapping("/crosswalks/kept/{slug}/bring-back")
    ModelAndView bringBack(@PathVariable String slug, RedirectAttributes redirect) {
        return done(TO_LIST, redirect, "Restored " + kept.bringBack(slug) + ".");
    }
}
