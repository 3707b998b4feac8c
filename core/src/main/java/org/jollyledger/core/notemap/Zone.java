package org.jollyledger.core.notemap;

import java.util.List;
import org.jollyledger.core.pitch.Note;

/**
 * A zone of a pad. Several zones may send one note, and one zone several.
 *
 * @param kind where it is
 * @param notes what it sends, and so which lines it plays; none while it is not set
 * @param curve how hard its strokes are felt
 */
public record Zone(ZoneKind kind, List<Note> notes, VelocityCurve curve) {
    /** More notes than anybody strikes with one stroke. */
    public static final int MOST_NOTES = 8;

    public Zone {
        notes = notes.stream().distinct().toList();
        if (notes.size() > MOST_NOTES) {
            throw new IllegalArgumentException(
                    "A zone sends " + MOST_NOTES + " notes at most, not " + notes.size() + ".");
        }
    }

    /** {@return a zone that sends one note, with strokes as hard as they are} */
    public static Zone of(ZoneKind kind, Note note) {
        return new Zone(kind, List.of(note), VelocityCurve.STRAIGHT);
    }

    /** {@return this zone with other notes} */
    public Zone withNotes(List<Note> newNotes) {
        return new Zone(kind, newNotes, curve);
    }

    /** {@return this zone with another curve} */
    public Zone withCurve(VelocityCurve newCurve) {
        return new Zone(kind, notes, newCurve);
    }
}
