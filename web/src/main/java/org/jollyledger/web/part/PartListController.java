package org.jollyledger.web.part;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import org.jollyledger.core.code.Counted;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The parts at home: searching, labelling, bringing in and putting away. */
@Controller
class PartListController {
    private static final String MESSAGE = "message";
    private static final int MOST_REFUSALS = 8;

    private final PartService parts;
    private final LedgerService ledger;
    private final PartUpload uploads;

    PartListController(PartService parts, LedgerService ledger, PartUpload uploads) {
        this.parts = parts;
        this.ledger = ledger;
        this.uploads = uploads;
    }

    @GetMapping("/parts")
    ModelAndView list(
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "") String label,
            @RequestParam(defaultValue = "0") int page) {
        return page(q, label, page, HttpStatus.OK);
    }

    private ModelAndView page(String words, String label, int page, HttpStatus status) {
        ModelAndView view = new ModelAndView("part/list", status);
        view.addObject("found", parts.search(words, label, page));
        view.addObject("words", words);
        view.addObject("label", label);
        view.addObject("labels", parts.labels());
        view.addObject("maps", ledger.names());
        return view;
    }

    @PostMapping("/parts")
    ModelAndView upload(@RequestParam(required = false) @Nullable List<MultipartFile> file, RedirectAttributes redirect)
            throws IOException {
        List<MultipartFile> sent = file == null
                ? List.of()
                : file.stream().filter(one -> !isNothing(one)).toList();
        if (sent.isEmpty()) {
            throw Refusal.incomplete("No file was sent; choose a MIDI file first.");
        }
        PartUpload.Added added;
        try {
            added = uploads.add(sent);
        } catch (Refusal refused) {
            ModelAndView page = page("", "", 0, refused.status());
            page.addObject("refusal", refused.sentence());
            return page;
        }
        redirect.addFlashAttribute("refusals", firstOf(added.problems()));
        if (added.slugs().size() == 1) {
            redirect.addFlashAttribute("recognised", added.recognised());
            return new ModelAndView("redirect:/parts/" + added.slugs().get(0));
        }
        redirect.addFlashAttribute(
                MESSAGE,
                count(added.slugs().size()) + " added."
                        + (added.others() == 0 ? "" : " Left out: " + others(added.others()) + "."));
        redirect.addFlashAttribute("addedSlugs", added.slugs());
        return new ModelAndView("redirect:/parts");
    }

    private static String others(int count) {
        return count == 1 ? "one file that is not MIDI" : count + " files that are not MIDI";
    }

    /** The first few sentences, and how many more there are. */
    private static List<String> firstOf(List<String> sentences) {
        if (sentences.size() <= MOST_REFUSALS) {
            return sentences;
        }
        List<String> first = new ArrayList<>(sentences.subList(0, MOST_REFUSALS));
        first.add(Counted.of(sentences.size() - MOST_REFUSALS, "more file") + " could not be read.");
        return first;
    }

    /** A file field in which nothing was chosen arrives as a part without name and content. */
    private static boolean isNothing(MultipartFile file) {
        String name = file.getOriginalFilename();
        return file.isEmpty() && (name == null || name.isEmpty());
    }

    /** Does something with the parts that are marked. */
    private String withMarked(
            @Nullable List<String> slug, RedirectAttributes redirect, Function<List<String>, String> what) {
        if (slug == null || slug.isEmpty()) {
            throw Refusal.incomplete("No parts are selected; select some in the list first.");
        }
        redirect.addFlashAttribute(MESSAGE, what.apply(slug));
        return "redirect:/parts";
    }

    private static String count(int parts) {
        return parts == 1 ? "One part" : parts + " parts";
    }

    @PostMapping("/parts/labels")
    String label(
            @RequestParam(required = false) @Nullable List<String> slug,
            @RequestParam(defaultValue = "") String label,
            @RequestParam(defaultValue = "false") boolean off,
            RedirectAttributes redirect) {
        return withMarked(
                slug,
                redirect,
                slugs -> off
                        ? "Label “" + label.strip() + "” removed from "
                                + count(parts.unlabel(slugs, label)).toLowerCase(Locale.ROOT) + "."
                        : count(parts.label(slugs, label)) + " labelled “" + label.strip() + "”.");
    }

    @PostMapping("/parts/written-for")
    String writtenFor(
            @RequestParam(required = false) @Nullable List<String> slug,
            @RequestParam String map,
            RedirectAttributes redirect) {
        long id = ledger.get(map).id();
        return withMarked(slug, redirect, slugs -> {
            slugs.forEach(one -> parts.writtenFor(parts.get(one).id(), id));
            return count(slugs.size()) + " written for " + ledger.get(map).map().name() + ".";
        });
    }

    @PostMapping("/parts/removals")
    String remove(@RequestParam(required = false) @Nullable List<String> slug, RedirectAttributes redirect) {
        return withMarked(slug, redirect, slugs -> {
            redirect.addFlashAttribute("removedSlugs", slugs);
            return count(parts.remove(slugs)) + " removed.";
        });
    }

    @PostMapping("/parts/returns")
    String bringBack(@RequestParam(required = false) @Nullable List<String> slug, RedirectAttributes redirect) {
        return withMarked(slug, redirect, slugs -> count(parts.bringBack(slugs)) + " restored.");
    }

    @GetMapping("/removed-parts")
    String removed(Model model) {
        model.addAttribute("parts", parts.removed());
        return "part/removed";
    }

    @PostMapping("/parts/{slug}/name")
    String rename(@PathVariable String slug, @RequestParam String title, RedirectAttributes redirect) {
        parts.rename(slug, title);
        redirect.addAttribute("slug", slug);
        return "redirect:/parts/{slug}";
    }

    /** Keeps a copy of a part as it is now. */
    @PostMapping("/parts/{slug}/copies")
    String copy(@PathVariable String slug, RedirectAttributes redirect) {
        StoredPart part = parts.get(slug);
        String copied =
                parts.add(new FileName(part.fileName().text()), part.file().toBytes());
        part.writtenForId().ifPresent(map -> parts.writtenFor(parts.get(copied).id(), map));
        redirect.addFlashAttribute(MESSAGE, "Copy of " + part.title() + ", as it is now.");
        redirect.addAttribute("slug", copied);
        return "redirect:/parts/{slug}";
    }
}
