package org.jollyledger.benchmark;

import java.util.List;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;

/** Maps made from another one. */
final class MadeMaps {
    private MadeMaps() {}

    /** The same sounds, each on another note. */
    static NoteMap moved(NoteMap map) {
        return with(
                map,
                map.lines().stream()
                        .map(line -> new Line(
                                Note.of(line.note().number() * 5 % Note.COUNT),
                                line.name(),
                                line.shortName(),
                                line.sound(),
                                line.chokeGroup(),
                                line.remark()))
                        .toList());
    }

    /** Only the lines on even notes. */
    static NoteMap half(NoteMap map) {
        return with(
                map,
                map.lines().stream()
                        .filter(line -> line.note().number() % 2 == 0)
                        .toList());
    }

    private static NoteMap with(NoteMap map, List<Line> lines) {
        return new NoteMap(
                "Made from " + map.name(),
                map.maker(),
                map.kind(),
                map.middleC(),
                map.channel(),
                map.chokes(),
                map.openness(),
                lines,
                map.remark());
    }
}
