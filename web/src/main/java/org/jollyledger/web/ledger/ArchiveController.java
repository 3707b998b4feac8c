package org.jollyledger.web.ledger;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Many maps at once: out as an archive, in with a choice for each. */
@Controller
class ArchiveController {
    private final LedgerService ledger;
    private final ImportService imports;

    ArchiveController(LedgerService ledger, ImportService imports) {
        this.ledger = ledger;
        this.imports = imports;
    }

    /** The chosen maps, or all. */
    @GetMapping("/maps.zip")
    ResponseEntity<byte[]> archive(
            @RequestParam(required = false) @Nullable List<String> slug,
            @RequestParam(defaultValue = "json") String format)
            throws IOException {
        MapFormat out = MapFormat.parse(format);
        List<String> wanted = slug == null || slug.isEmpty()
                ? ledger.names().stream().map(MapName::slug).toList()
                : slug.stream().distinct().toList();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            for (String one : wanted) {
                zip.putNextEntry(new ZipEntry(one + "." + out.code()));
                zip.write(out.write(ledger.get(one).map()));
                zip.closeEntry();
            }
        }
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"note-maps.zip\"")
                .contentType(MediaType.parseMediaType("application/zip"))
                .body(bytes.toByteArray());
    }

    @GetMapping("/imports/{token}")
    String waiting(@PathVariable String token, Model model) {
        model.addAttribute("token", token);
        model.addAttribute("fileName", imports.fileName(token));
        model.addAttribute("maps", imports.show(token));
        model.addAttribute("choices", ImportService.Choice.values());
        return "ledger/import";
    }

    @PostMapping("/imports/{token}")
    String settle(
            @PathVariable String token, @RequestParam List<ImportService.Choice> choice, RedirectAttributes redirect) {
        redirect.addFlashAttribute("message", imports.settle(token, choice));
        return "redirect:/";
    }
}
