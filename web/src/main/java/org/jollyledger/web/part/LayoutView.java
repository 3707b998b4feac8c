package org.jollyledger.web.part;

import java.util.List;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.ledger.StripView;

/**
 * A map that a part may have been written for.
 *
 * @param reasons what speaks for it or against it
 * @param silent the notes that would be silent, with their names; "" when there are none
 */
record LayoutView(String slug, String name, StripView strip, int silentHits, List<String> reasons, String silent) {
    static LayoutView of(Recognition.Ranked ranked) {
        NoteMap map = ranked.candidate().map();
        return new LayoutView(
                ranked.slug(),
                map.name(),
                StripView.of(map),
                ranked.candidate().silentHits(),
                ranked.candidate().reasons(),
                String.join(
                        ", ",
                        ranked.candidate().silentNotes().stream()
                                .map(note -> note.label(map.middleC()))
                                .toList()));
    }
}
