package org.jollyledger.core.crosswalk;

import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.PadPlan;
import org.jollyledger.core.notemap.PadPlan.Splash;
import org.jollyledger.core.notemap.PadPlan.Steady;
import org.jollyledger.core.notemap.PadPlan.StrikePlace;
import org.jollyledger.core.notemap.Zone;
import org.jollyledger.core.pitch.Note;

/**
 * What the figures of a kit make of what it sends, before any table is asked: how hard its pads are felt, where a drum is
 * struck, and when its foot splashes.
 *
 * @param curves for each note whose zone has a curve of its own the velocity that is felt for each one that is sent, 128 of
 *     them; 0 stays 0, the others are 1 to 127
 * @param place how a controller says where a drum is struck; empty when none does
 * @param splash when a foot that lets go at once splashes, and how loud; empty for what is usual
 * @param steady when a closed hi-hat stays closed under a hard stroke; empty when the pedal is always believed
 */
public record PlayedInput(
        SortedMap<Integer, List<Integer>> curves,
        Optional<StrikePlace> place,
        Optional<Splash> splash,
        Optional<Steady> steady) {
    /** Everything is as it is sent. */
    public static final PlayedInput PLAIN =
            new PlayedInput(new TreeMap<>(), Optional.empty(), Optional.empty(), Optional.empty());

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

    /** {@return the figures of a map's kit; of several zones that send one note the first says how hard it is felt} */
    public static PlayedInput of(NoteMap map) {
        SortedMap<Integer, List<Integer>> curves = new TreeMap<>();
        for (Pad pad : map.pads().pads()) {
            for (Zone zone : pad.zones()) {
                if (!zone.curve().isStraight()) {
                    zone.notes().forEach(note -> curves.putIfAbsent(note.number(), curve(zone)));
                }
            }
        }
        PadPlan plan = map.pads();
        return new PlayedInput(curves, plan.place(), plan.splash(), plan.steady());
    }

    private static List<Integer> curve(Zone zone) {
        return IntStream.range(0, Note.COUNT)
                .map(velocity -> velocity == 0 ? 0 : zone.curve().apply(velocity))
                .boxed()
                .toList();
    }

    /** What a note counts as while the controller stands at a value, or at none yet (below 0). */
    int note(int sent, int value) {
        if (place.isEmpty() || place.get().note().number() != sent || value < 0) {
            return sent;
        }
        StrikePlace there = place.get();
        if (value >= there.edgeFrom()) {
            return there.edge().number();
        }
        return value >= there.offCentreFrom() ? there.offCentre().number() : sent;
    }

    int velocity(int note, int sent) {
        List<Integer> curve = curves.get(note);
        return curve == null ? sent : curve.get(sent);
    }

    boolean isPosition(int controller) {
        return place.isPresent() && place.get().controller() == controller;
    }
}
