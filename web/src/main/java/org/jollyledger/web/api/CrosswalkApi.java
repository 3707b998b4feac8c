package org.jollyledger.web.api;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.exchange.CrosswalkJson;
import org.jollyledger.core.exchange.StatementDocument.LossDocument;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.web.crosswalk.KeptCard;
import org.jollyledger.web.crosswalk.KeptReader;
import org.jollyledger.web.crosswalk.KeptService;
import org.jollyledger.web.crosswalk.StoredKept;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.part.StoredPart;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Crosswalks as documents: proposed, kept, read, reversed. */
@RestController
@RequestMapping("/api/crosswalks")
class CrosswalkApi {
    private static final JsonMapper JSON = JsonMapper.shared();
    private static final int MOST_WAYS = 4;

    /**
     * Another way for a line.
     *
     * @param note the target note; null for silence
     * @param extra how much more harm it does, in the distance of sounds summed over a song of a thousand strokes
     */
    record WayDocument(@Nullable Integer note, @Nullable String name, double extra, String because) {}

    /** Why a route leads where it leads, and where else it could lead. */
    record ReasonDocument(int note, String name, String reason, List<WayDocument> otherWays) {}

    /** A proposal: a crosswalk document that can be kept as it is, the reasons, and what a part would lose. */
    record ProposalDocument(
            JsonNode crosswalk,
            List<ReasonDocument> reasons,
            double gap,
            @Nullable List<LossDocument> losses) {}

    /**
     * The way back: a crosswalk document, the lines that share a way and so do not all come back, the silent ones, and
     * those of which something changes.
     */
    record ReversedDocument(
            JsonNode crosswalk,
            boolean lossless,
            List<MergedDocument> merged,
            List<Integer> lost,
            List<ChangedDocument> changed) {}

    /** A source note of whose hits something does not come back. */
    record ChangedDocument(int note, List<String> notBack) {}

    /** Source notes that do not come back from a target note, because another one does. */
    record MergedDocument(int from, List<Integer> notes) {}

    /** A route that a change of a map has overtaken. */
    record OvertakenDocument(
            int note,
            String change,
            @Nullable String was,
            @Nullable String is) {
        static OvertakenDocument of(KeptCrosswalk.Overtaken overtaken) {
            return new OvertakenDocument(
                    overtaken.note().number(),
                    overtaken.change().code(),
                    overtaken.was().map(Sound::code).orElse(null),
                    overtaken.is().map(Sound::code).orElse(null));
        }
    }

    private final KeptService kept;
    private final KeptReader reader;
    private final LedgerService ledger;
    private final PartService parts;
    private final Bodies bodies;

    CrosswalkApi(KeptService kept, KeptReader reader, LedgerService ledger, PartService parts, Bodies bodies) {
        this.kept = kept;
        this.reader = reader;
        this.ledger = ledger;
        this.parts = parts;
        this.bodies = bodies;
    }

    /** Proposes routes between two maps, for a part when one is sent or named, else for what is typically played. */
    @PostMapping("/propose")
    ProposalDocument propose(
            @RequestParam String from,
            @RequestParam String to,
            @RequestParam(required = false) @Nullable String keptPart,
            @RequestParam(required = false) @Nullable MultipartFile part)
            throws IOException {
        NoteMap source = ledger.get(from).map();
        NoteMap target = ledger.get(to).map();
        Optional<DrumChannel> drums = drums(source, keptPart, part);
        Crosswalk crosswalk = drums.map(found -> Crosswalk.propose(source, target, found.part()))
                .orElseGet(() -> Crosswalk.propose(source, target));
        return new ProposalDocument(
                document(source.name() + " to " + target.name(), crosswalk),
                crosswalk.routes().stream()
                        .map(route -> reason(crosswalk, route))
                        .toList(),
                crosswalk.gap(),
                drums.map(found -> Losses.of(
                                        Conversion.of(found.part(), crosswalk).statement())
                                .stream()
                                .map(LossDocument::of)
                                .toList())
                        .orElse(null));
    }

    private Optional<DrumChannel> drums(NoteMap source, @Nullable String keptPart, @Nullable MultipartFile part)
            throws IOException {
        if (part != null) {
            FileName name = FileName.of(part.getOriginalFilename());
            return Optional.of(DrumChannel.find(PartService.read(name, part.getBytes()), source.channel()));
        }
        return Optional.ofNullable(keptPart)
                .map(parts::get)
                .map(StoredPart::file)
                .map(file -> DrumChannel.find(file, source.channel()));
    }

