package org.jollyledger.web.part;

import java.io.IOException;
import java.util.List;
import org.jollyledger.core.midi.Damage;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.web.file.Download;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.problem.Refusal;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

@Controller
class PartController {
    private static final int SYSTEMS = 2;
    private static final int MOST_LAYOUTS = 8;
    private static final int RECENT_MAPS = 8;
    /** What a part of unknown origin is read with. */
    private static final String USUAL_MAP = "general-midi-1";

    /** A part as the head of its page shows it. */
    record PartHead(
            String slug, String title, String fileName, String facts, String channelReason, List<String> damages) {}

    private final PartService parts;
    private final LedgerService ledger;
    private final Recognition recognition;

    PartController(PartService parts, LedgerService ledger, Recognition recognition) {
        this.parts = parts;
        this.ledger = ledger;
        this.recognition = recognition;
    }

    @GetMapping("/parts")
    String list(Model model) {
        model.addAttribute("parts", parts.all());
        return "part/list";
    }

    @PostMapping("/parts")
    ModelAndView upload(@RequestParam(required = false) List<MultipartFile> file) throws IOException {
        List<MultipartFile> sent = file == null
                ? List.of()
                : file.stream().filter(one -> !isNothing(one)).toList();
        if (sent.isEmpty()) {
            throw Refusal.incomplete("No file was sent; choose a MIDI file first.");
        }
        String slug = "";
        try {
            for (MultipartFile one : sent) {
                slug = parts.add(FileName.of(one.getOriginalFilename()), one.getBytes());
            }
        } catch (Refusal refused) {
            ModelAndView page = new ModelAndView("part/list", refused.status());
            page.addObject("parts", parts.all());
            page.addObject("refusal", refused.sentence());
            return page;
        }
        return new ModelAndView(sent.size() == 1 ? "redirect:/parts/" + slug : "redirect:/parts");
    }

    /** A file field in which nothing was chosen arrives as a part without name and content. */
    private static boolean isNothing(MultipartFile file) {
        String name = file.getOriginalFilename();
        return file.isEmpty() && (name == null || name.isEmpty());
    }

    @GetMapping("/parts/{slug}")
    String part(
            @PathVariable String slug,
            @RequestParam(required = false) String map,
            @RequestParam(defaultValue = "1") long bar,
            Model model) {
        StoredPart part = parts.get(slug);
        StoredMap shown = map != null
                ? ledger.get(map)
                : part.writtenForId().map(ledger::get).orElseGet(() -> ledger.get(USUAL_MAP));
        NoteMap noteMap = shown.map();
        DrumChannel drums = DrumChannel.find(part.file(), noteMap.channel());
        long barCount = drums.part().bars().barCount();
        model.addAttribute("part", head(part, drums, barCount));
        model.addAttribute("shown", shown);
        model.addAttribute("known", part.writtenForId().isPresent());
        model.addAttribute("sheet", new SheetDrawing(drums.part(), noteMap, hit -> false, barCount).draw(bar, SYSTEMS));
        model.addAttribute("maps", ledger.names());
        model.addAttribute(
                "recent",
                ledger.recent(RECENT_MAPS).stream()
                        .filter(card -> !card.slug().equals(shown.slug()))
                        .toList());
        return "part/part";
    }

    /** Which layout is this? */
    @GetMapping("/parts/{slug}/layouts")
    String layouts(@PathVariable String slug, Model model) {
        StoredPart part = parts.get(slug);
        model.addAttribute("slug", slug);
        model.addAttribute("partTitle", part.title());
        model.addAttribute(
                "layouts",
                recognition.rank(part.file(), MOST_LAYOUTS).stream()
                        .map(LayoutView::of)
                        .toList());
        return "part/layouts";
    }

    @PostMapping("/parts/{slug}/written-for")
    String writtenFor(@PathVariable String slug, @RequestParam String map, RedirectAttributes redirect) {
        parts.writtenFor(parts.get(slug).id(), ledger.get(map).id());
        redirect.addAttribute("slug", slug);
        return "redirect:/parts/{slug}";
    }

    @GetMapping("/parts/{slug}/file")
    ResponseEntity<byte[]> file(@PathVariable String slug) {
        StoredPart part = parts.get(slug);
        return Download.midi(part.fileName().text(), part.file().toBytes());
    }

    private static PartHead head(StoredPart part, DrumChannel drums, long barCount) {
        MidiFile file = part.file();
        String time = file.division() instanceof Division.TicksPerBeat beat
                ? beat.ticks() + " ticks a beat"
                : "counted in film frames";
        String facts = drums.part().hitCount() + " hits · " + barCount + " bars · format "
                + file.format() + " · " + file.tracks().size()
                + (file.tracks().size() == 1 ? " track · " : " tracks · ")
                + time;
        return new PartHead(
                part.slug(),
                part.title(),
                part.fileName().text(),
                facts,
                drums.reason(),
                file.damages().stream().map(Damage::sentence).toList());
    }
}
