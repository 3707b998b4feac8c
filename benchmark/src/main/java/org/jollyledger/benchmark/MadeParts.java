package org.jollyledger.benchmark;

import java.util.Random;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;

/** Drum parts made to measure: a groove with ghost notes, crashes in pairs and fills, never twice quite the same. */
final class MadeParts {
    /** About 5 MB: a bar takes some 290 bytes. */
    static final int BARS_OF_FIVE_MEGABYTES = 18_000;

    private static final int TICKS_PER_SIXTEENTH = 120;
    private static final int HIT_TICKS = 60;
    private static final int CHANNEL = 10;

    private MadeParts() {}

    static byte[] of(int bars) {
        Random hand = new Random(bars);
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(480)).track();
        for (int step = 0; step < bars * 16; step++) {
            long tick = (long) step * TICKS_PER_SIXTEENTH;
            int[] notes = notes(step, hand);
            for (int note : notes) {
                file.message(tick, 0x90, CHANNEL, note, 30 + hand.nextInt(97));
            }
            for (int note : notes) {
                file.message(tick + HIT_TICKS, 0x80, CHANNEL, note, 64);
            }
        }
        return file.build((long) bars * 16 * TICKS_PER_SIXTEENTH);
    }

    private static int[] notes(int step, Random hand) {
        if (step % 128 == 0) {
            return new int[] {36, 49, 57};
        }
        if (step % 64 >= 56) {
            return new int[] {50 - hand.nextInt(8), 36};
        }
        return switch (step % 8) {
            case 0 -> new int[] {36, 42};
            case 4 -> new int[] {38, 42, 37};
            case 2, 6 -> new int[] {hand.nextBoolean() ? 46 : 42, 44};
            default -> new int[] {38};
        };
    }
}
