package org.jollyledger.web.api;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jollyledger.core.batch.ArchiveParts;
import org.jollyledger.core.batch.BatchLimits;
import org.jollyledger.core.batch.MatrixCell;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.web.crosswalk.Crosswalks;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.Recognition;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.rig.Rig;
import org.jollyledger.web.rig.RigService;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** What the parts of a folder would lose on the maps of a rig. */
@RestController
class MatrixApi {
    private static final int MOST_FILES = 500;
    /** A request is answered at once, so it takes less than a batch does. */
    private static final BatchLimits LIMITS = new BatchLimits(16 << 20, 16 << 20, 64L << 20, MOST_FILES);

    /** What is lost when a part is played as it is. */
    record AsItIs(int silent, int other) {}

    /** What is lost when a part is converted. */
    record Converted(int silent, int folded, int far, int chokes) {}

    /** A part on a map. */
    record CellDocument(String map, int hits, AsItIs asItIs, Converted converted) {
        private static CellDocument of(String map, MatrixCell cell) {
            return new CellDocument(
                    map,
                    cell.hits(),
                    new AsItIs(cell.silentAsItIs(), cell.otherAsItIs()),
                    new Converted(cell.silent(), cell.folded(), cell.far(), cell.chokes()));
        }
    }

    /**
     * A part.
     *
     * @param writtenFor the map it was written for; null when that is not clear, and then there are no cells
     */
    record PartDocument(String file, @Nullable String writtenFor, List<CellDocument> cells) {}

    /** All parts on all maps. */
    record MatrixDocument(String rig, List<String> maps, List<PartDocument> parts) {}

    private final RigService rigs;
    private final LedgerService ledger;
    private final Recognition recognition;
    private final Crosswalks crosswalks;

    MatrixApi(RigService rigs, LedgerService ledger, Recognition recognition, Crosswalks crosswalks) {
        this.rigs = rigs;
        this.ledger = ledger;
        this.recognition = recognition;
        this.crosswalks = crosswalks;
    }

    /**
     * @param meant the map that all parts were written for; each is recognised when it is left out
     */
    @PostMapping("/api/matrix")
    MatrixDocument matrix(
            @RequestParam String rig,
            @RequestParam(required = false) @Nullable String meant,
            @RequestParam MultipartFile file)
            throws IOException {
        Rig wanted = rigs.get(rig);
        Optional<StoredMap> written = Optional.ofNullable(meant).map(ledger::get);
        List<PartDocument> parts = new ArrayList<>();
        Path archive = Files.createTempFile("matrix", ".zip");
        try {
            file.transferTo(archive);
            ArchiveParts.each(
                    List.of(archive),
                    LIMITS,
                    () -> false,
                    (name, part) -> parts.add(part(wanted, name, part, written)));
        } finally {
            Files.deleteIfExists(archive);
        }
        if (parts.isEmpty()) {
            throw Refusal.unreadable("The archive has no MIDI files; send a zip with some in the field \"file\".");
        }
        return new MatrixDocument(
                wanted.slug(), wanted.maps().stream().map(StoredMap::slug).toList(), parts);
    }

    private PartDocument part(Rig rig, String name, MidiFile file, Optional<StoredMap> meant) {
        Optional<StoredMap> written =
                meant.or(() -> recognition.writtenFor(file).map(ledger::get));
        List<CellDocument> cells = new ArrayList<>();
        written.ifPresent(from -> {
            Part drums = DrumChannel.find(file, from.map().channel()).part();
            for (StoredMap map : rig.maps()) {
                Optional<Crosswalk> usual =
                        crosswalks.usual(from.id(), map.id()).map(Crosswalks.Usual::crosswalk);
                cells.add(CellDocument.of(map.slug(), MatrixCell.of(drums, from.map(), map.map(), usual)));
            }
        });
        return new PartDocument(name, written.map(StoredMap::slug).orElse(null), cells);
    }
}
