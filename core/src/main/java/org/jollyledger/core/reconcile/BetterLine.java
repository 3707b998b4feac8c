package org.jollyledger.core.reconcile;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.sound.SoundDistance;

/**
 * A line to which a hit that plays nothing on a map could go.
 *
 * @param line a line of the map
 * @param distance how far it is from what the hit was meant for
 */
public record BetterLine(Line line, SoundDistance distance) {
    /**
     * The lines of a map that are nearest to what a note was meant for, the nearest first, keys of control apart. It was
     * meant for what the map that the part was written for has on it, or else for what General MIDI 2 has.
     *
     * @param writtenFor the map that the part was written for, when it is known
     * @param most how many lines at most
     * @return none when nobody knows what the note was meant for
     */
    public static List<BetterLine> find(Note note, NoteMap map, Optional<NoteMap> writtenFor, int most) {
        return writtenFor
                .flatMap(written -> meant(written, note))
                .or(() -> meant(GeneralMidi.level2(), note))
                .map(sound -> nearest(sound, map, most))
                .orElse(List.of());
    }

    private static Optional<Sound> meant(NoteMap map, Note note) {
        return map.lineAt(note).map(Line::sound).filter(Sound::isDrum);
    }

    private static List<BetterLine> nearest(Sound meant, NoteMap map, int most) {
        return map.firstLines().stream()
                .filter(line -> line.sound().isDrum())
                .map(line -> new BetterLine(line, meant.distanceTo(line.sound())))
                .sorted(Comparator.comparingDouble(better -> better.distance.value()))
                .limit(most)
                .toList();
    }

    /** {@return why, such as "meant for crash 2, edge: no crash 2 here: crash 1, edge is the nearest crash"} */
    public String reason() {
        return "meant for " + distance.from().words() + ": " + distance.reason();
    }
}
