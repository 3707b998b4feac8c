package org.jollyledger.core.part;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiTrack;

/**
 * When the ticks of a file sound, from its tempos (RP-001, meta event 51). Before the first one there are 120 quarters a
 * minute (MIDI 1.0). A file that counts film frames has one tempo from its beginning to its end.
 */
public final class TempoMap {
    private static final int SET_TEMPO = 0x51;
    private static final int DEFAULT_MICROSECONDS = 500_000;
    private static final double MICROSECONDS = 1_000_000;

    /**
     * A stretch of one tempo.
     *
     * @param startTick where it begins
     * @param startSeconds when it begins
     * @param secondsPerTick how long a tick lasts
     * @param quartersPerMinute how fast it is
     */
    public record Stretch(long startTick, double startSeconds, double secondsPerTick, double quartersPerMinute) {}

    private record Tempo(long tick, int microsecondsPerQuarter) {}

    private final List<Stretch> stretches;

    private TempoMap(List<Stretch> stretches) {
        this.stretches = stretches;
    }

    /** {@return the tempo map that holds for one track: its own in format 2, else the one all tracks share} */
    public static TempoMap of(MidiFile file, int track) {
        if (file.division() instanceof Division.Smpte smpte) {
            double quarters = 60 * smpte.ticksPerSecond() / smpte.ticksPerQuarter();
            return new TempoMap(List.of(new Stretch(0, 0, 1 / smpte.ticksPerSecond(), quarters)));
        }
        List<Tempo> tempos = new ArrayList<>();
        tempos.add(new Tempo(0, DEFAULT_MICROSECONDS));
        for (MidiTrack candidate : file.tracks()) {
            if (file.format() != 2 || candidate.index() == track) {
                collect(candidate, tempos);
            }
        }
        tempos.sort(Comparator.comparingLong(Tempo::tick));
        return new TempoMap(stretches(tempos, file.division().ticksPerQuarter()));
    }

    private static void collect(MidiTrack track, List<Tempo> tempos) {
        for (int event = 0; event < track.eventCount(); event++) {
            if (track.metaType(event) == SET_TEMPO && track.payloadLength(event) >= 3) {
                int microseconds = track.payloadByte(event, 0) << 16
                        | track.payloadByte(event, 1) << 8
                        | track.payloadByte(event, 2);
                if (microseconds > 0) {
                    tempos.add(new Tempo(track.tick(event), microseconds));
                }
            }
        }
    }

    private static List<Stretch> stretches(List<Tempo> tempos, double ticksPerQuarter) {
        List<Stretch> stretches = new ArrayList<>();
        for (Tempo tempo : tempos) {
            double start = 0;
            if (!stretches.isEmpty()) {
                Stretch last = stretches.get(stretches.size() - 1);
                start = last.startSeconds + (tempo.tick - last.startTick) * last.secondsPerTick;
                if (last.startTick == tempo.tick) {
                    stretches.remove(stretches.size() - 1);
                }
            }
            double perQuarter = tempo.microsecondsPerQuarter / MICROSECONDS;
            stretches.add(new Stretch(tempo.tick, start, perQuarter / ticksPerQuarter, 60 / perQuarter));
        }
        return List.copyOf(stretches);
    }

    /** {@return the stretches in the order of time; the first begins at tick 0} */
    public List<Stretch> stretches() {
        return stretches;
    }

    /** {@return when a tick sounds, in seconds from the beginning} */
    public double seconds(long tick) {
        Stretch stretch = at(tick);
        return stretch.startSeconds + (tick - stretch.startTick) * stretch.secondsPerTick;
    }

    /** {@return the tempo at a tick} */
    public Stretch at(long tick) {
        int begun = Ordered.countBefore(stretches.size(), index -> stretches.get(index).startTick <= tick);
        return stretches.get(Math.max(0, begun - 1));
    }
}
