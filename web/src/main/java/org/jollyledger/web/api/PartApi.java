package org.jollyledger.web.api;

import java.io.IOException;
import java.net.URI;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.web.answer.Content;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.part.HitEditing;
import org.jollyledger.web.part.HitTarget;
import org.jollyledger.web.part.PartCard;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.part.PartWays;
import org.jollyledger.web.part.Recognition;
import org.jollyledger.web.part.SheetDesk;
import org.jollyledger.web.part.StoredPart;
import org.jollyledger.web.revision.RevisionCard;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Page;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tools.jackson.databind.JsonNode;

/** Parts: their hits, changes to them, their versions, and the ways out. */
@RestController
@RequestMapping("/api/parts")
class PartApi {
    private static final int MOST_LAYOUTS = 100;
    private static final int MOST_HITS = 10_000;

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
            List<String> alike,
            List<String> reasons) {
        static LayoutDocument of(Recognition.Ranked ranked) {
            return new LayoutDocument(
                    ranked.slug(),
                    ranked.candidate().map().name(),
                    Math.round(ranked.candidate().score() * 1000) / 1000.0,
                    ranked.candidate().hits(),
                    ranked.candidate().silentHits(),
                    ranked.candidate().silentNotes().stream().map(Note::number).toList(),
                    ranked.candidate().alike().stream().map(NoteMap::name).toList(),
                    ranked.candidate().reasons());
        }
    }

    /** What a part was written for, and how sure that is. */
    record AnswerDocument(String confidence, String sentence, List<LayoutDocument> layouts) {
        static AnswerDocument of(Recognition.Answer answer) {
            return new AnswerDocument(
                    answer.confidence().code(),
                    answer.sentence(),
                    answer.ranked().stream().map(LayoutDocument::of).toList());
        }
    }

    /** A part of the list. */
    record PartDocument(
            String slug,
            String title,
            String fileName,
            int hits,
            long bars,
            int revision,
            @Nullable String writtenFor,
            List<String> labels) {
        private static PartDocument of(PartCard card) {
            return new PartDocument(
                    card.slug(),
                    card.title(),
                    card.fileName(),
                    card.hitCount(),
                    card.barCount(),
                    card.revision(),
                    card.writtenForSlug(),
                    card.labels());
        }
    }

    /** A page of the list. */
    record PartsDocument(long total, int page, int pages, List<PartDocument> parts) {}

    /** A part that was brought in, or changed. */
    record StandingDocument(String slug, int revision) {}

    /**
     * Hits of a part on a map.
     *
     * @param total how many there are of the kind that was asked for
     */
    record HitsDocument(int revision, String map, int total, List<HitDocument> hits) {}

    /**
     * A hit.
     *
     * @param hit its index, by which changes name it; good for this revision and map
     * @param line the name of its line; null when it plays nothing on the map
     * @param sound the code of its sound; null likewise
     * @param length in ticks; null when it hangs
     */
    record HitDocument(
            int hit,
            long bar,
            double beat,
            long tick,
            double seconds,
            int note,
            @Nullable String line,
            @Nullable String sound,
            int velocity,
            @Nullable Long length,
            int channel,
            int track) {
        private static HitDocument of(Sheet sheet, int hit) {
            Part part = sheet.part();
            return new HitDocument(
                    hit,
                    part.place(hit).bar(),
                    part.place(hit).beat().doubleValue(),
                    part.tick(hit),
                    part.tempoMap(part.track(hit)).seconds(part.tick(hit)),
                    part.note(hit),
                    sheet.map().lineAt(Note.of(part.note(hit))).map(Line::name).orElse(null),
                    sheet.soundOf(hit).map(Sound::code).orElse(null),
                    part.velocity(hit),
                    part.hangs(hit) ? null : part.endTick(hit) - part.tick(hit),
                    part.channel(hit),
                    part.track(hit) + 1);
        }
    }

    /** A state of a part. */
    record VersionDocument(int number, String summary, Instant at) {
        private static VersionDocument of(RevisionCard card) {
            return new VersionDocument(card.number(), card.summary(), card.createdAt());
        }
    }

    private final PartService parts;
    private final SheetDesk desk;
    private final HitEditing editing;
    private final PartWays ways;
    private final Recognition recognition;

    PartApi(PartService parts, SheetDesk desk, HitEditing editing, PartWays ways, Recognition recognition) {
        this.parts = parts;
        this.desk = desk;
        this.editing = editing;
        this.ways = ways;
        this.recognition = recognition;
    }

    @GetMapping
    PartsDocument list(
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "") String label,
            @RequestParam(defaultValue = "0") int page) {
        Page<PartCard> found = parts.search(q, label, page);
        return new PartsDocument(
                found.getTotalElements(),
                found.getNumber(),
                found.getTotalPages(),
                found.map(PartDocument::of).getContent());
    }

    @PostMapping
    ResponseEntity<StandingDocument> add(@RequestParam MultipartFile part) throws IOException {
        String slug = parts.add(FileName.of(part.getOriginalFilename()), part.getBytes());
        return ResponseEntity.created(URI.create("/api/parts/" + slug))
                .body(new StandingDocument(slug, parts.get(slug).revision()));
    }

    /** Which layout is this? The likeliest maps first. */
    @PostMapping("/recognise")
    List<LayoutDocument> recognise(@RequestParam MultipartFile part, @RequestParam(defaultValue = "10") int most)
            throws IOException {
        return layout(part, most).layouts();
    }

    /** Which layout is this, how sure is that, and does any fit at all? */
    @PostMapping("/layout")
    AnswerDocument layout(@RequestParam MultipartFile part, @RequestParam(defaultValue = "10") int most)
            throws IOException {
        FileName name = FileName.of(part.getOriginalFilename());
        return AnswerDocument.of(recognition.recognise(
                PartService.read(name, part.getBytes()), Math.max(1, Math.min(MOST_LAYOUTS, most))));
    }

    /** The hits of a part, or those of some notes, velocities and bars, in the order of time. */
    @GetMapping("/{slug}/hits")
    HitsDocument hits(
            @PathVariable String slug,
            @RequestParam(required = false) @Nullable String map,
            @RequestParam(required = false) @Nullable List<Integer> note,
            @RequestParam(required = false) @Nullable Integer softest,
            @RequestParam(required = false) @Nullable Integer loudest,
            @RequestParam(required = false) @Nullable Long firstBar,
            @RequestParam(required = false) @Nullable Long lastBar,
            @RequestParam(defaultValue = "0") int from,
            @RequestParam(defaultValue = "1000") int count) {
        SheetDesk.Open open = desk.open(slug, map, null);
        Part part = open.sheet().part();
        int[] found = new HitTarget.Where(note, softest, loudest, firstBar, lastBar, null, null)
                .query()
                .find(part);
        List<HitDocument> hits = Arrays.stream(found)
                .boxed()
                .sorted((one, other) -> Long.compare(part.tick(one), part.tick(other)))
                .skip(Math.max(0, from))
                .limit(Math.max(0, Math.min(MOST_HITS, count)))
                .map(hit -> HitDocument.of(open.sheet(), hit))
                .toList();
        return new HitsDocument(open.part().revision(), open.map().slug(), found.length, hits);
    }

    @PostMapping("/{slug}/edits")
    HitEditing.Done edit(@PathVariable String slug, @RequestBody JsonNode wanted) {
        return editing.edit(slug, wanted);
    }

    /** The states of a part, the latest first, down to the file as uploaded. */
    @GetMapping("/{slug}/versions")
    List<VersionDocument> versions(@PathVariable String slug, @RequestParam(defaultValue = "0") int page) {
        Page<RevisionCard> later = parts.history(slug, page);
        Stream<RevisionCard> first = later.isLast() ? Stream.of(parts.asItCame(slug)) : Stream.empty();
        return Stream.concat(later.stream(), first).map(VersionDocument::of).toList();
    }

    /** Makes the part again what it was. */
    @PostMapping("/{slug}/versions/{number}/return")
    StandingDocument bringBack(@PathVariable String slug, @PathVariable int number, @RequestParam int base) {
        StoredPart part = parts.restore(slug, base, number);
        return new StandingDocument(slug, part.revision());
    }

    /** The part as a file: midi, musicxml, pdf, svg or csv. */
    @GetMapping("/{slug}/file")
    ResponseEntity<Content> file(
            @PathVariable String slug,
            @RequestParam(defaultValue = "midi") String format,
            @RequestParam(required = false) @Nullable String map,
            @RequestParam(defaultValue = "as-it-is") String tracks) {
        return ways.download(slug, map, format, tracks);
    }
}
