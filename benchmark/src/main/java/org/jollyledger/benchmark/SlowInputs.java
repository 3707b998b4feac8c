package org.jollyledger.benchmark;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.IntFunction;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.MusicXml;
import org.jollyledger.core.exchange.NoteListReader;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.play.Schedule;
import org.jollyledger.core.reconcile.Figures;
import org.jollyledger.core.reconcile.LayoutRecognition;
import org.jollyledger.core.reconcile.Reconciling;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.SheetRow;

/**
 * Searches for inputs that take long, not for such that fail: each kind of work is done on inputs of many shapes, of one size and of
 * twice that. What takes more than three times as long for twice the size grows with the square of it.
 */
public final class SlowInputs {
    private static final double GROWS_TOO_FAST = 3;
    private static final double MATTERS_FROM_MILLISECONDS = 150;
    private static final int CHANNEL = 10;

    private interface Work<T> {
        void on(T input) throws Exception;
    }

    /** Where the hit of some number is: tick, note and length in ticks. */
    private interface Shape {
        long[] hit(int number);
    }

    private SlowInputs() {}

    public static void main(String[] arguments) throws Exception {
        int hits = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 15_000;
        int found = parts(hits) + lists(200_000);
        System.out.println(found + " grow too fast.");
    }

    private static Map<String, Shape> shapes() {
        Random random = new Random(16);
        Map<String, Shape> shapes = new LinkedHashMap<>();
        shapes.put("spread out", number -> new long[] {number * 60L, 35 + number % 47, 30});
        shapes.put("all on one tick", number -> new long[] {480, 35 + number % 47, 30});
        shapes.put("one note on one tick", number -> new long[] {480, 38, 30});
        shapes.put("one note, each held to the end", number -> new long[] {number * 60L, 38, 60_000_000});
        shapes.put("all notes, each held to the end", number -> new long[] {number * 60L, number % 128, 60_000_000});
        shapes.put("a tick apart", number -> new long[] {number, 42, 1});
        shapes.put("a tick apart, all notes", number -> new long[] {number, number % 128, 1});
        shapes.put("far apart", number -> new long[] {number * 1_000L, 36, 60});
        shapes.put("on two ticks in turn", number -> new long[] {number % 2 * 3, 49, 100});
        shapes.put("all notes on two ticks in turn", number -> new long[] {number % 2 * 3, number % 128, 100});
        shapes.put("hats that open and close", number -> new long[] {number * 10L, 42 + number % 3 * 2, 10_000});
        shapes.put("by chance", number ->
                new long[] {random.nextInt(100_000), random.nextInt(128), random.nextInt(5_000)});
        return shapes;
    }

    private static int parts(int hits) throws Exception {
        NoteMap map = GeneralMidi.level1();
        Crosswalk crosswalk = Crosswalk.propose(map, MadeMaps.half(map));
        Map<String, Work<byte[]>> works = new LinkedHashMap<>();
        works.put("read", SlowInputs::read);
        works.put("convert", bytes -> Conversion.of(read(bytes), crosswalk).bytes());
        works.put("reconcile", bytes -> Reconciling.of(read(bytes), map, Optional.of(map), Figures.USUAL));
        works.put("play", bytes -> Schedule.of(read(bytes), map));
        works.put("sheet", bytes -> Sheet.of(read(bytes), map, SheetRow.Shown.values()[0]));
        works.put("score", bytes -> MusicXml.write(Sheet.of(read(bytes), map, SheetRow.Shown.values()[0]), "A part"));
        works.put(
                "recognise",
                bytes -> LayoutRecognition.rank(
                        MidiFile.read(bytes), List.of(org.jollyledger.core.reconcile.Layout.of(map)), 3));
        int found = 0;
        for (Map.Entry<String, Shape> shape : shapes().entrySet()) {
            IntFunction<byte[]> made = size -> file(shape.getValue(), size);
            for (Map.Entry<String, Work<byte[]>> work : works.entrySet()) {
                found += look(work.getKey() + ", " + shape.getKey(), work.getValue(), made, hits);
            }
        }
        return found;
    }

    private static Part read(byte[] bytes) throws Exception {
        return Part.of(MidiFile.read(bytes), Channels.only(CHANNEL));
    }

    private static byte[] file(Shape shape, int hits) {
        List<long[]> events = new ArrayList<>();
        long last = 0;
        for (int number = 0; number < hits; number++) {
            long[] hit = shape.hit(number);
            events.add(new long[] {hit[0], 0x90, hit[1]});
            events.add(new long[] {hit[0] + hit[2], 0x80, hit[1]});
            last = Math.max(last, hit[0] + hit[2]);
        }
        events.sort((one, other) -> Long.compare(one[0], other[0]));
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(480)).track();
        events.forEach(event -> file.message(event[0], (int) event[1], CHANNEL, (int) event[2], 64));
        return file.build(last + 1);
    }

    private static int lists(int characters) throws Exception {
        int found = 0;
        for (String unit : List.of(
                " ",
                "\t",
                ",",
                ";",
                "|",
                "-",
                ".",
                "(",
                "[",
                "{",
                "\"",
                "'",
                "*",
                "/",
                "=",
                ":",
                "<a ",
                "<td>",
                "a",
                "a ",
                "1 ",
                "36,",
                "C1 ",
                "Kick ",
                "Kick 36 ",
                "vel 1-",
                "(a ",
                "a. B",
                "on ",
                "and ",
                "name: ",
                "Do ",
                "1O",
                "EXC1 ")) {
            IntFunction<String> line = size -> "36 Kick " + unit.repeat(Math.min(18_000, size) / unit.length());
            IntFunction<String> lines = size -> (unit.repeat(100 / unit.length()) + "\n").repeat(size / 100);
            found += look("a list with a line of “" + unit + "”", SlowInputs::list, line, 9_000);
            found += look("a list with lines of “" + unit + "”", SlowInputs::list, lines, characters / 2);
        }
        return found;
    }

    private static void list(String text) {
        try {
            NoteListReader.read(text, NoteListReader.Settings.USUAL);
        } catch (DocumentException e) {
            // Told that it is no list, which is as well.
        }
    }

    private static <T> int look(String what, Work<T> work, IntFunction<T> made, int size) throws Exception {
        double once = milliseconds(work, made.apply(size));
        double twice = milliseconds(work, made.apply(2 * size));
        if (twice < MATTERS_FROM_MILLISECONDS || twice < GROWS_TOO_FAST * once) {
            return 0;
        }
        System.out.printf(Locale.ROOT, "%s: %.0f ms, twice the size %.0f ms%n", what, once, twice);
        return 1;
    }

    private static <T> double milliseconds(Work<T> work, T input) throws Exception {
        double best = Double.MAX_VALUE;
        for (int time = 0; time < 2; time++) {
            long start = System.nanoTime();
            work.on(input);
            best = Math.min(best, (System.nanoTime() - start) / 1e6);
        }
        return best;
    }
}
