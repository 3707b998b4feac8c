package org.jollyledger.core.kit;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.function.ToDoubleFunction;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.sound.Sound;

/**
 * The instrument that a map belongs to: what its notes strike, what its controllers open, and what its messages stop.
 * Immutable; what rings at a moment is in a {@link Ringing}.
 */
public final class Kit {
    private final NoteMap map;
    private final Map<Integer, List<Line>> linesOfNote = new HashMap<>();

    private Kit(NoteMap map) {
        this.map = map;
        for (Line line : map.lines()) {
            line.place()
                    .ifPresent(note -> linesOfNote
                            .computeIfAbsent(note.number(), any -> new ArrayList<>())
                            .add(line));
        }
    }

    /** {@return the instrument of a map} */
    public static Kit of(NoteMap map) {
        return new Kit(map);
    }

    /** {@return the map of the instrument} */
    public NoteMap map() {
        return map;
    }

    /** {@return the lines that a note strikes, 0 to 127, in display order; several when they are layered} */
    public List<Line> lines(int note) {
        return linesOfNote.getOrDefault(note, List.of());
    }

    /** {@return in which form it says that a cymbal is grabbed} */
    public ChokeExpression.Form chokes() {
        return map.chokes().form();
    }

    /** {@return whether key pressure of a value, 0 to 127, on a cymbal's note grabs it} */
    public boolean grabs(int pressure) {
        return chokes() == ChokeExpression.Form.PRESSURE
                && pressure >= map.chokes().pressureFrom();
    }

    /** {@return whether the end of a cymbal's note stops it} */
    public boolean stopsOnRelease() {
        return chokes() == ChokeExpression.Form.RELEASE;
    }

    /** {@return the pedal of its hi-hat} */
    public HatPedal pedal() {
        return map.openness().pedal();
    }

    /**
     * {@return what a line sounds as at a moment: a hi-hat that its pedal opens is as far open as the pedal says}
     *
     * @param sound the line's sound
     * @param pedalValue what the pedal's controller sent last, 0 to 127; empty when it sent nothing yet
     */
    public Sound played(Sound sound, OptionalInt pedalValue) {
        return Hats.isByPedal(sound) && pedalValue.isPresent()
                ? sound.withOpenness(Hats.openness(pedal(), pedalValue.getAsInt()))
                : sound;
    }

    /**
     * {@return the instrument at rest}
     *
     * @param lengths how long each sound rings when nothing stops it, in seconds
     */
    public Ringing atRest(ToDoubleFunction<Sound> lengths) {
        return new Ringing(this, lengths);
    }
}
