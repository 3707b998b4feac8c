package org.jollyledger.web.part;

import org.jollyledger.core.code.Counted;
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
        return String.join(
                " · ",
                Counted.of(part.hitCount(), "hit"),
                Counted.of(part.bars().barCount(), "bar"),
                "format " + file.format(),
                Counted.of(file.tracks().size(), "track"),
                time);
    }
}
