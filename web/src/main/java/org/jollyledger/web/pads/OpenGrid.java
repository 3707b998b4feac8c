package org.jollyledger.web.pads;

import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import org.jollyledger.core.crosswalk.PadReach;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.web.ledger.StoredMap;

/**
 * The pads of a map before an instrument.
 *
 * @param pads the map of the pads
 * @param instrument the map that sounds; the same where the pads are plugged straight in
 * @param reach what they reach
 * @param played how much each line of the instrument is played
 */
record OpenGrid(StoredMap pads, StoredMap instrument, PadReach reach, ToDoubleFunction<Line> played) {
    /** Whether no crosswalk is between the pads and the instrument. */
    boolean straight() {
        return pads.id() == instrument.id();
    }

    /** The line of the instrument on a note. */
    Line line(int note) {
        if (note < 0) {
            throw new IllegalArgumentException("Choose a sound first.");
        }
        return instrument
                .map()
                .lineAt(Note.of(note))
                .orElseThrow(() -> new IllegalArgumentException(
                        "“" + instrument.map().name() + "” has no line on that note any more; reload the page."));
    }

    /** What a pad sends, in words. */
    static String words(Pad pad, NoteMap map) {
        return pad.zones().stream()
                .flatMap(zone -> zone.notes().stream())
                .map(note -> note.label(map.middleC()))
                .collect(Collectors.joining(", "));
    }
}
