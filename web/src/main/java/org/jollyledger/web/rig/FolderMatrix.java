package org.jollyledger.web.rig;

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
import org.jollyledger.web.room.PassingFiles;
import org.springframework.stereotype.Component;
import org.springframework.web.multipart.MultipartFile;

/** What the parts of a folder that is not kept would lose on the maps of a rig. */
@Component
public class FolderMatrix {
    private static final int MOST_FILES = 500;
    /** A request is answered at once, so it takes less than a batch does. */
    private static final BatchLimits LIMITS = new BatchLimits(16 << 20, 16 << 20, 64L << 20, MOST_FILES);

    /**
     * A part of the folder.
     *
     * @param written the map it was written for; empty when that is not clear
     * @param cells what it loses on each map of the rig; none when that is not clear
     */
    public record FolderRow(String file, Optional<StoredMap> written, List<MatrixCell> cells) {}

    private final LedgerService ledger;
    private final Recognition recognition;
    private final Crosswalks crosswalks;
    private final PassingFiles passing;

    FolderMatrix(LedgerService ledger, Recognition recognition, Crosswalks crosswalks, PassingFiles passing) {
        this.ledger = ledger;
        this.recognition = recognition;
        this.crosswalks = crosswalks;
        this.passing = passing;
    }

    /**
     * Looks at the parts in a zip.
     *
     * @param meant the map that all parts were written for; each is recognised when it is empty
     * @throws Refusal when there are no parts in it
     */
    public List<FolderRow> look(Rig rig, Optional<StoredMap> meant, MultipartFile file) throws IOException {
        List<FolderRow> rows = new ArrayList<>();
        Path archive = passing.file();
        try {
            file.transferTo(archive);
            ArchiveParts.each(
                    List.of(archive), LIMITS, () -> false, (name, part) -> rows.add(row(rig, name, part, meant)));
        } finally {
            Files.deleteIfExists(archive);
        }
        if (rows.isEmpty()) {
            throw Refusal.unreadable("There are no MIDI files in it; send a zip with some.");
        }
        return rows;
    }

    private FolderRow row(Rig rig, String name, MidiFile file, Optional<StoredMap> meant) {
        Optional<StoredMap> written =
                meant.or(() -> recognition.writtenFor(file).map(ledger::get));
        List<MatrixCell> cells = new ArrayList<>();
        written.ifPresent(from -> {
            Part drums = DrumChannel.find(file, from.map().channel()).part();
            for (StoredMap map : rig.maps()) {
                Optional<Crosswalk> usual =
                        crosswalks.usual(from.id(), map.id()).map(Crosswalks.Usual::crosswalk);
                cells.add(MatrixCell.of(drums, from.map(), map.map(), usual));
            }
        });
        return new FolderRow(name, written, cells);
    }
}
