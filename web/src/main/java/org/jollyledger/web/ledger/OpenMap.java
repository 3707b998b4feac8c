package org.jollyledger.web.ledger;

import java.util.Optional;

/**
 * A map as its page shows it, all of it read at one moment.
 *
 * @param origin where it was copied from, and at which of its revisions; empty when it was not
 */
record OpenMap(StoredMap stored, EditState state, Optional<StoredMap> origin) {}
