package org.jollyledger.web.api;

import java.io.IOException;
import java.util.Optional;
import java.util.function.Function;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.exchange.StatementDocument;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.web.crosswalk.Crosswalks;
import org.jollyledger.web.file.Download;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.part.StoredPart;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

@RestController
class ConvertApi {
    private final LedgerService ledger;
    private final Crosswalks crosswalks;
    private final PartService parts;

    ConvertApi(LedgerService ledger, Crosswalks crosswalks, PartService parts) {
        this.ledger = ledger;
        this.crosswalks = crosswalks;
        this.parts = parts;
    }

    /** Answers the converted file, or, to who accepts JSON and no MIDI before it, the statement. */
    @PostMapping("/api/convert")
    ResponseEntity<?> convert(
            @RequestParam String from,
            @RequestParam String to,
            @RequestParam MultipartFile part,
            @RequestHeader(name = HttpHeaders.ACCEPT, required = false) @Nullable String accept)
            throws IOException {
        NoteMap source = ledger.get(from).map();
        NoteMap target = ledger.get(to).map();
        return answer(part, source, drums -> Crosswalk.propose(source, target, drums), to, accept);
    }

    /** The same by a kept crosswalk, for a part that is sent or one that is kept. */
    @PostMapping("/api/crosswalks/{slug}/apply")
    ResponseEntity<?> apply(
            @PathVariable String slug,
            @RequestParam(required = false) @Nullable MultipartFile part,
            @RequestParam(required = false) @Nullable String keptPart,
            @RequestHeader(name = HttpHeaders.ACCEPT, required = false) @Nullable String accept)
            throws IOException {
        Crosswalk crosswalk = crosswalks.kept(slug).crosswalk();
        if (keptPart != null) {
            StoredPart stored = parts.get(keptPart);
            return answer(stored.fileName(), stored.file(), crosswalk.source(), drums -> crosswalk, slug, accept);
        }
        if (part == null) {
            throw Refusal.incomplete("Send the MIDI file in the field \"part\", or name a saved part in \"keptPart\".");
        }
        return answer(part, crosswalk.source(), drums -> crosswalk, slug, accept);
    }

    private static ResponseEntity<?> answer(
            MultipartFile part,
            NoteMap source,
            Function<Part, Crosswalk> crosswalk,
            String madeFor,
            @Nullable String accept)
            throws IOException {
        FileName name = FileName.of(part.getOriginalFilename());
        return answer(name, PartService.read(name, part.getBytes()), source, crosswalk, madeFor, accept);
    }

    private static ResponseEntity<?> answer(
            FileName name,
            MidiFile file,
            NoteMap source,
            Function<Part, Crosswalk> crosswalk,
            String madeFor,
            @Nullable String accept) {
        DrumChannel drums = DrumChannel.find(file, source.channel());
        Conversion conversion = Conversion.of(drums.part(), crosswalk.apply(drums.part()));
        if (Accepted.wantsJson(accept)) {
            return ResponseEntity.ok()
                    .contentType(MediaType.APPLICATION_JSON)
                    .body(StatementDocument.of(Optional.empty(), conversion.statement(), drums, Integer.MAX_VALUE));
        }
        return Download.midi(name.madeFor(madeFor, ".mid"), conversion.bytes());
    }
}
