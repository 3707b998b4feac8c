package org.jollyledger.web.crosswalk;

import java.util.List;
import java.util.Optional;
import org.jollyledger.core.crosswalk.Choices;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.KeptCrosswalk.Overtaken;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.web.ledger.Choice;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.StoredPart;
import org.jollyledger.web.revision.Steps;

/**
 * A crosswalk with all that it is on, and the conversion it gives.
 *
 * @param id its key
 * @param revision the revision that holds; 0 is the proposal
 * @param part the part
 * @param source the map the part was written for
 * @param target the map it is to play on
 * @param drums the hits that are converted, and why those
 * @param made the routes, and what comes of them
 * @param steps what can be undone and redone
 */
record OpenCrosswalk(
        long id,
        int revision,
        StoredPart part,
        StoredMap source,
        StoredMap target,
        DrumChannel drums,
        Made made,
        Steps steps) {
    /** A kept crosswalk by its address and name. */
    record KeptLink(String slug, String name) implements Choice {}

    /**
     * The routes of a crosswalk, and what comes of them.
     *
     * @param choices what was set for this part
     * @param kept the kept crosswalk that lies below; empty for the proposal
     * @param base the routes without those set for this part
     * @param overtaken routes of the kept crosswalk that a change of a map has overtaken
     * @param misfits how many routes set for this part no longer fit the maps, and are left out
     * @param crosswalk the routes
     * @param findings the conversion, and what is found out about it
     */
    record Made(
            Choices choices,
            Optional<KeptLink> kept,
            Crosswalk base,
            List<Overtaken> overtaken,
            int misfits,
            Crosswalk crosswalk,
            Findings findings) {}

    Choices choices() {
        return made.choices;
    }

    Optional<KeptLink> kept() {
        return made.kept;
    }

    Crosswalk base() {
        return made.base;
    }

    List<Overtaken> overtaken() {
        return made.overtaken;
    }

    int misfits() {
        return made.misfits;
    }

    Crosswalk crosswalk() {
        return made.crosswalk;
    }

    Findings findings() {
        return made.findings;
    }

    Conversion conversion() {
        return made.findings.conversion();
    }
}
