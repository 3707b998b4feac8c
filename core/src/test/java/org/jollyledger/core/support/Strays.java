package org.jollyledger.core.support;

import java.util.HashSet;
import java.util.Set;
import java.util.stream.IntStream;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;

/** Ends of notes and key pressure that belong to no hit: they stay where they are, whatever comes to stand there. */
public final class Strays {
    private Strays() {}

    /** Whether a hit lands on a note on which there is such a thing, so that it belongs to the hit on the way back. */
    public static boolean standWhereHitsLand(Part part, Crosswalk crosswalk) {
        Set<Integer> landed = new HashSet<>();
        for (int hit = 0; hit < part.hitCount(); hit++) {
            Note note = Note.of(part.note(hit));
            crosswalk
                    .routeFrom(note)
                    .ifPresentOrElse(
                            route -> route.targets()
                                    .forEach(target -> landed.add(target.note().number())),
                            () -> landed.add(note.number()));
        }
        return notes(part).stream().anyMatch(landed::contains);
    }

    private static Set<Integer> notes(Part part) {
        Set<Integer> notes = new HashSet<>();
        for (MidiTrack track : part.file().tracks()) {
            Set<Integer> ends = new HashSet<>();
            IntStream.range(0, part.hitCount())
                    .filter(hit -> part.track(hit) == track.index())
                    .forEach(hit -> ends.add(part.endEvent(hit)));
            for (int event = 0; event < track.eventCount(); event++) {
                if (track.isNoteOff(event) && part.channels().contains(track.channel(event)) && !ends.contains(event)) {
                    notes.add(track.data1(event));
                }
            }
        }
        for (int pressure = 0; pressure < part.pressureCount(); pressure++) {
            if (part.pressureHit(pressure) == Part.NONE) {
                notes.add(part.file().tracks().get(part.pressureTrack(pressure)).data1(part.pressureEvent(pressure)));
            }
        }
        return notes;
    }
}
