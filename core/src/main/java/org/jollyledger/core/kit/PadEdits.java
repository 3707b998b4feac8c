package org.jollyledger.core.kit;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapEdits;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.PadPlan;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.Zone;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.SoundReader;
import org.jollyledger.core.sound.SoundReading;

/**
 * What can be set on the pads of a map. Every edit gives a new map; pads are addressed by their index, and zones by theirs on
 * the pad, both from 0. A map whose pads are not set yet keeps those that were made for it with the first edit.
 */
public final class PadEdits {
    private PadEdits() {}

    /**
     * Says what a zone sends.
     *
     * @param notes none to leave it unset
     * @throws IllegalArgumentException when there is no such zone
     */
    public static NoteMap setNotes(NoteMap map, int pad, int zone, List<Note> notes) {
        return changeZone(map, pad, zone, one -> one.withNotes(notes));
    }

    /**
     * Says how hard a zone is felt.
     *
     * @throws IllegalArgumentException when there is no such zone
     */
    public static NoteMap setCurve(NoteMap map, int pad, int zone, VelocityCurve curve) {
        return changeZone(map, pad, zone, one -> one.withCurve(curve));
    }

    /**
     * Changes what else is set for a kit, its pads apart.
     *
     * @param how what becomes of its plan
     */
    public static NoteMap change(NoteMap map, UnaryOperator<PadPlan> how) {
        return map.withPads(how.apply(map.pads()));
    }

    /**
     * Moves a pad on the drawing.
     *
     * @param x where its middle is, see {@link Pad#x}
     * @param y see {@link Pad#y}
     * @throws IllegalArgumentException when there is no such pad or place
     */
    public static NoteMap move(NoteMap map, int pad, int x, int y) {
        return changePad(map, pad, one -> new Pad(one.name(), one.kind(), x, y, one.size(), one.zones()));
    }

    private static NoteMap changePad(NoteMap map, int pad, UnaryOperator<Pad> how) {
        PadPlan plan = StagePlan.of(map);
        List<Pad> pads = new ArrayList<>(plan.pads());
        if (pad < 0 || pad >= pads.size()) {
            throw new IllegalArgumentException("That zone is gone; reload the page.");
        }
        pads.set(pad, how.apply(pads.get(pad)));
        return map.withPads(plan.withPads(pads));
    }

    private static NoteMap changeZone(NoteMap map, int pad, int zone, UnaryOperator<Zone> how) {
        return changePad(map, pad, one -> {
            if (zone < 0 || zone >= one.zones().size()) {
                throw new IllegalArgumentException("That zone is gone; reload the page.");
            }
            List<Zone> zones = new ArrayList<>(one.zones());
            zones.set(zone, how.apply(zones.get(zone)));
            return one.withZones(zones);
        });
    }

    /**
     * Says what a note shall be: its line gets a name and the sound that the name says; where there is no line one is added.
     *
     * @param name such as "ride bell"
     * @throws IllegalArgumentException when nobody can tell which sound that is
     */
    public static NoteMap shallBe(NoteMap map, Note note, String name) {
        SoundReading reading = SoundReader.read(name);
        if (reading.sound().isEmpty()) {
            throw new IllegalArgumentException(
                    "“" + name + "” names no sound; type one such as “ride bell” or “tom 2 rim”.");
        }
        Optional<Line> line = map.lineAt(note);
        // Its pads stay where they stand, whatever sounds there now.
        NoteMap kept = map.withPads(StagePlan.of(map));
        if (line.isEmpty()) {
            return MapEdits.insert(
                    kept,
                    map.lines().size(),
                    Line.of(note.number(), name, reading.sound().get()));
        }
        Line changed = line.get()
                .withName(name)
                .withShortName(Line.shorten(name))
                .withSound(reading.sound().get());
        return MapEdits.change(kept, List.of(map.lines().indexOf(line.get())), any -> changed);
    }
}
