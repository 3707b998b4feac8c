package org.jollyledger.benchmark;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Consumer;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;

/** Parts that nobody plays: very much of one thing, at one moment or in a row. */
final class StrangeParts {
    static final int CHANNEL = 10;

    private static final int PEDAL = 4;
    private static final int TEXT = 1;
    private static final int TEMPO = 0x51;
    private static final int TIME_SIGNATURE = 0x58;
    private static final int HITS_BESIDE = 500;

    /** What there is of some number. */
    private interface Shape {
        void put(int number, Events events);
    }

    private record Event(long at, Consumer<MidiFileBuilder> put) {}

    /** What happens in a file, in any order. */
    private static final class Events {
        private final List<Event> all = new ArrayList<>();
        private final Random random = new Random(16);

        void hit(long at, int note, long length) {
            hit(at, note, 1 + random.nextInt(127), length);
        }

        void hit(long at, int note, int velocity, long length) {
            message(at, 0x90, note, velocity);
            message(at + length, 0x80, note, 64);
        }

        void message(long at, int command, int data1, int data2) {
            all.add(new Event(at, file -> file.message(at, command, CHANNEL, data1, data2)));
        }

        void meta(long at, int type, int... bytes) {
            byte[] payload = new byte[bytes.length];
            for (int i = 0; i < bytes.length; i++) {
                payload[i] = (byte) bytes[i];
            }
            all.add(new Event(at, file -> file.meta(at, type, payload)));
        }

        int below(int bound) {
            return random.nextInt(bound);
        }

        byte[] inOneTrack() {
            all.sort((one, other) -> Long.compare(one.at, other.at));
            MidiFileBuilder file =
                    MidiFile.builder(0, new Division.TicksPerBeat(480)).track();
            all.forEach(event -> event.put.accept(file));
            return file.build(all.get(all.size() - 1).at + 1);
        }
    }

    private StrangeParts() {}

    /** A file with so many, at least one, of what a name says. */
    static byte[] file(String name, int count) {
        Events events = new Events();
        Shape shape = SHAPES.get(name);
        for (int number = 0; number < count; number++) {
            shape.put(number, events);
        }
        return events.inOneTrack();
    }

    static List<String> names() {
        return List.copyOf(SHAPES.keySet());
    }

    private static final Map<String, Shape> SHAPES = shapes();

    private static Map<String, Shape> shapes() {
        Map<String, Shape> shapes = new LinkedHashMap<>();
        shapes.put("spread out", (number, events) -> events.hit(number * 60L, 35 + number % 47, 64, 30));
        shapes.put("all on one tick", (number, events) -> events.hit(480, 35 + number % 47, 64, 30));
        shapes.put("all on one tick, soft and loud", (number, events) -> events.hit(480, 35 + number % 47, 30));
        shapes.put("one note on one tick", (number, events) -> events.hit(480, 38, 64, 30));
        shapes.put("one note on one tick, soft and loud", (number, events) -> events.hit(480, 38, 30));
        shapes.put("one note, each held to the end", (number, events) -> events.hit(number * 60L, 38, 60_000_000));
        shapes.put(
                "all notes, each held to the end",
                (number, events) -> events.hit(number * 60L, number % 128, 60_000_000));
        shapes.put("a tick apart", (number, events) -> events.hit(number, 42, 1));
        shapes.put("a tick apart, all notes", (number, events) -> events.hit(number, number % 128, 1));
        shapes.put("far apart", (number, events) -> events.hit(number * 1_000L, 36, 60));
        shapes.put("on two ticks in turn", (number, events) -> events.hit(number % 2 * 3, 49, 100));
        shapes.put("all notes on two ticks in turn", (number, events) -> events.hit(number % 2 * 3, number % 128, 100));
        shapes.put(
                "hats that open and close", (number, events) -> events.hit(number * 10L, 42 + number % 3 * 2, 10_000));
        shapes.put(
                "by chance",
                (number, events) -> events.hit(events.below(100_000), events.below(128), events.below(5_000)));
        shapes.put("bounces", (number, events) -> events.hit(number * 8L, 38, 2));
        shapes.put("a hundred at a moment", (number, events) -> events.hit(number / 100 * 240L, 35 + number % 47, 60));
        shapes.put("a crash that is grabbed again and again", (number, events) -> {
            events.hit(number * 40L, 49, 30);
            events.message(number * 40L + 10, 0xA0, 49, 127);
            events.message(number * 40L + 20, 0xA0, 49, 0);
        });
        shapes.put("one crash, grabbed again and again", (number, events) -> {
            if (number == 0) {
                events.message(0, 0x90, 49, 100);
            }
            events.message(1 + number, 0xA0, 49, number % 2 * 127);
        });
        shapes.put("pressure on one tick", (number, events) -> {
            if (number == 0) {
                events.message(0, 0x90, 49, 100);
            }
            events.message(1, 0xA0, 49, events.below(128));
        });
        shapes.put("a pedal that never rests", (number, events) -> {
            events.message(number * 5L, 0xB0, PEDAL, events.below(128));
            events.hit(number * 5L, 46, 3);
        });
        shapes.put("a pedal on one tick", (number, events) -> {
            events.message(480, 0xB0, PEDAL, events.below(128));
            events.hit(480, 46, 3);
        });
        shapes.put("a pedal without a hit", (number, events) -> events.message(number, 0xB0, PEDAL, number * 7 % 128));
        shapes.put("a tempo for each hit", (number, events) -> {
            events.meta(number * 20L, TEMPO, 5 + events.below(9), 0, 0);
            events.hit(number * 20L, 36, 10);
        });
        shapes.put("tempos beside few hits", (number, events) -> {
            events.meta(number, TEMPO, 5 + events.below(9), 0, 0);
            beside(number, events);
        });
        shapes.put("a time signature for each hit", (number, events) -> {
            events.meta(number * 240L, TIME_SIGNATURE, 1 + events.below(12), events.below(5), 24, 8);
            events.hit(number * 240L, 38, 60);
        });
        shapes.put("time signatures beside few hits", (number, events) -> {
            events.meta(number * 2L, TIME_SIGNATURE, 1 + events.below(12), events.below(5), 24, 8);
            beside(number, events);
        });
        shapes.put("texts beside few hits", (number, events) -> {
            events.meta(number, TEXT, 'o', 'n', 'e');
            beside(number, events);
        });
        shapes.put("programs and bends beside few hits", (number, events) -> {
            events.message(number, 0xC0, number % 128, 0);
            events.message(number, 0xE0, number % 128, 64);
            beside(number, events);
        });
        return shapes;
    }

    private static void beside(int number, Events events) {
        if (number < HITS_BESIDE) {
            events.hit(number * 20L, 38, 10);
        }
    }
}
