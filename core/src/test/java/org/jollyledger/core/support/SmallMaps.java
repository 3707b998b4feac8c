package org.jollyledger.core.support;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Sound;

/** Maps of a few sounds, and parts for them. */
public final class SmallMaps {
    private SmallMaps() {}

    /** A map of sounds on the notes from one on; the names of its lines are the words of their sounds. */
    public static NoteMap map(int firstNote, String... sounds) {
        List<Line> lines = new ArrayList<>();
        for (String code : sounds) {
            Sound sound = Sound.parse(code);
            lines.add(Line.of(firstNote + lines.size(), sound.words(), sound));
        }
        return map("Map on " + firstNote, lines);
    }

    public static NoteMap map(String name, List<Line> lines) {
        return new NoteMap(
                name,
                "",
                MapKind.LIBRARY,
                OctaveConvention.C3,
                OptionalInt.of(10),
                ChokeExpression.NOTE,
                OpennessExpression.NOTES,
                lines,
                "");
    }

    /** The part that a groove plays on a map. */
    public static Part part(NoteMap map, String groove) throws Exception {
        return Part.of(MidiFile.read(Grooves.file(map, groove)), Channels.only(10));
    }
}
