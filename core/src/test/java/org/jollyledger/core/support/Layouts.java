package org.jollyledger.core.support;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.IntUnaryOperator;
import java.util.stream.IntStream;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.TimeMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.Sound;

/** Layouts that parts may have been written for, and parts cut out of longer ones. */
public final class Layouts {
    private static final NoteMap GM = GeneralMidi.level1();
    private static final int LONG = 1_000_000;

    private Layouts() {}

    /** The maps that ship with the application, General MIDI, and invented ones of the same sounds up to twenty. */
    public static List<NoteMap> twenty() throws Exception {
        return many(20);
    }

    /** The same, and so many in all. */
    public static List<NoteMap> many(int count) throws Exception {
        List<NoteMap> layouts = new ArrayList<>(DemoMaps.all());
        layouts.add(GM);
        layouts.add(moved("An octave down", note -> note - 12));
        layouts.add(moved("An octave up", note -> note + 12));
        layouts.add(moved("Top down", note -> 116 - note));
        NoteMap large = DemoMaps.named("Quayside Oak");
        layouts.add(inOrder("Families from 24", large, 24, List.of(Family.values())));
        List<Family> backwards = new ArrayList<>(List.of(Family.values()));
        Collections.reverse(backwards);
        layouts.add(inOrder("Families backwards from 12", large, 12, backwards));
        Random random = new Random(4);
        while (layouts.size() < count) {
            layouts.add(layouts.size() < 20 ? shuffled("Shuffled " + layouts.size(), random) : made(random, layouts));
        }
        return layouts;
    }

    /** One as people make them: families in some order, from some note, of one of the maps there are. */
    private static NoteMap made(Random random, List<NoteMap> layouts) {
        String name = "Made " + layouts.size();
        if (random.nextInt(4) == 0) {
            return shuffled(name, random);
        }
        List<Family> families = new ArrayList<>(List.of(Family.values()));
        Collections.shuffle(families, random);
        NoteMap like = layouts.get(random.nextInt(9));
        int lines = (int) like.firstLines().stream().map(Line::sound).distinct().count();
        return inOrder(name, like, random.nextInt(Math.max(1, 110 - lines)), families);
    }

    private static NoteMap moved(String name, IntUnaryOperator notes) {
        return GM.withName(name)
                .withLines(GM.lines().stream()
                        .map(line -> Line.of(notes.applyAsInt(line.note().number()), line.name(), line.sound()))
                        .toList());
    }

    private static NoteMap inOrder(String name, NoteMap map, int first, List<Family> order) {
        List<Sound> sounds = order.stream()
                .flatMap(family -> map.firstLines().stream()
                        .map(Line::sound)
                        .filter(sound -> sound.family() == family)
                        .distinct())
                .toList();
        return map.withName(name)
                .withLines(IntStream.range(0, sounds.size())
                        .mapToObj(i -> Line.of(first + i, sounds.get(i).words(), sounds.get(i)))
                        .toList());
    }

    /** The hardest case: the same notes, in another order. */
    private static NoteMap shuffled(String name, Random random) {
        List<Integer> notes = new ArrayList<>(
                GM.lines().stream().map(line -> line.note().number()).toList());
        Collections.shuffle(notes, random);
        return GM.withName(name)
                .withLines(IntStream.range(0, notes.size())
                        .mapToObj(i -> Line.of(
                                notes.get(i),
                                GM.lines().get(i).name(),
                                GM.lines().get(i).sound()))
                        .toList());
    }

    /** Whether two maps have the same sounds for all that a part plays. */
    public static boolean playAlike(NoteMap one, NoteMap other, Part part) {
        return IntStream.range(0, part.hitCount())
                .map(part::note)
                .distinct()
                .mapToObj(Note::of)
                .allMatch(note -> sound(one, note).equals(sound(other, note)));
    }

    /** Whether on another map more than one hit in ten is heard as something else. */
    public static boolean playsOtherwise(NoteMap one, NoteMap other, Part part) {
        long otherwise = IntStream.range(0, part.hitCount())
                .mapToObj(hit -> Note.of(part.note(hit)))
                .filter(note -> !alike(sound(one, note), sound(other, note)))
                .count();
        return otherwise * 10 > part.hitCount();
    }

    private static boolean alike(Optional<Sound> one, Optional<Sound> other) {
        return one.equals(other)
                || one.isPresent()
                        && other.isPresent()
                        && !one.get().distanceTo(other.get()).isFar();
    }

    private static Optional<Sound> sound(NoteMap map, Note note) {
        return map.lineAt(note).map(Line::sound);
    }

    /** The hits of a part in a file of their own, on their channels, with the time signatures of the part. */
    public static MidiFile alone(Part part) throws Exception {
        return cut(part, 0, Long.MAX_VALUE);
    }

    /** Some bars from the middle of a part, with the hits that are in them. */
    public static MidiFile bars(Part part, int count) throws Exception {
        TimeMap times = part.timeMap(0);
        int middle = part.hitsInTime()[part.hitCount() / 2];
        long bar = times.barAt(part.tick(middle));
        return cut(part, times.startOfBar(bar), times.startOfBar(bar + count));
    }

    private static MidiFile cut(Part part, long from, long to) throws Exception {
        int quarter = (int) Math.max(1, Math.round(part.file().division().ticksPerQuarter()));
        List<Event> events = new ArrayList<>();
        TimeMap times = part.timeMap(0);
        for (TimeMap.Stretch stretch : times.stretches()) {
            long at = stretch.startTick() - from;
            boolean holds = stretch == times.stretchOf(times.barAt(from)) || at >= 0 && stretch.startTick() < to;
            if (holds) {
                int power = Integer.numberOfTrailingZeros(stretch.denominator());
                events.add(new Event(Math.max(0, at), 0, stretch.numerator(), power, 0));
            }
        }
        for (int hit : part.hitsInTime()) {
            long tick = part.tick(hit);
            if (tick >= from && tick < to) {
                long end = Math.min(tick + LONG, Math.max(tick + 1, part.endTick(hit)));
                events.add(new Event(tick - from, 2, part.channel(hit), part.note(hit), part.velocity(hit)));
                events.add(new Event(end - from, 1, part.channel(hit), part.note(hit), 64));
            }
        }
        events.sort(Comparator.comparingLong(Event::tick).thenComparingInt(Event::kind));
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(quarter)).track();
        events.forEach(event -> event.addTo(file));
        return MidiFile.read(file.build(events.isEmpty() ? 0 : events.get(events.size() - 1).tick + 10));
    }

    /** A time signature (0), an end (1) or a beginning (2). */
    private record Event(long tick, int kind, int first, int second, int third) {
        void addTo(MidiFileBuilder file) {
            if (kind == 0) {
                file.meta(tick, 0x58, new byte[] {(byte) first, (byte) second, 24, 8});
            } else {
                file.message(tick, kind == 1 ? 0x80 : 0x90, first, second, third);
            }
        }
    }
}
