package org.jollyledger.core.part;

import static org.jollyledger.core.midi.TimedMessage.NOTE_OFF;
import static org.jollyledger.core.midi.TimedMessage.NOTE_ON;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.TreeMap;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.midi.TimedMessage;

/**
 * What somebody played, as a file: one track, every message within half a millisecond of where it was at tempos of 63 and
 * above. Notes that are still held at the end are ended there.
 */
public final class Recording {
    /** Slower and faster music is not played to a metronome. */
    public static final int SLOWEST = 20;

    public static final int FASTEST = 400;

    private static final int TICKS_PER_BEAT = 960;
    private static final long MINUTE = 60_000_000;
    private static final int SYSTEM = 0xF0;

    private Recording() {}

    /**
     * Makes a file of what came.
     *
     * @param title the name of the track
     * @param beatsPerMinute quarters in a minute, {@value #SLOWEST} to {@value #FASTEST}
     * @param beatsPerBar quarters in a bar, 1 to 16
     * @param came in any order
     * @return the bytes of the file
     * @throws IllegalArgumentException when the tempo or a message is impossible
     */
    public static byte[] file(String title, double beatsPerMinute, int beatsPerBar, List<TimedMessage> came) {
        if (!(beatsPerMinute >= SLOWEST && beatsPerMinute <= FASTEST)) {
            throw new IllegalArgumentException(
                    "A tempo is " + SLOWEST + " to " + FASTEST + " beats a minute, not " + beatsPerMinute + ".");
        }
        if (beatsPerBar < 1 || beatsPerBar > 16) {
            throw new IllegalArgumentException("A bar has 1 to 16 beats, not " + beatsPerBar + ".");
        }
        long quarter = Math.round(MINUTE / beatsPerMinute);
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(TICKS_PER_BEAT)).track();
        file.meta(0, 0x03, title.getBytes(StandardCharsets.UTF_8));
        file.meta(0, 0x58, new byte[] {(byte) beatsPerBar, 2, 24, 8});
        file.meta(0, 0x51, new byte[] {(byte) (quarter >> 16), (byte) (quarter >> 8), (byte) quarter});
        List<TimedMessage> inTime = new ArrayList<>(came);
        inTime.sort(Comparator.comparingLong(TimedMessage::at));
        TreeMap<Integer, Integer> held = new TreeMap<>();
        long last = 0;
        for (TimedMessage one : inTime) {
            last = tick(one, quarter);
            file.message(last, command(one), (one.status() & 0x0F) + 1, one.data1(), one.data2());
            count(one, held);
        }
        long end = barEnd(last, beatsPerBar);
        held.forEach((key, count) -> {
            for (int i = 0; i < count; i++) {
                file.message(end, NOTE_OFF, (key >> 7) + 1, key & 0x7F, 64);
            }
        });
        return file.build(end);
    }

    private static int command(TimedMessage one) {
        boolean possible = one.status() >= NOTE_OFF
                && one.status() < SYSTEM
                && one.data1() >= 0
                && one.data1() <= 127
                && one.data2() >= 0
                && one.data2() <= 127;
        if (!possible) {
            throw new IllegalArgumentException("A message of the recording is none: status " + one.status() + ", data "
                    + one.data1() + " and " + one.data2() + ".");
        }
        return one.status() & 0xF0;
    }

    private static long tick(TimedMessage one, long quarter) {
        return Math.max(0, Math.round((double) one.at() * TICKS_PER_BEAT / quarter));
    }

    private static void count(TimedMessage one, TreeMap<Integer, Integer> held) {
        int key = (one.status() & 0x0F) << 7 | one.data1();
        int command = one.status() & 0xF0;
        if (command == NOTE_ON && one.data2() > 0) {
            held.merge(key, 1, Integer::sum);
        } else if (command == NOTE_ON || command == NOTE_OFF) {
            held.computeIfPresent(key, (any, count) -> count == 1 ? null : count - 1);
        }
    }

    private static long barEnd(long tick, int beatsPerBar) {
        long bar = (long) beatsPerBar * TICKS_PER_BEAT;
        return (tick / bar + 1) * bar;
    }
}
