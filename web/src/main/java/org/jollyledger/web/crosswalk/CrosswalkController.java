package org.jollyledger.web.crosswalk;

import java.io.IOException;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.web.file.Download;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.revision.Steps;
import org.jollyledger.web.template.Extent;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The crosswalk of a part: looking at it, and deciding about it. */
@Controller
@RequestMapping("/crosswalks/{id:\\d+}")
class CrosswalkController {
    private final CrosswalkService crosswalks;
    private final CrosswalkPages pages;

    CrosswalkController(CrosswalkService crosswalks, CrosswalkPages pages) {
        this.crosswalks = crosswalks;
        this.pages = pages;
    }

    @ModelAttribute
    Visit visit(
            @PathVariable long id,
            @RequestParam(defaultValue = "0") int base,
            @RequestParam(required = false) @Nullable Integer route,
            @RequestParam(required = false) @Nullable Boolean all,
            @RequestParam(required = false) @Nullable Long bar,
            @RequestParam(required = false) @Nullable String loss,
            Extent extent) {
        return new Visit(id, base, route, all, bar, loss, extent);
    }

    @GetMapping
    ModelAndView show(@ModelAttribute(binding = false) Visit visit, Model model) {
        String message = model.getAttribute(CrosswalkPages.MESSAGE) instanceof String text ? text : "";
        return pages.page(visit, message, HttpStatus.OK);
    }

    private ModelAndView decide(
            Visit visit, RedirectAttributes redirect, Supplier<Function<OpenCrosswalk, Decision>> how) {
        return pages.after(visit, redirect, () -> crosswalks.decide(visit.id(), visit.base(), how) + ".");
    }

    @PostMapping("/routes/{note}")
    ModelAndView choose(
            @ModelAttribute(binding = false) Visit visit,
            @PathVariable int note,
            @RequestParam String choice,
            @RequestParam(defaultValue = "false") boolean proposed,
            RedirectAttributes redirect) {
        String wanted = proposed ? Decisions.AS_PROPOSED : choice;
        return decide(visit, redirect, () -> Decisions.send(Note.of(note), wanted));
    }

    @PostMapping("/routes/{note}/layer")
    ModelAndView layer(
            @ModelAttribute(binding = false) Visit visit,
            @PathVariable int note,
            @RequestParam String target,
            @RequestParam(defaultValue = "1") int from,
            @RequestParam(defaultValue = "127") int to,
            RedirectAttributes redirect) {
        return decide(
                visit,
                redirect,
                () -> Decisions.layer(Note.of(note), Decisions.note(target), new VelocityRange(from, to)));
    }

    @PostMapping("/routes/{note}/targets")
    ModelAndView lay(
            @ModelAttribute(binding = false) Visit visit,
            @PathVariable int note,
            @RequestParam MultiValueMap<String, String> fields,
            RedirectAttributes redirect) {
        return decide(visit, redirect, () -> Decisions.route(new RouteForm(fields).route(Note.of(note))));
    }

    @PostMapping("/losses/settle")
    ModelAndView settle(
            @ModelAttribute(binding = false) Visit visit,
            @RequestParam String source,
            @RequestParam(defaultValue = "") String from,
            @RequestParam String to,
            RedirectAttributes redirect) {
        return decide(
                visit, redirect, () -> Decisions.settle(Decisions.note(source), optionalNote(from), optionalNote(to)));
    }

    private static Optional<Note> optionalNote(String number) {
        return number.isEmpty() ? Optional.empty() : Optional.of(Decisions.note(number));
    }

    @PostMapping("/losses/accept")
    ModelAndView accept(
            @ModelAttribute(binding = false) Visit visit,
            @RequestParam String what,
            @RequestParam(defaultValue = "true") boolean accept,
            RedirectAttributes redirect) {
        return decide(visit, redirect, () -> Decisions.accept(Losses.Key.parse(what), accept));
    }

    @PostMapping("/base")
    ModelAndView layOver(
            @ModelAttribute(binding = false) Visit visit, @RequestParam String kept, RedirectAttributes redirect) {
        Optional<String> slug = Optional.of(kept).filter(text -> !text.isEmpty());
        return pages.after(visit, redirect, () -> crosswalks.layOver(visit.id(), visit.base(), slug) + ".");
    }

    @PostMapping("/keep")
    ModelAndView keep(
            @ModelAttribute(binding = false) Visit visit,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String into,
            RedirectAttributes redirect) {
        Optional<String> slug = Optional.of(into).filter(text -> !text.isEmpty());
        return pages.after(visit, redirect, () -> crosswalks.keep(visit.id(), visit.base(), name, slug) + ".");
    }

    /** Learns routes from the same music as it plays on the target map. */
    @PostMapping("/example")
    ModelAndView learn(
            @ModelAttribute(binding = false) Visit visit, @RequestParam MultipartFile file, RedirectAttributes redirect)
            throws IOException {
        FileName name = FileName.of(file.getOriginalFilename());
        byte[] bytes = file.getBytes();
        return pages.after(visit, redirect, () -> {
            if (file.isEmpty()) {
                throw Refusal.incomplete("No example was sent; choose a MIDI file of the same music first.");
            }
            MidiFile example = PartService.read(name, bytes);
            return crosswalks.decide(visit.id(), visit.base(), () -> Decisions.learn(example, name.text())) + ".";
        });
    }

    @PostMapping("/undo")
    ModelAndView undo(@ModelAttribute(binding = false) Visit visit, RedirectAttributes redirect) {
        return pages.after(visit, redirect, () -> Steps.undone(crosswalks.undo(visit.id(), visit.base())));
    }

    @PostMapping("/redo")
    ModelAndView redo(@ModelAttribute(binding = false) Visit visit, RedirectAttributes redirect) {
        return pages.after(visit, redirect, () -> Steps.redone(crosswalks.redo(visit.id(), visit.base())));
    }

    /** Keeps the converted part as a part of its own, written for the target map. */
    @PostMapping("/part")
    String keepPart(@ModelAttribute(binding = false) Visit visit, RedirectAttributes redirect) {
        redirect.addAttribute("slug", crosswalks.keepPart(visit.id()));
        redirect.addFlashAttribute(CrosswalkPages.MESSAGE, "Saved as a new part.");
        return "redirect:/parts/{slug}";
    }

    @GetMapping("/file")
    ResponseEntity<byte[]> file(@ModelAttribute(binding = false) Visit visit) {
        OpenCrosswalk open = crosswalks.get(visit.id());
        FileName name = open.part().fileName();
        return Download.midi(
                name.madeFor(open.target().slug(), ".mid"), open.conversion().bytes());
    }
}
