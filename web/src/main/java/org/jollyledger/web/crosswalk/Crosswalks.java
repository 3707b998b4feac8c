package org.jollyledger.web.crosswalk;

import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.springframework.stereotype.Component;

/** Crosswalks for whoever wants to convert: kept ones, proposed ones, and those of a part. */
@Component
public class Crosswalks {
    /**
     * A crosswalk with what it is called.
     *
     * @param name its name
     * @param crosswalk its routes between the maps as they are now
     * @param repairs which kinds of discrepancies are put right in many parts at once before
     */
    public record Named(String name, Crosswalk crosswalk, Set<DiscrepancyKind> repairs) {
        Named(String name, Crosswalk crosswalk) {
            this(name, crosswalk, Set.of());
        }
    }

    private final KeptService kept;
    private final CrosswalkService ofParts;
    private final LedgerService ledger;

    Crosswalks(KeptService kept, CrosswalkService ofParts, LedgerService ledger) {
        this.kept = kept;
        this.ofParts = ofParts;
        this.ledger = ledger;
    }

    /** The one that is kept at an address; what a change of a map has overtaken is proposed anew. */
    public Named kept(String slug) {
        StoredKept stored = kept.get(slug);
        kept.use(slug);
        return new Named(
                stored.kept().name(),
                stored.reopened().crosswalk(),
                stored.kept().repairs());
    }

    /**
     * The crosswalk that is usual between two maps.
     *
     * @param slug its address
     * @param state which one, and at which revision it is
     * @param repairs which kinds of discrepancies are put right in many parts at once before
     */
    public record Usual(String slug, String state, Supplier<Crosswalk> routes, Set<DiscrepancyKind> repairs) {
        public Crosswalk crosswalk() {
            return routes.get();
        }
    }

    /** The usual one between two maps, by their keys; empty when nobody has chosen one. */
    public Optional<Usual> usual(long source, long target) {
        return kept.usual(source, target).map(link -> {
            StoredKept stored = kept.get(link.slug());
            return new Usual(
                    stored.slug(),
                    stored.slug() + "/" + stored.revision(),
                    () -> stored.reopened().crosswalk(),
                    stored.kept().repairs());
        });
    }

    /** The routes between two maps as they are now: those of the usual crosswalk, or else the proposed ones. */
    public Crosswalk between(StoredMap source, StoredMap target) {
        return usual(source.id(), target.id())
                .map(Usual::crosswalk)
                .orElseGet(() -> Crosswalk.propose(source.map(), target.map()));
    }

    /** The proposal between two maps, for whatever is typically played. */
    public Named proposed(String from, String to) {
        Crosswalk crosswalk =
                Crosswalk.propose(ledger.get(from).map(), ledger.get(to).map());
        return new Named(crosswalk.source().name() + " to " + crosswalk.target().name() + ", as proposed", crosswalk);
    }

    /** The routes of a part as they are now. */
    public Named ofPart(long id) {
        OpenCrosswalk open = ofParts.get(id);
        return new Named("The routes of " + open.part().title(), open.crosswalk());
    }
}
