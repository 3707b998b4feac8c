package org.jollyledger.benchmark;

import java.util.List;
import java.util.stream.IntStream;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;

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

    /** Ninety lines: what a large library has of drums, hats and cymbals. */
    static NoteMap large() {
        return of(
                90,
                "kick",
                "kick.left",
                "kick.muted",
                "snare",
                "snare.rim-shot",
                "snare.side-stick",
                "snare.edge",
                "snare.off-centre",
                "snare.rim-click",
                "snare.muted",
                "snare.roll",
                "snare.flam",
                "snare.drag",
                "snare.buzz",
                "snare.2",
                "snare.2.rim-shot",
                "tom.1",
                "tom.1.rim-shot",
                "tom.1.rim",
                "tom.2",
                "tom.2.rim-shot",
                "tom.2.rim",
                "tom.3",
                "tom.3.rim-shot",
                "tom.3.rim",
                "tom.4",
                "tom.4.rim-shot",
                "tom.4.rim",
                "tom.5",
                "tom.5.rim-shot",
                "hihat.tip.tight",
                "hihat.tip.closed",
                "hihat.tip.quarter",
                "hihat.tip.half",
                "hihat.tip.three-quarter",
                "hihat.tip.open",
                "hihat.edge.tight",
                "hihat.edge.closed",
                "hihat.edge.quarter",
                "hihat.edge.half",
                "hihat.edge.three-quarter",
                "hihat.edge.open",
                "hihat.bell.closed",
                "hihat.bell.open",
                "hihat.pedal-close",
                "hihat.pedal-splash",
                "hihat.choke",
                "ride.1.bow",
                "ride.1.bell",
                "ride.1.edge",
                "ride.1.choke",
                "ride.2.bow",
                "ride.2.bell",
                "ride.2.edge",
                "ride.2.choke",
                "crash.1.edge",
                "crash.1.bow",
                "crash.1.bell",
                "crash.1.choke",
                "crash.2.edge",
                "crash.2.bow",
                "crash.2.bell",
                "crash.2.choke",
                "crash.3.edge",
                "crash.3.bow",
                "crash.3.bell",
                "crash.3.choke",
                "crash.4.edge",
                "crash.4.bow",
                "crash.4.choke",
                "splash.1",
                "splash.1.choke",
                "splash.2",
                "splash.2.choke",
                "china.1",
                "china.1.bell",
                "china.1.choke",
                "china.2",
                "china.2.choke",
                "stack.1",
                "stack.1.choke",
                "gong.1",
                "gong.1.choke",
                "cowbell",
                "tambourine",
                "tambourine.roll",
                "shaker",
                "clap",
                "wood-block.1",
                "triangle.open");
    }

    /** Forty lines: what a small one has. */
    static NoteMap small() {
        return of(
                40,
                "kick",
                "snare",
                "snare.rim-shot",
                "snare.side-stick",
                "snare.2",
                "tom.1",
                "tom.2",
                "tom.3",
                "tom.3.rim",
                "hihat.tip.closed",
                "hihat.tip.half",
                "hihat.tip.open",
                "hihat.edge.closed",
                "hihat.edge.open",
                "hihat.pedal-close",
                "ride.1.bow",
                "ride.1.bell",
                "ride.1.edge",
                "crash.1.edge",
                "crash.1.choke",
                "crash.2.edge",
                "crash.2.choke",
                "splash.1",
                "china.1",
                "china.1.choke",
                "cowbell",
                "tambourine",
                "shaker",
                "clap",
                "wood-block.1",
                "wood-block.2",
                "triangle.open",
                "triangle.muted",
                "conga.1",
                "conga.2",
                "bongo.1",
                "bongo.2",
                "agogo.1",
                "maracas",
                "claves");
    }

    private static NoteMap of(int count, String... sounds) {
        if (sounds.length != count) {
            throw new IllegalStateException(sounds.length + " lines, not " + count);
        }
        NoteMap general = GeneralMidi.level1();
        return with(
                general,
                IntStream.range(0, count)
                        .mapToObj(i -> Line.of(20 + i, sounds[i], Sound.parse(sounds[i])))
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
