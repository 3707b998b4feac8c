package org.jollyledger.web.backup;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import org.jollyledger.web.answer.Content;
import org.jollyledger.web.answer.Content.StandingFile;
import org.jollyledger.web.backup.BackupRestore.Mode;
import org.jollyledger.web.backup.BackupRestore.Restored;
import org.jollyledger.web.changelog.ChangeLog;
import org.jollyledger.web.file.Download;
import org.jollyledger.web.problem.Refusal;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The page of backups, and the same for programs. */
@Controller
class BackupController {
    private final BackupService backups;
    private final BackupRestore restore;

    BackupController(BackupService backups, BackupRestore restore) {
        this.backups = backups;
        this.restore = restore;
    }

    @GetMapping("/backups")
    ModelAndView show() {
        return page("", HttpStatus.OK);
    }

    private ModelAndView page(String refusal, HttpStatus status) {
        ModelAndView page = new ModelAndView("backup/backups", status);
        page.addObject("kept", backups.kept());
        page.addObject("shares", backups.shares());
        page.addObject("refusal", refusal);
        return page;
    }

    @GetMapping({"/backups/everything", "/api/backup"})
    ResponseEntity<Content> everything() {
        backups.needTurn();
        return Download.zip(backups.name(), backups::write);
    }

    @GetMapping("/backups/{name}.zip")
    ResponseEntity<Content> kept(@PathVariable String name) {
        String file = name + ".zip";
        return Download.zip(file, new StandingFile(backups.kept(file)));
    }

    @PostMapping("/backups/restored")
    ModelAndView restore(
            @RequestParam MultipartFile file, @RequestParam(defaultValue = "") String mode, RedirectAttributes redirect)
            throws IOException {
        try {
            return done(restored(file, mode), Mode.parse(mode), redirect);
        } catch (Refusal refused) {
            return page(refused.sentence(), refused.status());
        }
    }

    @PostMapping("/backups/{name}.zip/restored")
    ModelAndView restoreKept(
            @PathVariable String name, @RequestParam(defaultValue = "") String mode, RedirectAttributes redirect)
            throws IOException {
        try (InputStream archive = Files.newInputStream(backups.kept(name + ".zip"))) {
            Mode how = Mode.parse(mode);
            return done(restore.restore(archive, how), how, redirect);
        } catch (Refusal refused) {
            return page(refused.sentence(), refused.status());
        }
    }

    @PostMapping("/backups/{name}.zip/removed")
    String remove(@PathVariable String name, RedirectAttributes redirect) throws IOException {
        Files.delete(backups.kept(name + ".zip"));
        ChangeLog.note("backup " + name, "deleted");
        redirect.addFlashAttribute("message", "Deleted " + name + ".zip.");
        return "redirect:/backups";
    }

    private static ModelAndView done(Restored restored, Mode mode, RedirectAttributes redirect) {
        redirect.addFlashAttribute("message", restored.sentence(mode));
        return new ModelAndView("redirect:/backups");
    }

    @PostMapping("/api/backup")
    @ResponseBody
    Restored restore(@RequestParam MultipartFile file, @RequestParam(defaultValue = "") String mode)
            throws IOException {
        return restored(file, mode);
    }

    private Restored restored(MultipartFile file, String mode) throws IOException {
        if (file.isEmpty()) {
            throw Refusal.incomplete("No file was sent; choose a backup first.");
        }
        try (InputStream archive = file.getInputStream()) {
            return restore.restore(archive, Mode.parse(mode));
        }
    }
}
