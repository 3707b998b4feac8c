package org.jollyledger.web.api;

import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapComparison;
import org.jollyledger.core.notemap.MapComparison.Difference;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.file.Download;
import org.jollyledger.web.ledger.LedgerQuery;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.MapFormat;
import org.jollyledger.web.ledger.MapName;
import org.jollyledger.web.ledger.MapReader;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.revision.RevisionCard;
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

@RestController
@RequestMapping("/api/maps")
class MapApi {
    /** A revision as a list shows it. */
    record RevisionDocument(int number, String summary, Instant createdAt) {
        static RevisionDocument of(RevisionCard card) {
            return new RevisionDocument(card.number(), card.summary(), card.createdAt());
        }
    }

    /** A line in a comparison; null where a side has none. */
    record LineDocument(@Nullable Integer note, String name, String shortName, String sound) {
        static LineDocument of(Line line) {
            return new LineDocument(
                    line.place().map(note -> note.number()).orElse(null),
                    line.name(),
                    line.shortName(),
                    line.sound().code());
        }
    }

    /** A pair of lines that differs. */
    record PairDocument(
            @Nullable LineDocument before, @Nullable LineDocument after, List<String> differences) {}

    /** What differs between two maps. */
    record ComparisonDocument(String summary, Map<String, Long> counts, List<String> facts, List<PairDocument> lines) {
        static ComparisonDocument of(MapComparison comparison) {
            return new ComparisonDocument(
                    comparison.summary(),
                    Arrays.stream(Difference.values()).collect(Collectors.toMap(Difference::code, comparison::count)),
                    comparison.facts(),
                    comparison.pairs().stream()
                            .filter(pair -> !pair.isSame())
                            .map(pair -> new PairDocument(
                                    pair.before().map(LineDocument::of).orElse(null),
                                    pair.after().map(LineDocument::of).orElse(null),
                                    pair.differences().stream()
                                            .sorted()
                                            .map(Difference::code)
                                            .toList()))
                            .toList());
        }
    }

    private final LedgerService ledger;
    private final MapReader reader;
    private final Bodies bodies;

    MapApi(LedgerService ledger, MapReader reader, Bodies bodies) {
        this.ledger = ledger;
        this.reader = reader;
        this.bodies = bodies;
    }

    @GetMapping
    List<MapName> list(LedgerQuery query, @RequestParam(required = false) @Nullable Integer page) {
        if (page == null && !query.narrows()) {
            return ledger.names();
        }
        return ledger.search(query, page == null ? 0 : page).stream()
                .map(card -> new MapName(card.slug(), card.name(), card.kind().code(), card.lineCount()))
                .toList();
    }

    @GetMapping("/{slug}")
    ResponseEntity<String> get(@PathVariable String slug) {
        return document(ledger.get(slug));
    }

    @PostMapping
    ResponseEntity<String> add(InputStream stream) throws IOException {
        return created(ledger.add(readJson(stream), false, "Saved through the API"));
    }

    @PutMapping("/{slug}")
    ResponseEntity<String> replace(
            @PathVariable String slug,
            @RequestParam(required = false) @Nullable Integer revision,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String ifMatch,
            InputStream stream)
            throws IOException {
        int base = Revisions.base(revision, ifMatch);
        NoteMap map = readJson(stream);
        return document(ledger.change(slug, base, "Replaced through the API", before -> map));
    }

    @DeleteMapping("/{slug}")
    ResponseEntity<Void> remove(@PathVariable String slug) {
        ledger.remove(slug);
        return ResponseEntity.noContent().build();
    }

    @PostMapping("/{slug}/bring-back")
    ResponseEntity<String> bringBack(@PathVariable String slug) {
        ledger.bringBack(slug);
        return document(ledger.get(slug));
    }

    @PostMapping("/{slug}/copies")
    ResponseEntity<String> copy(@PathVariable String slug, @RequestParam(defaultValue = "") String name) {
        return created(ledger.derive(slug, name));
    }

    @GetMapping("/{slug}/revisions")
    List<RevisionDocument> revisions(@PathVariable String slug, @RequestParam(defaultValue = "0") int page) {
        return ledger.history(slug, page).map(RevisionDocument::of).getContent();
    }

    @GetMapping("/{slug}/revisions/{number}")
    ResponseEntity<String> revision(@PathVariable String slug, @PathVariable int number) {
        return document(ledger.get(slug, number));
    }

    @PostMapping("/{slug}/revisions/{number}/restore")
    ResponseEntity<String> restore(@PathVariable String slug, @PathVariable int number, @RequestParam int revision) {
        return document(ledger.restore(slug, revision, number));
    }

    @GetMapping("/{slug}/comparison")
    ComparisonDocument compare(
            @PathVariable String slug,
            @RequestParam String with,
            @RequestParam(required = false) @Nullable Integer revision,
            @RequestParam(required = false) @Nullable Integer withRevision) {
        NoteMap before = (revision == null ? ledger.get(slug) : ledger.get(slug, revision)).map();
        NoteMap after = (withRevision == null ? ledger.get(with) : ledger.get(with, withRevision)).map();
        return ComparisonDocument.of(MapComparison.between(before, after));
    }

    @GetMapping("/{slug}/export/{format}")
    ResponseEntity<byte[]> export(@PathVariable String slug, @PathVariable String format) {
        MapFormat out = MapFormat.parse(format);
        return Download.of(
                out.fileName(slug), out.mediaType(), out.write(ledger.get(slug).map()));
    }

    /** Reads a document in any of the formats, and adds what it holds. */
    @PostMapping("/import")
    List<ImportedDocument> bring(
            InputStream stream,
            @RequestParam(defaultValue = "Imported") String name,
            @RequestParam(defaultValue = "") String places)
            throws IOException {
        List<MapReader.Brought> brought = reader.bring(bodies.bytes(stream, "note map"), name, places);
        return ImportedDocument.of(ledger.addAll(MapReader.Brought.maps(brought), "Imported through the API"), brought);
    }

    private NoteMap readJson(InputStream stream) throws IOException {
        try {
            return NoteMapJson.read(bodies.text(stream, "note map"));
        } catch (DocumentException e) {
            throw Refusal.unreadable(e);
        }
    }

    private static ResponseEntity<String> created(StoredMap stored) {
        return Revisions.created("/api/maps/" + stored.slug(), stored.revision(), NoteMapJson.write(stored.map()));
    }

    private static ResponseEntity<String> document(StoredMap stored) {
        return Revisions.found(stored.revision(), NoteMapJson.write(stored.map()));
    }
}
