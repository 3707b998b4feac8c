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

    /** What General MIDI 2 says that a note stands for; of a note that the source map does not list, a guess. */
    static Optional<Sound> guess(Note note) {
        return GENERAL_MIDI.at(note).map(Line::sound);
    }

    /**
     * How far the sound on a note of the target map is from what an unlisted note of the source map stands for. Empty
     * when nobody can tell, which is so unless most of the source map is laid out as General MIDI.
     */
    Optional<SoundDistance> guessedDistance(Note note) {
        return isLikeGeneralMidi()
                ? guess(note).flatMap(sound -> targetLines.at(note).map(line -> sound.distanceTo(line.sound())))
                : Optional.empty();
    }

    private boolean isLikeGeneralMidi() {
        long alike = sourceLines.all().stream()
                .filter(line -> guess(line.note())
                        .filter(sound -> !line.sound().distanceTo(sound).isFar())
                        .isPresent())
                .count();
        return alike * 2 > sourceLines.all().size();
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