    private static JsonNode document(String name, Crosswalk crosswalk) {
        String cut = Cut.to(KeptCrosswalk.LONGEST_NAME, name);
        return JSON.readTree(CrosswalkJson.write(KeptCrosswalk.of(cut, "", crosswalk, Set.of())));
    }

    private static ReasonDocument reason(Crosswalk crosswalk, Route route) {
        return new ReasonDocument(
                route.source().number(),
                crosswalk.source().lineAt(route.source()).map(Line::name).orElse(""),
                crosswalk.reason(route),
                crosswalk.otherWays(route.source()).stream()
                        .limit(MOST_WAYS)
                        .map(way -> new WayDocument(
                                way.line().map(line -> line.note().number()).orElse(null),
                                way.line().map(Line::name).orElse(null),
                                Math.round(way.extra() * 1000) / 1000.0,
                                way.because()))
                        .toList());
    }

    @GetMapping
    List<KeptCard> list() {
        return kept.all();
    }

    @PostMapping
    ResponseEntity<String> add(
            @RequestParam(required = false) @Nullable String from,
            @RequestParam(required = false) @Nullable String to,
            InputStream stream)
            throws IOException {
        StoredKept stored = reader.add(
                bodies.text(stream, "crosswalk"),
                Optional.ofNullable(from),
                Optional.ofNullable(to),
                "Saved through the API");
        return Revisions.created(
                "/api/crosswalks/" + stored.slug(), stored.revision(), CrosswalkJson.write(stored.kept()));
    }

    @GetMapping("/{slug}")
    ResponseEntity<String> get(@PathVariable String slug) {
        return found(kept.get(slug));
    }

    private static ResponseEntity<String> found(StoredKept stored) {
        return Revisions.found(stored.revision(), CrosswalkJson.write(stored.kept()));
    }

    @PutMapping("/{slug}")
    ResponseEntity<String> replace(
            @PathVariable String slug,
            @RequestParam(required = false) @Nullable Integer revision,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String ifMatch,
            InputStream stream)
            throws IOException {
        int base = Revisions.base(revision, ifMatch);
        KeptCrosswalk document = KeptReader.read(bodies.text(stream, "crosswalk"));
        return found(kept.change(slug, base, "Replaced through the API", before -> document));
    }

    @DeleteMapping("/{slug}")
    ResponseEntity<Void> remove(@PathVariable String slug) {
        kept.remove(slug);
        return ResponseEntity.noContent().build();
    }

    @PostMapping("/{slug}/bring-back")
    ResponseEntity<String> bringBack(@PathVariable String slug) {
        kept.bringBack(slug);
        return get(slug);
    }

    @PostMapping("/{slug}/copies")
    ResponseEntity<String> copy(@PathVariable String slug, @RequestParam(defaultValue = "") String name) {
        StoredKept copy = kept.copy(slug, name);
        return Revisions.created("/api/crosswalks/" + copy.slug(), copy.revision(), CrosswalkJson.write(copy.kept()));
    }

    /** Which routes a change of a map has overtaken. */
    @GetMapping("/{slug}/overtaken")
    List<OvertakenDocument> overtaken(@PathVariable String slug) {
        return kept.get(slug).reopened().overtaken().stream()
                .map(OvertakenDocument::of)
                .toList();
    }

    @GetMapping("/{slug}/reversed")
    ReversedDocument reversed(@PathVariable String slug) {
        StoredKept stored = kept.get(slug);
        KeptCrosswalk.Reversed back = KeptCrosswalk.reversed(stored.reopened().crosswalk());
        return new ReversedDocument(
                document(stored.kept().name() + ", back", back.crosswalk()),
                back.isLossless(),
                back.merged().entrySet().stream()
                        .map(entry -> new MergedDocument(entry.getKey().number(), numbers(entry.getValue())))
                        .toList(),
                numbers(back.lost()),
                back.changed().entrySet().stream()
                        .map(entry -> new ChangedDocument(
                                entry.getKey().number(),
                                entry.getValue().stream()
                                        .map(KeptCrosswalk.NotBack::code)
                                        .toList()))
                        .toList());
    }

    private static List<Integer> numbers(List<Note> notes) {
        return notes.stream().map(Note::number).toList();
    }
}
