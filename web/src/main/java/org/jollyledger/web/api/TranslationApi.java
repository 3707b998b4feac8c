package org.jollyledger.web.api;

import org.jollyledger.web.bench.BenchService;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The table by which a kit is translated live. */
@RestController
class TranslationApi {
    private final BenchService bench;

    TranslationApi(BenchService bench) {
        this.bench = bench;
    }

    @PostMapping("/api/translation")
    ResponseEntity<String> translation(@RequestParam String from, @RequestParam String to) {
        return ResponseEntity.ok().contentType(MediaType.APPLICATION_JSON).body(bench.translation(from, to));
    }
}
