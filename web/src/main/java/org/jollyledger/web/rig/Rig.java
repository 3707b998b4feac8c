package org.jollyledger.web.rig;

import java.util.List;
import org.jollyledger.web.ledger.StoredMap;

/**
 * A rig as it is now.
 *
 * @param id its key
 * @param slug its address
 * @param name its name
 * @param maps its maps, in the order in which they are shown
 */
public record Rig(long id, String slug, String name, List<StoredMap> maps) {}
