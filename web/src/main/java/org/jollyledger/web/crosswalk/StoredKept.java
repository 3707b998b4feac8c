package org.jollyledger.web.crosswalk;

import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.web.ledger.StoredMap;

/**
 * A kept crosswalk as it is now.
 *
 * @param id its key
 * @param slug its address
 * @param revision the revision that holds, from 1
 * @param usual whether it is the default for its maps
 * @param kept what is kept
 * @param source the map it begins at, as it is now
 * @param target the map it leads to, as it is now
 */
public record StoredKept(
        long id, String slug, int revision, boolean usual, KeptCrosswalk kept, StoredMap source, StoredMap target) {

    /** Its routes on top of what is proposed between its maps as they are now. */
    public KeptCrosswalk.Reopened reopened() {
        return kept.between(source.map(), target.map());
    }
}
