package org.jollyledger.web.api;

import java.io.IOException;
import java.util.List;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.part.Recognition;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** What can be said about a part. */
@RestController
class PartApi {
    private static final int MOST = 100;

    /**
     * A map that a part may have been written for.
     *
     * @param score the higher the likelier; comparable within one answer only
     */
    record LayoutDocument(
            String slug,
            String name,
            double score,
            int hits,
            int silentHits,
            List<Integer> silentNotes,
            List<String> reasons) {
        static LayoutDocument of(Recognition.Ranked ranked) {
            return new LayoutDocument(
                    ranked.slug(),
                    ranked.candidate().map().name(),
                    Math.round(ranked.candidate().score() * 1000) / 1000.0,
                    ranked.candidate().hits(),
                    ranked.candidate().silentHits(),
                    ranked.candidate().silentNotes().stream().map(Note::number).toList(),
                    ranked.candidate().reasons());
        }
    }

    private final Recognition recognition;

    PartApi(Recognition recognition) {
        this.recognition = recognition;
    }

    /** Which layout is this? The likeliest maps first. */
    @PostMapping("/api/parts/recognise")
    List<LayoutDocument> recognise(@RequestParam MultipartFile part, @RequestParam(defaultValue = "10") int most)
            throws IOException {
        FileName name = FileName.of(part.getOriginalFilename());
        return recognition.rank(PartService.read(name, part.getBytes()), Math.max(1, Math.min(MOST, most))).stream()
                .map(LayoutDocument::of)
                .toList();
    }
}
