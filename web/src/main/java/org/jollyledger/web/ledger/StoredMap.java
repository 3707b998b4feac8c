package org.jollyledger.web.ledger;

import org.jollyledger.core.notemap.NoteMap;

/**
 * A map with its place in the ledger.
 *
 * @param id its key
 * @param slug its address
 * @param revision which of its states this is
 * @param map the map
 */
public record StoredMap(long id, String slug, int revision, NoteMap map) {}
