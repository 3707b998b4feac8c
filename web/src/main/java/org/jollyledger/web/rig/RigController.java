package org.jollyledger.web.rig;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.jollyledger.core.batch.RigNote;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.answer.Content;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.job.Job;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartCard;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.template.Extent;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import org.springframework.web.util.UriComponentsBuilder;

/** Rigs and their matrices. */
@Controller
@RequestMapping("/rigs")
class RigController {
    private final RigService rigs;
    private final MatrixService matrix;
    private final MatrixJob job;
    private final LedgerService ledger;
    private final PartService parts;
    private final RigConversion conversion;
    private final FolderMatrix folder;

    RigController(
            RigService rigs,
            MatrixService matrix,
            MatrixJob job,
            LedgerService ledger,
            PartService parts,
            RigConversion conversion,
            FolderMatrix folder) {
        this.rigs = rigs;
        this.matrix = matrix;
        this.job = job;
        this.ledger = ledger;
        this.parts = parts;
        this.conversion = conversion;
        this.folder = folder;
    }

    /** Which parts the matrix is about, as every address of it says. */
    @ModelAttribute("choice")
    MatrixChoice choice(
            @RequestParam(defaultValue = "") String label,
            @RequestParam(required = false) @Nullable List<String> part) {
        return new MatrixChoice(label, part == null ? List.of() : part);
    }

    @GetMapping
    ModelAndView list() {
        return listPage("", List.of(), "", HttpStatus.OK);
    }

    private ModelAndView listPage(String name, List<String> chosen, String refusal, HttpStatus status) {
        ModelAndView page = new ModelAndView("rig/list", status);
        page.addObject("rigs", rigs.all());
        page.addObject("maps", ledger.names());
        page.addObject("name", name);
        page.addObject("chosen", chosen);
        page.addObject("refusal", refusal);
        return page;
    }

    @PostMapping
    ModelAndView add(
            @RequestParam(defaultValue = "") String name, @RequestParam(required = false) @Nullable List<String> map) {
        List<String> maps = map == null ? List.of() : map;
        try {
            return new ModelAndView("redirect:/rigs/" + rigs.add(name, maps));
        } catch (Refusal refused) {
            return listPage(name, maps, refused.sentence(), refused.status());
        }
    }

    @GetMapping("/{slug}")
    String show(
            @PathVariable String slug,
            @ModelAttribute("choice") MatrixChoice choice,
            @RequestParam(name = "as", defaultValue = "converted") String as,
            Extent extent,
            Model model) {
        Rig rig = rigs.get(slug);
        boolean asItIs = as.equals("it-is");
        // The job first: one that ends meanwhile is looked for once more, while a cell that it filled meanwhile would
        // stay empty.
        Job filling = matrix.running(rig).orElse(null);
        model.addAttribute("view", RigView.of(matrix.get(rig, choice, asItIs), choice, asItIs, filling));
        model.addAttribute("labels", parts.labels());
        model.addAttribute("maps", ledger.names());
        model.addAttribute(
                "missing",
                ledger.removedOf(rig.maps().stream().map(StoredMap::id).toList()));
        return extent.choose("rig/rig", "rig/rig :: matrix");
    }

    @PostMapping("/{slug}")
    String change(
            @PathVariable String slug,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(required = false) @Nullable List<String> map,
            RedirectAttributes redirect) {
        rigs.change(slug, name, map == null ? List.of() : map);
        return back(slug, MatrixChoice.ALL, "converted", redirect);
    }

    @PostMapping("/{slug}/name")
    String rename(
            @PathVariable String slug, @RequestParam(defaultValue = "") String name, RedirectAttributes redirect) {
        rigs.rename(slug, name);
        return back(slug, MatrixChoice.ALL, "converted", redirect);
    }

    @PostMapping("/{slug}/work-out")
    String workOut(
            @PathVariable String slug,
            @ModelAttribute("choice") MatrixChoice choice,
            @RequestParam(name = "as", defaultValue = "converted") String as,
            RedirectAttributes redirect) {
        matrix.begin(rigs.get(slug), choice, job);
        return back(slug, choice, as, redirect);
    }

    @PostMapping("/{slug}/stop")
    String stop(
            @PathVariable String slug,
            @ModelAttribute("choice") MatrixChoice choice,
            @RequestParam(name = "as", defaultValue = "converted") String as,
            RedirectAttributes redirect) {
        matrix.stop(rigs.get(slug));
        return back(slug, choice, as, redirect);
    }

    private static String back(String slug, MatrixChoice choice, String as, RedirectAttributes redirect) {
        return "redirect:"
                + UriComponentsBuilder.fromPath("/rigs/{slug}")
                        .queryParam("label", "{label}")
                        .queryParam("as", "{as}")
                        .queryParam("part", choice.parts())
                        .encode()
                        .buildAndExpand(slug, choice.label(), as);
    }

    /** What the files of a zip would lose; none of them is kept. */
    @PostMapping("/{slug}/folder")
    ModelAndView folder(@PathVariable String slug, @RequestParam MultipartFile file, RedirectAttributes redirect)
            throws IOException {
        Rig rig = rigs.get(slug);
        try {
            return new ModelAndView("rig/folder", "view", FolderView.of(rig, folder.look(rig, Optional.empty(), file)));
        } catch (Refusal refused) {
            redirect.addFlashAttribute("refusal", refused.sentence());
            return new ModelAndView("redirect:/rigs/" + rig.slug());
        }
    }

    /** Every part for every map of the rig, in one archive. */
    @GetMapping("/{slug}/converted.zip")
    ResponseEntity<Content> converted(@PathVariable String slug, @ModelAttribute("choice") MatrixChoice choice) {
        Rig rig = rigs.get(slug);
        List<PartCard> wanted = matrix.parts(choice);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("application/zip"))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + slug + ".zip\"")
                .body(out -> conversion.write(rig, wanted, out));
    }

    /** A map of the notes that play alike on all maps of the rig, to write with. */
    @PostMapping("/{slug}/safe-map")
    String safeMap(@PathVariable String slug) {
        Rig rig = rigs.get(slug);
        NoteMap safe = Refusal.unlessValid(() -> RigNote.safeMap(
                Cut.to(NoteMap.LONGEST_NAME, "Safe on " + rig.name()),
                rig.maps().stream().map(StoredMap::map).toList()));
        return "redirect:/maps/"
                + ledger.add(safe, false, "Made of what is safe on " + rig.name())
                        .slug();
    }

    @GetMapping("/{slug}/notes")
    String notes(@PathVariable String slug, Model model) {
        Rig rig = rigs.get(slug);
        model.addAttribute("view", NotesView.of(rig));
        return "rig/notes";
    }

    @GetMapping("/{slug}/matrix.csv")
    ResponseEntity<byte[]> csv(@PathVariable String slug, @ModelAttribute("choice") MatrixChoice choice) {
        byte[] table =
                MatrixTable.csv(matrix.get(rigs.get(slug), choice, false)).getBytes(StandardCharsets.UTF_8);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/csv;charset=UTF-8"))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + slug + "-matrix.csv\"")
                .body(table);
    }
}
