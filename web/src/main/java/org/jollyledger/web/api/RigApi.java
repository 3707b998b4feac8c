package org.jollyledger.web.api;

import java.net.URI;
import java.util.List;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.rig.Rig;
import org.jollyledger.web.rig.RigService;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Rigs for programs. */
@RestController
@RequestMapping("/api/rigs")
class RigApi {
    /** A rig with the addresses of its maps. */
    record RigDocument(String slug, String name, List<String> maps) {
        private static RigDocument of(Rig rig) {
            return new RigDocument(
                    rig.slug(),
                    rig.name(),
                    rig.maps().stream().map(StoredMap::slug).toList());
        }
    }

    /** A rig that is to be added. */
    record NewRig(@Nullable String name, @Nullable List<String> maps) {}

    private final RigService rigs;

    RigApi(RigService rigs) {
        this.rigs = rigs;
    }

    @GetMapping
    List<RigDocument> all() {
        return rigs.all().stream().map(RigDocument::of).toList();
    }

    @PostMapping
    ResponseEntity<RigDocument> add(@RequestBody NewRig wanted) {
        String slug =
                rigs.add(wanted.name() == null ? "" : wanted.name(), wanted.maps() == null ? List.of() : wanted.maps());
        return ResponseEntity.created(URI.create("/rigs/" + slug)).body(RigDocument.of(rigs.get(slug)));
    }
}
