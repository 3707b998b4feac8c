package org.jollyledger.web.ledger;

import java.io.IOException;
import java.util.List;
import java.util.OptionalInt;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.notemap.NameRules;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.web.manual.Manual;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The ways to a new map: blank, from a list, from a file. */
@Controller
class NewMapController {
    private static final String UNNAMED = "Untitled";

    private final LedgerService ledger;
    private final NameRuleService rules;
    private final ImportService imports;

    NewMapController(LedgerService ledger, NameRuleService rules, ImportService imports) {
        this.ledger = ledger;
        this.rules = rules;
        this.imports = imports;
    }

    @GetMapping("/new-map")
    ModelAndView blank() {
        return page(ListForm.ofText("", null), null, "", HttpStatus.OK);
    }

    /** Reads the list as it is now, and shows the result. */
    @PostMapping("/new-map/reading")
    ModelAndView read(
            ListForm form,
            @RequestHeader(name = EditorController.IN_PLACE, required = false) @Nullable String inPlace) {
        return page(form, inPlace, "", HttpStatus.OK);
    }

    @PostMapping("/new-map")
    ModelAndView keep(ListForm form, RedirectAttributes redirect) {
        StoredMap stored;
        try {
            NoteMap map;
            if (form.list().isBlank()) {
                map = form.map(form.mapName(), OctaveConvention.C3, OptionalInt.empty(), List.of());
            } else {
                ReadingView reading = ReadingView.of(form.read(), form, tidying(form));
                map = form.map(form.mapName(), reading.middleC(), reading.channel(), reading.lines());
            }
            stored = ledger.add(map, false, form.list().isBlank() ? "Begun" : "Read from a list");
        } catch (DocumentException | IllegalArgumentException e) {
            return page(form, null, String.valueOf(e.getMessage()), HttpStatus.UNPROCESSABLE_CONTENT);
        }
        if (!form.next().isEmpty()) {
            redirect.addAttribute("from", stored.slug());
            return new ModelAndView("redirect:" + form.next());
        }
        int lines = stored.map().lines().size();
        redirect.addFlashAttribute(
                "message", lines == 0 ? "New map." : "New map of " + Counted.of(lines, "line") + ".");
        return new ModelAndView("redirect:/maps/" + stored.slug());
    }

    /** Takes a file: a whole map or an archive goes to the ledger, a MIDI file becomes a list, other text is one. */
    @PostMapping("/new-map/file")
    ModelAndView file(
            @RequestParam MultipartFile file,
            @RequestParam(defaultValue = "") String text,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String places,
            RedirectAttributes redirect)
            throws IOException {
        byte[] content = file.getBytes();
        String fileName = MapReader.baseName(file.getOriginalFilename() == null ? "" : file.getOriginalFilename());
        try {
            if (content.length == 0) {
                throw Refusal.unreadable("“" + fileName + "” is empty; choose another file.");
            }
            MapReader.refuseWhatIsNoText(content, fileName);
            if (MapReader.isMidi(content)) {
                String list = MidiList.of(content, text);
                return page(ListForm.ofText(list, name.isBlank() ? fileName : name), null, "", HttpStatus.OK);
            }
            if (Manual.is(content)) {
                return manual(content, imports.keep(content, fileName), name.isBlank() ? fileName : name, places, "");
            }
            if (MapReader.isZip(content) || MapReader.isWholeMap(MapReader.text(content))) {
                return imports.bring(content, fileName, redirect);
            }
            return page(
                    ListForm.ofText(MapReader.text(content), name.isBlank() ? fileName : name),
                    null,
                    "",
                    HttpStatus.OK);
        } catch (Refusal refused) {
            return page(ListForm.ofText(text, name), null, refused.sentence(), refused.status());
        }
    }

    /** Reads a file that waits, such as one whose other pages are wanted or one that came with a pack of parts. */
    @GetMapping("/new-map/file/{token}")
    ModelAndView waiting(
            @PathVariable String token,
            @RequestParam(defaultValue = "") String places,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String then) {
        byte[] content = imports.content(token);
        String called = name.isBlank() ? imports.fileName(token) : name;
        try {
            return Manual.is(content)
                    ? manual(content, token, called, places, then)
                    : page(ListForm.ofText(MapReader.text(content), called, then), null, "", HttpStatus.OK);
        } catch (Refusal refused) {
            return page(ListForm.ofText("", called, then), null, refused.sentence(), refused.status());
        }
    }

    private ModelAndView manual(byte[] content, String token, String name, String places, String then) {
        Manual.Taken taken = Manual.read(content, places);
        ModelAndView page = page(ListForm.ofText(taken.text(), name, then), null, "", HttpStatus.OK);
        page.addObject("said", taken.words());
        page.addObject("manual", taken);
        page.addObject("token", token);
        return page;
    }

    private NameRules tidying(ListForm form) {
        return form.isTidied() ? rules.get() : NameRules.NONE;
    }

    private ModelAndView page(ListForm form, @Nullable String inPlace, String message, HttpStatus status) {
        ModelAndView page = new ModelAndView(inPlace == null ? "ledger/new" : "ledger/reading :: reading", status);
        page.addObject("form", form);
        page.addObject("kinds", MapKind.values());
        page.addObject("conventions", OctaveConvention.values());
        page.addObject("ruleCount", rules.get().rules().size());
        page.addObject("message", message);
        page.addObject("said", "");
        page.addObject("manual", null);
        page.addObject("reading", null);
        page.addObject("refusal", null);
        if (!form.list().isBlank()) {
            try {
                ReadingView reading = ReadingView.of(form.read(), form, tidying(form));
                page.addObject("reading", reading);
                page.addObject(
                        "strip",
                        StripView.of(form.map(UNNAMED, reading.middleC(), reading.channel(), reading.lines())));
            } catch (DocumentException | IllegalArgumentException e) {
                page.addObject("refusal", e.getMessage());
            }
        }
        return page;
    }
}
