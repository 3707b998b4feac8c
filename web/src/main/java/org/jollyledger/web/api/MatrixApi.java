package org.jollyledger.web.api;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jollyledger.core.batch.MatrixCell;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.rig.FolderMatrix;
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
    private final FolderMatrix folder;

    MatrixApi(RigService rigs, LedgerService ledger, FolderMatrix folder) {
        this.rigs = rigs;
        this.ledger = ledger;
        this.folder = folder;
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
        List<String> maps = wanted.maps().stream().map(StoredMap::slug).toList();
        Optional<StoredMap> written = Optional.ofNullable(meant).map(ledger::get);
        return new MatrixDocument(
                wanted.slug(),
                maps,
                folder.look(wanted, written, file).stream()
                        .map(row -> part(row, maps))
                        .toList());
    }

    private static PartDocument part(FolderMatrix.FolderRow row, List<String> maps) {
        return new PartDocument(
                row.file(),
                row.written().map(StoredMap::slug).orElse(null),
                IntStream.range(0, row.cells().size())
                        .mapToObj(i -> CellDocument.of(maps.get(i), row.cells().get(i)))
                        .toList());
    }
}
