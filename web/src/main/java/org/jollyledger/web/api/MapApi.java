package org.jollyledger.web.api;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.problem.Refusal;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/maps")
class MapApi {
    /** A map as a list shows it. */
    record MapSummary(String slug, String name, String kind, int lineCount) {}

    private final LedgerService ledger;
    private final LedgerProperties properties;

    MapApi(LedgerService ledger, LedgerProperties properties) {
        this.ledger = ledger;
        this.properties = properties;
    }

    @GetMapping
    List<MapSummary> list() {
        return ledger.all().stream()
                .map(card ->
                        new MapSummary(card.slug(), card.name(), card.kind().code(), card.lineCount()))
                .toList();
    }

    @GetMapping("/{slug}")
    ResponseEntity<String> get(@PathVariable String slug) {
        return document(ResponseEntity.ok(), ledger.get(slug));
    }

    @PostMapping
    ResponseEntity<String> add(InputStream stream) throws IOException {
        int limit = (int) properties.largestUpload().toBytes();
        byte[] body = stream.readNBytes(limit + 1);
        if (body.length > limit) {
            throw Refusal.tooLarge(properties.largestUpload());
        }
        if (body.length == 0) {
            throw Refusal.incomplete("No document was sent; send a note map as JSON.");
        }
        NoteMap map;
        try {
            map = NoteMapJson.read(new String(body, StandardCharsets.UTF_8));
        } catch (DocumentException e) {
            throw Refusal.unreadable(e);
        }
        StoredMap stored = ledger.add(map, false, "Received as a document");
        return document(ResponseEntity.created(URI.create("/api/maps/" + stored.slug())), stored);
    }

    private static ResponseEntity<String> document(ResponseEntity.BodyBuilder response, StoredMap stored) {
        return response.contentType(MediaType.APPLICATION_JSON).body(NoteMapJson.write(stored.map()));
    }
}
