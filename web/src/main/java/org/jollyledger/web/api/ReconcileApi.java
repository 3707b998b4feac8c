package org.jollyledger.web.api;

import java.io.IOException;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.HitIndexes;
import org.jollyledger.core.reconcile.Correction;
import org.jollyledger.core.reconcile.Discrepancy;
import org.jollyledger.core.reconcile.Figures;
import org.jollyledger.core.reconcile.Mending;
import org.jollyledger.core.reconcile.Mending.Account;
import org.jollyledger.core.reconcile.Mending.Mended;
import org.jollyledger.core.reconcile.Reconciling;
import org.jollyledger.web.file.Download;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.part.Recognition;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.reconcile.FigureForm;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Holding a file against a map, and mending it. */
@RestController
class ReconcileApi {
    /** What settles a discrepancy. */
    record CorrectionDocument(String code, String words) {
        private static CorrectionDocument of(Correction correction) {
            return new CorrectionDocument(correction.code(), correction.words());
        }
    }

    /**
     * A discrepancy.
     *
     * @param note the note it is about; null when it is about none
     * @param hits its hits by number, as {@code "3-17,20"}; "" when it is about other messages or another channel
     */
    record DiscrepancyDocument(
            String kind,
            long bar,
            double beat,
            long tick,
            int channel,
            @Nullable Integer note,
            String hits,
            String sentence,
            List<CorrectionDocument> corrections) {
        private static DiscrepancyDocument of(Discrepancy discrepancy) {
            return new DiscrepancyDocument(
                    discrepancy.kind().code(),
                    discrepancy.place().bar(),
                    discrepancy.place().beat().doubleValue(),
                    discrepancy.tick(),
                    discrepancy.channel(),
                    discrepancy.note().isPresent() ? discrepancy.note().getAsInt() : null,
                    HitIndexes.format(discrepancy.hits().stream()
                            .mapToInt(Integer::intValue)
                            .sorted()
                            .toArray()),
                    discrepancy.sentence(),
                    discrepancy.corrections().stream()
                            .map(CorrectionDocument::of)
                            .toList());
        }
    }

    /** What is in a file that will not sound as meant. */
    record ReconciledDocument(
            String map, @Nullable String meant, Map<String, Integer> counts, List<DiscrepancyDocument> discrepancies) {}

    /** What mending did. */
    record AccountDocument(
            String map,
            @Nullable String meant,
            int hitsIn,
            int putIn,
            int deleted,
            int moved,
            int hitsOut,
            boolean balances,
            Map<String, Integer> settled,
            Map<String, Integer> left) {
        private static AccountDocument of(StoredMap map, Optional<StoredMap> meant, Account account) {
            return new AccountDocument(
                    map.slug(),
                    meant.map(StoredMap::slug).orElse(null),
                    account.hitsIn(),
                    account.putIn(),
                    account.deleted(),
                    account.moved(),
                    account.hitsOut(),
                    account.balances(),
                    byCode(account.settled()),
                    byCode(account.left()));
        }
    }

    private final LedgerService ledger;
    private final Recognition recognition;

    ReconcileApi(LedgerService ledger, Recognition recognition) {
        this.ledger = ledger;
        this.recognition = recognition;
    }

    @PostMapping("/api/reconcile")
    ReconciledDocument reconcile(
            @RequestParam String map,
            @RequestParam(required = false) @Nullable String meant,
            @RequestParam MultipartFile part,
            @RequestParam MultiValueMap<String, String> fields)
            throws IOException {
        StoredMap on = ledger.get(map);
        MidiFile file = read(part);
        Optional<StoredMap> written = written(meant, file);
        Figures figures = FigureForm.read(fields, usual(written));
        Reconciling found = Reconciling.of(
                DrumChannel.find(file, on.map().channel()).part(), on.map(), written.map(StoredMap::map), figures);
        return new ReconciledDocument(
                on.slug(),
                written.map(StoredMap::slug).orElse(null),
                byCode(found.counts()),
                found.discrepancies().stream().map(DiscrepancyDocument::of).toList());
    }

    /** What counts where nothing else is asked for: the figures of the kit that it was written for. */
    private static Figures usual(Optional<StoredMap> written) {
        return written.map(map -> Figures.of(map.map())).orElse(Figures.USUAL);
    }

    /** Answers the mended file, or, to who accepts JSON and no MIDI before it, the account. */
    @PostMapping("/api/repair")
    ResponseEntity<?> repair(
            @RequestParam String map,
            @RequestParam(required = false) @Nullable String meant,
            @RequestParam(required = false) @Nullable String kinds,
            @RequestParam MultipartFile part,
            @RequestParam MultiValueMap<String, String> fields,
            @RequestHeader(name = HttpHeaders.ACCEPT, required = false) @Nullable String accept)
            throws IOException {
        StoredMap on = ledger.get(map);
        Set<DiscrepancyKind> wanted = kinds(kinds);
        MidiFile file = read(part);
        Optional<StoredMap> written = written(meant, file);
        Figures figures = FigureForm.read(fields, usual(written));
        Mended mended = Mending.mend(file, on.map(), written.map(StoredMap::map), figures, wanted, any -> false);
        if (Accepted.wantsJson(accept)) {
            return ResponseEntity.ok()
                    .contentType(MediaType.APPLICATION_JSON)
                    .body(AccountDocument.of(on, written, mended.account()));
        }
        return Download.midi(
                FileName.of(part.getOriginalFilename()).madeFor("repaired", ".mid"),
                mended.file().toBytes());
    }

    private static MidiFile read(MultipartFile part) throws IOException {
        return PartService.read(FileName.of(part.getOriginalFilename()), part.getBytes());
    }

    /** The map that was named, or else the one that is clearly the likeliest. */
    private Optional<StoredMap> written(@Nullable String meant, MidiFile file) {
        return Optional.ofNullable(meant)
                .filter(slug -> !slug.isEmpty())
                .or(() -> recognition.writtenFor(file))
                .map(ledger::get);
    }

    /** The kinds with some codes; all that are safe when none are named. */
    private static Set<DiscrepancyKind> kinds(@Nullable String codes) {
        if (codes == null || codes.isBlank()) {
            return DiscrepancyKind.allSafe();
        }
        Set<DiscrepancyKind> kinds = EnumSet.noneOf(DiscrepancyKind.class);
        for (String code : codes.split(",")) {
            kinds.add(Refusal.unlessValid(() -> DiscrepancyKind.parse(code.strip())));
        }
        return kinds;
    }

    private static Map<String, Integer> byCode(Map<DiscrepancyKind, Integer> counts) {
        Map<String, Integer> byCode = new LinkedHashMap<>();
        counts.forEach((kind, count) -> byCode.put(kind.code(), count));
        return byCode;
    }
}
