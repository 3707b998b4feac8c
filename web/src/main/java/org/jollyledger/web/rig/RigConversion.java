package org.jollyledger.web.rig;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.jollyledger.core.batch.BatchRepairs;
import org.jollyledger.core.batch.BatchRepairs.Repaired;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.exchange.RepairRows;
import org.jollyledger.core.exchange.StatementDocument;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.web.crosswalk.Crosswalks;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartCard;
import org.jollyledger.web.part.PartService;
import org.springframework.stereotype.Component;

/**
 * Converts parts for every map of a rig: a folder for each map, with the statements beside them. What the usual crosswalk of
 * two maps fixes on the way is fixed before, and told in a list.
 */
@Component
class RigConversion {
    private static final String STATEMENTS = "Jolly Ledger/statements.json";
    private static final String REPAIRS = "Jolly Ledger/repairs.csv";
    private static final int PLACES = 100;

    /** What is told of the files besides: their statements, and what was fixed in them. */
    private record Reports(List<String> statements, List<String> repairs) {
        Reports() {
            this(new ArrayList<>(), new ArrayList<>());
        }
    }

    private final PartService parts;
    private final LedgerService ledger;
    private final Crosswalks crosswalks;

    RigConversion(PartService parts, LedgerService ledger, Crosswalks crosswalks) {
        this.parts = parts;
        this.ledger = ledger;
        this.crosswalks = crosswalks;
    }

    /** Writes the archive; parts of which nobody has said what they were written for are left out. */
    void write(Rig rig, List<PartCard> wanted, OutputStream out) throws IOException {
        Set<String> taken = new HashSet<>();
        Reports reports = new Reports();
        try (ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8)) {
            for (PartCard part : wanted) {
                String written = part.writtenForSlug();
                if (written != null) {
                    write(rig, part, ledger.get(written), taken, reports, zip);
                }
            }
            String statements = reports.statements.stream().collect(Collectors.joining(",\n", "[\n", "\n]\n"));
            entry(zip, STATEMENTS, statements.getBytes(StandardCharsets.UTF_8));
            if (reports.repairs.stream().anyMatch(rows -> !rows.isEmpty())) {
                String repairs = RepairRows.header() + String.join("", reports.repairs);
                entry(zip, REPAIRS, repairs.getBytes(StandardCharsets.UTF_8));
            }
        }
    }

    private void write(Rig rig, PartCard part, StoredMap from, Set<String> taken, Reports reports, ZipOutputStream zip)
            throws IOException {
        MidiFile file = parts.get(part.slug(), part.revision()).file();
        for (StoredMap map : rig.maps()) {
            Optional<Crosswalks.Usual> usual = crosswalks.usual(from.id(), map.id());
            Repaired repaired =
                    new BatchRepairs(usual.map(Crosswalks.Usual::repairs).orElse(Set.of())).apply(file, from.map());
            DrumChannel drums = DrumChannel.find(repaired.file(), from.map().channel());
            Crosswalk crosswalk = usual.map(Crosswalks.Usual::crosswalk)
                    .orElseGet(() -> Crosswalk.propose(from.map(), map.map(), drums.part()));
            Conversion conversion = Conversion.of(drums.part(), crosswalk);
            String name = free(map.slug() + "/" + part.slug(), taken);
            entry(zip, name, conversion.bytes());
            reports.statements.add(StatementDocument.of(Optional.of(name), conversion.statement(), drums, PLACES)
                    .json());
            reports.repairs.add(RepairRows.of(name, repaired.settled()));
        }
    }

    private static String free(String wanted, Set<String> taken) {
        String name = wanted + ".mid";
        for (int number = 2; !taken.add(name); number++) {
            name = wanted + " " + number + ".mid";
        }
        return name;
    }

    private static void entry(ZipOutputStream zip, String name, byte[] content) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(content);
        zip.closeEntry();
    }
}
