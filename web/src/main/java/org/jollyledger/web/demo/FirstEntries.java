package org.jollyledger.web.demo;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.web.LedgerProperties;
import org.jollyledger.web.crosswalk.KeptReader;
import org.jollyledger.web.database.Additions;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.rig.RigService;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/**
 * Fills an empty ledger: always with the built-in standards, and with the demo scenario unless it is not wanted. A
 * ledger that holds anything is left alone.
 */
@Component
class FirstEntries implements ApplicationRunner {
    private static final List<String> MAPS = List.of(
            "quayside-oak",
            "tin-parade",
            "candle-brushes",
            "otterbrook-e7",
            "pebbledash-16",
            "barley-row",
            "lamplighter-box-parlour",
            "lamplighter-box-street",
            "lamplighter-box-night");

    /** What the pit band travels with. */
    private static final List<String> RIG =
            List.of("lamplighter-box-parlour-set", "lamplighter-box-street-set", "lamplighter-box-night-set");

    /** A demo part and the map it was written for. */
    private record Cue(String file, String map) {}

    /** Last first: the list of parts shows what was used last at its top. */
    private static final List<Cue> CUES = List.of(
            new Cue("Rain on the Tent.mid", "otterbrook-e7"),
            new Cue("Lamplighter's Round.mid", "pebbledash-16"),
            new Cue("Puppets' March.mid", "otterbrook-e7"),
            new Cue("The Tightrope.mid", "quayside-oak"),
            new Cue("Clockmaker's Waltz.mid", "candle-brushes"),
            new Cue("Harbour Overture.mid", "quayside-oak"),
            new Cue("Storm at Sea.mid", "quayside-oak"));

    private final LedgerService ledger;
    private final PartService parts;
    private final RigService rigs;
    private final KeptReader crosswalks;
    private final Additions additions;
    private final LedgerProperties properties;

    FirstEntries(
            LedgerService ledger,
            PartService parts,
            RigService rigs,
            KeptReader crosswalks,
            Additions additions,
            LedgerProperties properties) {
        this.ledger = ledger;
        this.parts = parts;
        this.rigs = rigs;
        this.crosswalks = crosswalks;
        this.additions = additions;
        this.properties = properties;
    }

    /** All or nothing: a start that is cut short leaves the ledger empty, and the next start fills it. */
    @Override
    public void run(ApplicationArguments arguments) {
        additions.inTurn(this::added);
    }

    private boolean added() {
        if (!ledger.isEmpty()) {
            return false;
        }
        ledger.add(GeneralMidi.level1(), true, "Built in");
        ledger.add(GeneralMidi.level2(), true, "Built in");
        if (properties.demo()) {
            try {
                addDemo();
            } catch (IOException | DocumentException e) {
                throw new IllegalStateException("The demo entries could not be read.", e);
            }
        }
        return true;
    }

    private void addDemo() throws IOException, DocumentException {
        // Last first: the ledger shows what was used last at its top.
        for (int at = MAPS.size() - 1; at >= 0; at--) {
            ledger.add(NoteMapJson.read(text("maps/" + MAPS.get(at) + ".json")), false, "Came with the demo");
        }
        for (Cue cue : CUES) {
            String slug = parts.add(FileName.of(cue.file), bytes("cues/" + cue.file));
            StoredMap map = ledger.get(cue.map);
            parts.writtenFor(parts.get(slug).id(), map.id());
        }
        crosswalks.add(
                text("crosswalks/otterbrook-e7-to-barley-row.json"),
                Optional.empty(),
                Optional.empty(),
                "Came with the demo");
        rigs.add("The fair's three boxes", RIG);
    }

    private static String text(String path) throws IOException {
        return new String(bytes(path), StandardCharsets.UTF_8);
    }

    private static byte[] bytes(String path) throws IOException {
        try (InputStream stream = new ClassPathResource("demo/" + path).getInputStream()) {
            return stream.readAllBytes();
        }
    }
}
