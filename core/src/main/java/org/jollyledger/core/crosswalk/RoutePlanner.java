package org.jollyledger.core.crosswalk;

import java.util.List;
import org.jollyledger.core.notemap.NoteMap;

/** Proposes routes from one map to another: one for each note that the source map lists. */
interface RoutePlanner {
    List<Route> plan(NoteMap source, NoteMap target);
}
