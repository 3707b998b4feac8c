package org.jollyledger.web.rig;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.exchange.StatementDocument;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.web.crosswalk.Crosswalks;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartCard;
import org.jollyledger.web.part.PartService;
import org.springframework.stereotype.Component;

/** Converts parts for every map of a rig: a folder for each map, with the statements beside them. */
@Component
class RigConversion {
    private static final String STATEMENTS = "Jolly Ledger/statements.json";
    private static final int PLACES = 100;

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
        StringBuilder statements = new StringBuilder("[");
        try (ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8)) {
            for (PartCard part : wanted) {
                String written = part.writtenForSlug();
                if (written != null) {
                    write(rig, part, ledger.get(written), taken, statements, zip);
                }
            }
            entry(zip, STATEMENTS, statements.append("\n]\n").toString().getBytes(StandardCharsets.UTF_8));
        }
    }

    private void write(
            Rig rig, PartCard part, StoredMap from, Set<String> taken, StringBuilder statements, ZipOutputStream zip)
            throws IOException {
        DrumChannel drums = DrumChannel.find(
                parts.get(part.slug(), part.revision()).file(), from.map().channel());
        for (StoredMap map : rig.maps()) {
            Crosswalk crosswalk = crosswalks
                    .usual(from.id(), map.id())
                    .map(Crosswalks.Usual::crosswalk)
                    .orElseGet(() -> Crosswalk.propose(from.map(), map.map(), drums.part()));
            Conversion conversion = Conversion.of(drums.part(), crosswalk);
            String name = free(map.slug() + "/" + part.slug(), taken);
            entry(zip, name, conversion.bytes());
            statements
                    .append(statements.length() > 1 ? ",\n" : "\n")
                    .append(StatementDocument.of(Optional.of(name), conversion.statement(), drums, PLACES)
                            .json());
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
