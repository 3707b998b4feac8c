package org.jollyledger.web.api;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.time.Instant;
import java.util.List;
import org.jollyledger.core.batch.BatchListener;
import org.jollyledger.core.batch.Tally;
import org.jollyledger.web.answer.Content;
import org.jollyledger.web.batch.Batch;
import org.jollyledger.web.batch.BatchChoice;
import org.jollyledger.web.batch.BatchResult;
import org.jollyledger.web.batch.BatchService;
import org.jollyledger.web.batch.PackMaps;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.MapReader;
import org.jollyledger.web.problem.Refusal;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Batches: begun with a zip, watched, stopped, taken. */
@RestController
@RequestMapping("/api/batches")
class BatchApi {
    /** A batch as it is now. */
    record BatchDocument(
            String token,
            String name,
            String from,
            String to,
            String routes,
            String state,
            int expected,
            Tally progress,
            List<BatchListener.FileLosses> worst,
            int losers,
            List<BatchListener.Problem> problems,
            Instant createdAt) {
        static BatchDocument of(Batch batch) {
            return new BatchDocument(
                    batch.token(),
                    batch.name(),
                    batch.source(),
                    batch.target(),
                    batch.proposing().code(),
                    batch.state().code(),
                    batch.expected(),
                    batch.progress().tally(),
                    batch.progress().worst(),
                    batch.progress().losers(),
                    batch.progress().problems(),
                    batch.createdAt());
        }
    }

    private final BatchService batches;
    private final BatchChoice choice;
    private final MapReader reader;
    private final LedgerService ledger;

    BatchApi(BatchService batches, BatchChoice choice, MapReader reader, LedgerService ledger) {
        this.reader = reader;
        this.ledger = ledger;
        this.batches = batches;
        this.choice = choice;
    }

    @PostMapping
    ResponseEntity<BatchDocument> begin(BatchChoice.Form form, @RequestParam MultipartFile file) throws IOException {
        if (file.isEmpty()) {
            throw Refusal.incomplete("The field \"file\" is empty; send a zip archive of MIDI files.");
        }
        String token = batches.create(form.title(), choice.find(form));
        try (InputStream archive = file.getInputStream()) {
            batches.add(token, archive);
        }
        // A pack that is to say itself what its parts were written for waits until that was read.
        if (!batches.get(token).source().isEmpty()) {
            batches.begin(token);
        }
        return ResponseEntity.accepted()
                .location(URI.create("/api/batches/" + token))
                .body(BatchDocument.of(batches.get(token)));
    }

    @GetMapping
    List<BatchDocument> list() {
        return batches.latest().stream().map(BatchDocument::of).toList();
    }

    @GetMapping("/{token}")
    BatchDocument get(@PathVariable String token) {
        return BatchDocument.of(batches.get(token));
    }

    /** The lists, maps and manuals that a pack brings besides parts, while it waits for the map they were written for. */
    @GetMapping("/{token}/brought")
    List<PackMaps.Found> brought(@PathVariable String token) {
        return batches.brought(token);
    }

    /** Reads one of them into the ledger. */
    @PostMapping("/{token}/brought")
    List<ImportedDocument> readBrought(
            @PathVariable String token,
            @RequestParam String path,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String places)
            throws IOException {
        String itsName = name.isBlank() ? MapReader.baseName(path) : name.strip();
        List<MapReader.Brought> brought = reader.bring(batches.brought(token, path), itsName, places);
        return ImportedDocument.of(ledger.addAll(MapReader.Brought.maps(brought), "Brought by a pack"), brought);
    }

    /** Begins a batch: again one that was interrupted or failed, or one that waits for the map it was written for. */
    @PostMapping("/{token}/begin")
    BatchDocument begin(@PathVariable String token, @RequestParam(defaultValue = "") String from) {
        if (!from.isEmpty()) {
            batches.writtenFor(token, ledger.get(from).map());
        }
        batches.begin(token);
        return get(token);
    }

    @PostMapping("/{token}/stop")
    BatchDocument stop(@PathVariable String token) {
        batches.stop(token);
        return get(token);
    }

    @GetMapping("/{token}/result")
    ResponseEntity<Content> result(@PathVariable String token) {
        return BatchResult.download(batches, token);
    }

    @DeleteMapping("/{token}")
    ResponseEntity<Void> remove(@PathVariable String token) throws IOException {
        batches.remove(token);
        return ResponseEntity.noContent().build();
    }
}
