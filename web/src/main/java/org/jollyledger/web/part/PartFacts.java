package org.jollyledger.web.part;

import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.part.Part;

/** What is true of a whole part, in one line. */
final class PartFacts {
    private PartFacts() {}

    static String of(SheetDesk.Open open) {
        Part part = open.drums().part();
        MidiFile file = part.file();
        String time = file.division() instanceof Division.TicksPerBeat beat
                ? beat.ticks() + " ticks a beat"
                : "counted in film frames";
        return part.hitCount() + " hits · " + part.bars().barCount() + " bars · format " + file.format() + " · "
                + file.tracks().size() + (file.tracks().size() == 1 ? " track · " : " tracks · ") + time;
    }
}
