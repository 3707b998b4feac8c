package org.jollyledger.core.reconcile;

import java.util.Arrays;
import java.util.IntSummaryStatistics;
import java.util.Optional;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.kit.KitChange;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.jspecify.annotations.Nullable;

/** A map as reconciling needs it: worked out once, any number of parts can be held against it. */
final class Instrument {
    private final NoteMap map;
    private final Kit kit;
    private final @Nullable Line[] lines = new Line[Note.COUNT];
    private final boolean[] chokes = new boolean[Note.COUNT];
    /** How far open the hi-hat is that a note strikes; NaN for every other note, and where its pedal says so. */
    private final double[] hats = new double[Note.COUNT];

    private final IntSummaryStatistics drums;
    private @Nullable KitChange forms;

    Instrument(NoteMap map) {
        this.map = map;
        kit = Kit.of(map);
        Arrays.fill(hats, Double.NaN);
        drums = new IntSummaryStatistics();
        for (Line line : map.firstLines()) {
            int note = line.note().number();
            Sound sound = line.sound();
            lines[note] = line;
            chokes[note] = Chokes.isChoke(sound);
            if (Hats.isStruck(sound) && !Hats.isByPedal(sound)) {
                hats[note] = Hats.position(sound);
            }
            if (sound.isDrum()) {
                drums.accept(note);
            }
        }
    }

    NoteMap map() {
        return map;
    }

    String name() {
        return map.name();
    }

    Kit kit() {
        return kit;
    }

    /** The line on a note, 0 to 127. */
    Optional<Line> line(int note) {
        return Optional.ofNullable(lines[note]);
    }

    Optional<Sound> sound(int note) {
        return line(note).map(Line::sound);
    }

    boolean isChoke(int note) {
        return chokes[note];
    }

    /** Whether a note strikes a hi-hat that its note says to be so far open, or farther. */
    boolean isHatFrom(int note, double position) {
        return hats[note] >= position;
    }

    /** Whether a note strikes a hi-hat that its note says to be no farther open. */
    boolean isHatTo(int note, double position) {
        return hats[note] <= position;
    }

    /** Whether a note is so many keys away from all drums. */
    boolean isFarFromDrums(int note, int keys) {
        return note < drums.getMin() - keys || note > drums.getMax() + keys;
    }

    /** How it says chokes and the openness of its hi-hat. */
    synchronized KitChange forms() {
        if (forms == null) {
            forms = KitChange.between(kit, kit);
        }
        return forms;
    }
}
