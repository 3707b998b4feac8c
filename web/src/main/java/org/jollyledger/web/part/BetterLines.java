package org.jollyledger.web.part;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.sound.SoundDistance;
import org.jollyledger.web.part.SheetController.Suggestion;
import org.springframework.stereotype.Component;

/** Where a hit that plays nothing on a map could go: to the lines that are nearest to what it was meant for. */
@Component
class BetterLines {
    private record Near(Line line, SoundDistance distance) {}

    private final SheetDesk desk;

    BetterLines(SheetDesk desk) {
        this.desk = desk;
    }

    /**
     * The nearest lines, the nearest first; none when nobody knows what the hit was meant for. It was meant for what the
     * part's own map has on its note, or else for what General MIDI has.
     */
    List<Suggestion> suggest(SheetDesk.Open open, int hit, int most) {
        Note note = Note.of(open.sheet().part().note(hit));
        return desk.written(open)
                .flatMap(map -> meant(map, note))
                .or(() -> meant(GeneralMidi.level2(), note))
                .map(sound -> open.map().map().firstLines().stream()
                        .filter(line -> line.sound().isDrum())
                        .map(line -> new Near(line, sound.distanceTo(line.sound())))
                        .sorted(Comparator.comparingDouble(near -> near.distance.value()))
                        .limit(most)
                        .map(near -> new Suggestion(near.line.note().number(), near.line.name(), reason(sound, near)))
                        .toList())
                .orElse(List.of());
    }

    private static Optional<Sound> meant(NoteMap written, Note note) {
        return written.lineAt(note).map(Line::sound).filter(Sound::isDrum);
    }

    private static String reason(Sound meant, Near near) {
        return "meant for " + meant.words() + ": " + near.distance.reason();
    }
}
