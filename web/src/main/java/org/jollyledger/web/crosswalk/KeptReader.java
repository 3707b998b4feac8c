package org.jollyledger.web.crosswalk;

import java.util.Optional;
import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.core.exchange.CrosswalkJson;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.problem.Refusal;
import org.springframework.stereotype.Component;

/** Reads crosswalks that come as JSON, and finds the maps they join. */
@Component
public class KeptReader {
    private final KeptService kept;
    private final LedgerService ledger;

    KeptReader(KeptService kept, LedgerService ledger) {
        this.kept = kept;
        this.ledger = ledger;
    }

    /**
     * Reads a document.
     *
     * @throws Refusal with everything that is wrong with it
     */
    public static KeptCrosswalk read(String document) {
        try {
            return CrosswalkJson.read(document);
        } catch (DocumentException e) {
            throw Refusal.unreadable(e);
        }
    }

    /**
     * Keeps a crosswalk that came as a document.
     *
     * @param from the address of the map it begins at; when empty, that with the name it says
     * @param to the address of the map it leads to; when empty, that with the name it says
     */
    public StoredKept add(String document, Optional<String> from, Optional<String> to, String summary) {
        KeptCrosswalk read = read(document);
        StoredMap source = ledger.get(from.orElseGet(() -> slug(read.from(), "begins at")));
        StoredMap target = ledger.get(to.orElseGet(() -> slug(read.to(), "leads to")));
        return kept.add(read, source.id(), target.id(), summary);
    }

    private String slug(String name, String what) {
        return ledger.names().stream()
                .filter(map -> map.name().equals(name))
                .map(map -> map.slug())
                .findFirst()
                .orElseThrow(() -> Refusal.unreadable("The crosswalk " + what + " a map named \"" + name
                        + "\", which is not in the ledger; import that map, or choose another one."));
    }
}
