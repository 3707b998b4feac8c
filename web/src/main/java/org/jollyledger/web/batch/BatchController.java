package org.jollyledger.web.batch;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jollyledger.core.batch.BatchRepairs;
import org.jollyledger.core.code.Counted;
import org.jollyledger.web.answer.Content;
import org.jollyledger.web.crosswalk.KeptService;
import org.jollyledger.web.job.JobState;
import org.jollyledger.web.ledger.ImportService;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.MapName;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.template.Extent;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Folders of parts: sending them, watching them, and taking the result. */
@Controller
class BatchController {
    private static final String TO_ONE = "redirect:/batches/{token}";
    private static final String TO_PACK = "redirect:/batches/{token}/pack";

    private final BatchService batches;
    private final BatchChoice choice;
    private final KeptService kept;
    private final LedgerService ledger;
    private final ImportService imports;

    BatchController(
            BatchService batches, BatchChoice choice, KeptService kept, LedgerService ledger, ImportService imports) {
        this.batches = batches;
        this.choice = choice;
        this.kept = kept;
        this.ledger = ledger;
        this.imports = imports;
    }

    @GetMapping("/batches")
    ModelAndView list(BatchChoice.Form form) {
        return listPage(form, "", HttpStatus.OK);
    }

    private ModelAndView listPage(BatchChoice.Form form, String refusal, HttpStatus status) {
        ModelAndView page = new ModelAndView("batch/list", status);
        page.addObject("batches", batches.latest());
        page.addObject("finished", batches.finished());
        page.addObject("crosswalks", kept.all());
        page.addObject("maps", ledger.names());
        page.addObject("form", form);
        page.addObject("chosen", choice.words(form));
        page.addObject("repairs", BatchRepairs.OFFERED);
        page.addObject("refusal", refusal);
        return page;
    }

    /** Takes a zip, or some files, and begins at once. */
    @PostMapping("/batches")
    ModelAndView send(
            BatchChoice.Form form,
            @RequestParam(required = false) @Nullable List<MultipartFile> file,
            RedirectAttributes redirect)
            throws IOException {
        List<MultipartFile> sent = file == null
                ? List.of()
                : file.stream().filter(one -> !one.isEmpty()).toList();
        try {
            if (sent.isEmpty()) {
                throw Refusal.incomplete("No file was sent; choose a zip, or some MIDI files.");
            }
            String token = batches.create(form.title(), choice.find(form));
            if (sent.size() == 1 && isArchive(sent.get(0))) {
                try (InputStream archive = sent.get(0).getInputStream()) {
                    batches.add(token, archive);
                }
            } else {
                batches.add(token, sent(sent, List.of()));
            }
            return new ModelAndView(beginOrAsk(token, redirect));
        } catch (Refusal refused) {
            return listPage(form, refused.sentence(), refused.status());
        }
    }

    private static boolean isArchive(MultipartFile file) {
        return String.valueOf(file.getOriginalFilename())
                .toLowerCase(Locale.ROOT)
                .endsWith(".zip");
    }

    private static List<BatchFiles.Sent> sent(List<MultipartFile> files, List<String> paths) {
        List<BatchFiles.Sent> sent = new ArrayList<>();
        for (int i = 0; i < files.size(); i++) {
            String name = String.valueOf(files.get(i).getOriginalFilename());
            sent.add(new BatchFiles.Sent(i < paths.size() ? paths.get(i) : name, files.get(i)));
        }
        return sent;
    }

    /** Makes a batch whose files come in groups; returns its token. */
    @PostMapping("/batches/collect")
    @ResponseBody
    String collect(BatchChoice.Form form) {
        return batches.create(form.title(), choice.find(form));
    }

    @PostMapping("/batches/{token}/files")
    @ResponseBody
    String add(
            @PathVariable String token,
            @RequestParam List<MultipartFile> file,
            @RequestParam(required = false) @Nullable List<String> path)
            throws IOException {
        batches.add(token, sent(file, path == null ? List.of() : path));
        return String.valueOf(file.size());
    }

    @PostMapping("/batches/{token}/begin")
    String begin(@PathVariable String token, RedirectAttributes redirect) {
        return beginOrAsk(token, redirect);
    }

