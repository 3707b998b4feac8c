package org.jollyledger.core.notemap;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.jollyledger.core.pitch.Note;

/**
 * The pads of a kit and what else its owner has set for this very one; two units of one model are never alike.
 *
 * @param pads in the order in which they are shown
 * @param place how a controller says where the snare is struck; empty when none does
 * @param splash what counts as a splash of the hi-hat's foot; empty when the kit sends a note for it, or none is wanted
 * @param steady when a hard stroke on a closed hi-hat is not heard to open it; empty when the pedal is always believed
 * @param triggers how its triggers bounce and speak with their neighbours; empty for what is usual
 * @param grid how its pads stand in rows and banks; empty when they stand like a kit
 */
public record PadPlan(
        List<Pad> pads,
        Optional<StrikePlace> place,
        Optional<Splash> splash,
        Optional<Steady> steady,
        Optional<Triggers> triggers,
        Optional<PadGrid> grid) {
    /** Nothing is set. */
    public static final PadPlan NONE = new PadPlan(List.of(), Optional.empty(), Optional.empty());

    public static final int MOST_PADS = 256;

    /**
     * How a controller says where a drum is struck: the greater its value, the farther out.
     *
     * @param controller which one, 0 to 119
     * @param note the note of the drum, as it is sent
     * @param offCentreFrom from which value it is off the centre, 1 to 128
     * @param edgeFrom from which value it is at the edge, {@code offCentreFrom} to 128
     * @param offCentre the note that a stroke off the centre counts as
     * @param edge the note that a stroke at the edge counts as
     */
    public record StrikePlace(int controller, Note note, int offCentreFrom, int edgeFrom, Note offCentre, Note edge) {
        private static final int HIGHEST_CONTROLLER = 119;
        private static final int NEVER = 128;

        public StrikePlace {
            if (controller < 0 || controller > HIGHEST_CONTROLLER) {
                throw new IllegalArgumentException("Controller " + controller + " does not exist; give 0 to 119.");
            }
            if (offCentreFrom < 1 || edgeFrom < offCentreFrom || edgeFrom > NEVER) {
                throw new IllegalArgumentException(
                        "The borders between centre, off-centre and edge must rise from 1 to 128.");
            }
        }
    }

    /**
     * When a foot that closes the hi-hat and lets go at once makes it splash.
     *
     * @param milliseconds within which it lets go, 20 to 1,000
     * @param velocity how loud the splash is, 1 to 127
     */
    public record Splash(int milliseconds, int velocity) {
        public Splash {
            if (milliseconds < 20 || milliseconds > 1_000) {
                throw new IllegalArgumentException(
                        "A splash is a foot that lets go within 20 to 1,000 ms, not " + milliseconds + ".");
            }
            new VelocityRange(velocity, velocity);
        }
    }

    /**
     * When a closed hi-hat stays closed under a hard stroke, whose shock shakes the pedal.
     *
     * @param milliseconds so long before the stroke it was closed at the most, and so long after it no opening is heard, 5 to
     *     500
     * @param velocityFrom how hard a stroke is at least, as it is sent, 1 to 127
     */
    public record Steady(int milliseconds, int velocityFrom) {
        public Steady {
            if (milliseconds < 5 || milliseconds > 500) {
                throw new IllegalArgumentException(
                        "A hard stroke shakes the pedal for 5 to 500 ms, not " + milliseconds + ".");
            }
            new VelocityRange(velocityFrom, velocityFrom);
        }
    }

    /**
     * How the triggers of this very kit behave.
     *
     * @param bounceMilliseconds how soon one that bounces strikes again, 1 to 200
     * @param crosstalkMilliseconds how near the hit of a neighbour is, 1 to 100
     * @param crosstalkPercent how loud crosstalk is at most, in percent of that hit, 1 to 100
     */
    public record Triggers(int bounceMilliseconds, int crosstalkMilliseconds, int crosstalkPercent) {
        public Triggers {
            require("A trigger bounces within", bounceMilliseconds, 200, "milliseconds");
            require("Crosstalk comes within", crosstalkMilliseconds, 100, "milliseconds");
            require("Crosstalk is softer than", crosstalkPercent, 100, "percent");
        }

        private static void require(String what, int value, int most, String unit) {
            if (value < 1 || value > most) {
                throw new IllegalArgumentException(what + " 1 to " + most + " " + unit + ", not " + value + ".");
            }
        }
    }

    public PadPlan {
        if (pads.size() > MOST_PADS) {
            throw new IllegalArgumentException(
                    "The map has " + pads.size() + " pads; it may have " + MOST_PADS + " at most.");
        }
        pads = List.copyOf(pads);
    }

    /** Pads that stand like a kit. */
    public PadPlan(List<Pad> pads, Optional<StrikePlace> place, Optional<Splash> splash) {
        this(pads, place, splash, Optional.empty(), Optional.empty(), Optional.empty());
    }

    /** {@return whether nothing is set} */
    public boolean isEmpty() {
        return equals(NONE);
    }

    /** {@return this plan with other notes in place of some, all at once} */
    PadPlan withNotes(Map<Note, Note> moves) {
        UnaryOperator<Note> moved = note -> moves.getOrDefault(note, note);
        List<Pad> movedPads = pads.stream()
                .map(pad -> pad.withZones(pad.zones().stream()
                        .map(zone ->
                                zone.withNotes(zone.notes().stream().map(moved).toList()))
                        .toList()))
                .toList();
        Optional<StrikePlace> movedPlace = place.map(there -> new StrikePlace(
                there.controller,
                moved.apply(there.note),
                there.offCentreFrom,
                there.edgeFrom,
                moved.apply(there.offCentre),
                moved.apply(there.edge)));
        return new PadPlan(movedPads, movedPlace, splash, steady, triggers, grid);
    }

    /** {@return this plan with other pads} */
    public PadPlan withPads(List<Pad> newPads) {
        return new PadPlan(newPads, place, splash, steady, triggers, grid);
    }

    /** {@return this plan with other places on a drum, or none} */
    public PadPlan withPlace(Optional<StrikePlace> newPlace) {
        return new PadPlan(pads, newPlace, splash, steady, triggers, grid);
    }

    /** {@return this plan with another splash, or none} */
    public PadPlan withSplash(Optional<Splash> newSplash) {
        return new PadPlan(pads, place, newSplash, steady, triggers, grid);
    }

    /** {@return this plan with another way to take hard strokes on a closed hi-hat, or none} */
    public PadPlan withSteady(Optional<Steady> newSteady) {
        return new PadPlan(pads, place, splash, newSteady, triggers, grid);
    }

    /** {@return this plan with other triggers, or the usual ones} */
    public PadPlan withTriggers(Optional<Triggers> newTriggers) {
        return new PadPlan(pads, place, splash, steady, newTriggers, grid);
    }

    /** {@return this plan with its pads on a grid, or like a kit} */
    public PadPlan withGrid(Optional<PadGrid> newGrid) {
        return new PadPlan(pads, place, splash, steady, triggers, newGrid);
    }
}
