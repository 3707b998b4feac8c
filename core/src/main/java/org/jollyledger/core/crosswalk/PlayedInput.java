package org.jollyledger.core.crosswalk;

import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jollyledger.core.pitch.Note;

/**
 * What the figures of a kit make of what it sends, before any table is asked: how hard its pads are felt, and where a drum is
 * struck.
 *
 * @param curves for each note whose zone has a curve of its own the velocity that is felt for each one that is sent, 128 of
 *     them; 0 stays 0, the others are 1 to 127
 * @param place how a controller says where a drum is struck; empty when none does
 */
public record PlayedInput(SortedMap<Integer, List<Integer>> curves, Optional<Place> place) {
    /** Everything is as it is sent. */
    public static final PlayedInput PLAIN = new PlayedInput(new TreeMap<>(), Optional.empty());

    private static final int HIGHEST = 127;

    /**
     * How a controller says where a drum is struck: the greater its value, the farther out.
     *
     * @param controller 0 to 127
     * @param note the note of the drum, as it is sent
     * @param offCentreFrom from which value it is off the centre, 1 to 128
     * @param edgeFrom from which value it is at the edge, {@code offCentreFrom} to 128
     * @param offCentre the note that a stroke off the centre counts as
     * @param edge the note that a stroke at the edge counts as
     */
    public record Place(int controller, int note, int offCentreFrom, int edgeFrom, int offCentre, int edge) {
        public Place {
            Note.of(note);
            Note.of(offCentre);
            Note.of(edge);
            if (controller < 0 || controller > HIGHEST) {
                throw new IllegalArgumentException("Controller " + controller + " does not exist; give 0 to 127.");
            }
            if (offCentreFrom < 1 || edgeFrom < offCentreFrom || edgeFrom > HIGHEST + 1) {
                throw new IllegalArgumentException(
                        "The borders between centre, off-centre and edge must rise from 1 to 128.");
            }
        }
    }

    public PlayedInput {
        curves = new TreeMap<>(curves);
        curves.forEach((note, curve) -> {
            Note.of(note);
            if (!TranslationTable.Cell.isCurve(curve)) {
                throw new IllegalArgumentException("The curve of note " + note
                        + " needs 128 velocities: 0 for 0, and one from 1 to 127 for each other.");
            }
        });
    }

    /** What a note counts as while the controller stands at a value, or at none yet (below 0). */
    int note(int sent, int value) {
        if (place.isEmpty() || place.get().note != sent || value < 0) {
            return sent;
        }
        Place there = place.get();
        if (value >= there.edgeFrom) {
            return there.edge;
        }
        return value >= there.offCentreFrom ? there.offCentre : sent;
    }

    int velocity(int note, int sent) {
        List<Integer> curve = curves.get(note);
        return curve == null ? sent : curve.get(sent);
    }

    boolean isPosition(int controller) {
        return place.isPresent() && place.get().controller == controller;
    }
}