    /** Begins at once, unless the pack brings a list or a map of its own, or nobody has said what it was written for. */
    private String beginOrAsk(String token, RedirectAttributes redirect) {
        redirect.addAttribute("token", token);
        if (batches.get(token).source().isEmpty() || !batches.brought(token).isEmpty()) {
            return TO_PACK;
        }
        batches.begin(token);
        return TO_ONE;
    }

    /** What a pack brings, and which map its parts were written for. */
    @GetMapping("/batches/{token}/pack")
    ModelAndView pack(@PathVariable String token, @RequestParam(defaultValue = "") String from) {
        return packPage(token, from, "", HttpStatus.OK);
    }

    private ModelAndView packPage(String token, String from, String refusal, HttpStatus status) {
        Batch batch = batches.get(token);
        if (batch.state() != JobState.COLLECTING) {
            return new ModelAndView(TO_ONE, "token", token);
        }
        ModelAndView page = new ModelAndView("batch/pack", status);
        page.addObject("batch", batch);
        page.addObject("brought", batches.brought(token));
        List<MapName> maps = ledger.names();
        page.addObject("maps", maps);
        String chosen = maps.stream()
                .filter(map -> map.name().equals(batch.source()))
                .map(MapName::slug)
                .findFirst()
                .orElse("");
        page.addObject("from", from.isEmpty() ? chosen : from);
        page.addObject("refusal", refusal);
        return page;
    }

    /** Reads a file that a pack brings: a map goes to the ledger, a list is looked at first. */
    @PostMapping("/batches/{token}/pack/read")
    ModelAndView readBrought(@PathVariable String token, @RequestParam String path, RedirectAttributes redirect)
            throws IOException {
        try {
            ImportService.Way way = imports.take(batches.brought(token, path), path);
            redirect.addAttribute("token", token);
            if (way.slug().isPresent()) {
                redirect.addAttribute("from", way.slug().get());
                return new ModelAndView(TO_PACK);
            }
            redirect.addAttribute("file", way.waiting().orElseThrow());
            redirect.addAttribute("then", "/batches/" + token + "/pack");
            return new ModelAndView("redirect:/new-map/file/{file}");
        } catch (Refusal refused) {
            return packPage(token, "", refused.sentence(), refused.status());
        }
    }

    /** Says what the parts were written for, and begins. */
    @PostMapping("/batches/{token}/pack")
    ModelAndView beginPack(
            @PathVariable String token, @RequestParam(defaultValue = "") String from, RedirectAttributes redirect) {
        try {
            if (from.isEmpty()) {
                throw Refusal.incomplete("Choose the map that these parts were written for.");
            }
            batches.writtenFor(token, ledger.get(from).map());
            batches.begin(token);
            redirect.addAttribute("token", token);
            return new ModelAndView(TO_ONE);
        } catch (Refusal refused) {
            return packPage(token, from, refused.sentence(), refused.status());
        }
    }

    @PostMapping("/batches/{token}/stop")
    String stop(@PathVariable String token, RedirectAttributes redirect) {
        batches.stop(token);
        redirect.addAttribute("token", token);
        return TO_ONE;
    }

    @PostMapping("/batches/removals")
    String removeFinished(RedirectAttributes redirect) throws IOException {
        int count = batches.removeFinished();
        redirect.addFlashAttribute(
                "message", "Deleted " + Counted.of(count, "finished batch", "finished batches") + ".");
        return "redirect:/batches";
    }

    @PostMapping("/batches/{token}/remove")
    String remove(@PathVariable String token, RedirectAttributes redirect) throws IOException {
        String name = batches.get(token).name();
        batches.remove(token);
        redirect.addFlashAttribute("message", "Removed " + name + " with its files.");
        return "redirect:/batches";
    }

    @GetMapping("/batches/{token}")
    String show(@PathVariable String token, Extent extent, Model model) {
        Batch batch = batches.get(token);
        if (batch.source().isEmpty()) {
            return TO_PACK;
        }
        model.addAttribute("batch", batch);
        return extent.choose("batch/batch", "batch/progress :: progress");
    }

    @GetMapping("/batches/{token}/result")
    ResponseEntity<Content> result(@PathVariable String token) {
        return BatchResult.download(batches, token);
    }
}
