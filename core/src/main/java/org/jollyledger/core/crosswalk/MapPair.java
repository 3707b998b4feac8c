package org.jollyledger.core.crosswalk;

import java.util.Optional;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.kit.KitChange;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.sound.SoundDistance;
import org.jspecify.annotations.Nullable;

/** The two maps that a crosswalk joins, with what is known of them whatever its routes are. */
final class MapPair {
    private static final LineIndex GENERAL_MIDI = new LineIndex(GeneralMidi.level2());

    private final LineIndex sourceLines;
    private final LineIndex targetLines;
    private final Lazy<KitChange> forms;
    private final @Nullable SoundDistance[] distances = new SoundDistance[Note.COUNT * Note.COUNT];

    MapPair(NoteMap source, NoteMap target) {
        sourceLines = new LineIndex(source);
        targetLines = new LineIndex(target);
        forms = new Lazy<>(() -> KitChange.between(Kit.of(source), Kit.of(target)));
    }

    NoteMap source() {
        return sourceLines.map();
    }

    NoteMap target() {
        return targetLines.map();
    }

    LineIndex sourceLines() {
        return sourceLines;
    }

    LineIndex targetLines() {
        return targetLines;
    }

    /** Whether the two are one map, so that nothing needs to change. */
    boolean isOne() {
        return source().equals(target());
    }

    Lazy<KitChange> forms() {
        return forms;
    }

    /**
     * What a note of the source map stands for. Of a note that it does not list nobody knows; what General MIDI 2 says is
     * the best guess there is.
     */
    Optional<Sound> meaning(Note note) {
        return sourceLines
                .at(note)
                .map(Line::sound)
                .or(() -> GENERAL_MIDI.at(note).map(Line::sound));
    }

    /**
     * How far the sound on a note of the target map is from the sound that a hit on an unlisted note most likely means;
     * empty when there is no guess, or no such line.
     */
    Optional<SoundDistance> guessedDistance(Note from, Note to) {
        return meaning(from).flatMap(sound -> targetLines.at(to).map(line -> sound.distanceTo(line.sound())));
    }

    /**
     * How far the sound on a note of the target map is from the sound on one of the source map.
     *
     * @throws IllegalArgumentException when one of the two has no line there
     */
    SoundDistance distance(Note from, Note to) {
        int at = from.number() * Note.COUNT + to.number();
        SoundDistance known = distances[at];
        if (known == null) {
            known = sourceLines
                    .require(from)
                    .sound()
                    .distanceTo(targetLines.require(to).sound());
            distances[at] = known;
        }
        return known;
    }
}
