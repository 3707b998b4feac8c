package org.jollyledger.core.support;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;

/**
 * A random part in which nothing is wrong, into which a test puts what is. 480 ticks a quarter at 120 quarters a minute: a tick
 * is a little more than a millisecond.
 */
public final class PlantedPart {
    public static final int QUARTER = 480;
    public static final int SIXTEENTH = QUARTER / 4;
    private static final int BARS = 8;

    /** A message. At one tick ends come first, then controllers, beginnings, and key pressure. */
    public record Event(long tick, int command, int channel, int data1, int data2) {
        private int order() {
            return switch (command) {
                case 0x80 -> 0;
                case 0xB0 -> 1;
                case 0x90 -> 2;
                default -> 3;
            };
        }
    }

    private final NoteMap map;
    private final int channel;
    private final List<Line> lines;
    private final List<Event> events = new ArrayList<>();

    /** The strokes of a part in a map: some lines, each on places of the grid of its own. */
    public PlantedPart(NoteMap map, Random random) {
        this.map = map;
        channel = map.channel().orElse(10);
        lines = chosen(map, random);
        for (int i = 0; i < lines.size(); i++) {
            double often = 0.1 + 0.5 * random.nextDouble();
            int loud = 70 + random.nextInt(40);
            for (int place = 0; place < BARS * 16; place++) {
                if (random.nextDouble() < often && place != MIDDLE / SIXTEENTH) {
                    int early = random.nextInt(9) - (place == 0 ? 0 : 4);
                    hit(
                            place * (long) SIXTEENTH + early,
                            lines.get(i).note().number(),
                            loud + random.nextInt(18),
                            50 + random.nextInt(40));
                }
            }
        }
    }

    /** Where nothing is, with a sixteenth on both sides that may be taken. */
    public static final long MIDDLE = 5L * 16 * SIXTEENTH;

    /** Drums that are struck, of hi-hats one at most, and none that are choked by their release. */
    private static List<Line> chosen(NoteMap map, Random random) {
        List<Line> all = new ArrayList<>(map.firstLines().stream()
                .filter(line -> line.sound().isDrum() && !Chokes.isChoke(line.sound()) && !Hats.isStruck(line.sound()))
                .toList());
        java.util.Collections.shuffle(all, random);
        List<Line> some = new ArrayList<>(all.subList(0, Math.min(all.size(), 4 + random.nextInt(5))));
        map.firstLines().stream()
                .filter(line -> Hats.isStruck(line.sound()) && !Hats.isByPedal(line.sound()))
                .findFirst()
                .ifPresent(some::add);
        return some;
    }

    public NoteMap map() {
        return map;
    }

    public int channel() {
        return channel;
    }

    /** The lines that are played. */
    public List<Line> lines() {
        return lines;
    }

    public int note(int line) {
        return lines.get(line).note().number();
    }

    public void hit(long tick, int note, int velocity, long length) {
        hit(tick, channel, note, velocity, length);
    }

    public void hit(long tick, int on, int note, int velocity, long length) {
        event(tick, 0x90, on, note, velocity);
        event(tick + length, 0x80, on, note, 64);
    }

    public void event(long tick, int command, int data1, int data2) {
        event(tick, command, channel, data1, data2);
    }

    private void event(long tick, int command, int on, int data1, int data2) {
        events.add(new Event(tick, command, on, data1, data2));
    }

    /** Takes the hits of a note out from one tick to before another, so that there is room. */
    public void clear(int note, long from, long to) {
        List<Event> begins = events.stream()
                .filter(event -> event.command == 0x90 && event.data1 == note && event.tick >= from && event.tick < to)
                .toList();
        for (Event begin : begins) {
            events.remove(begin);
            events.stream()
                    .filter(event -> event.command == 0x80 && event.data1 == note && event.tick > begin.tick)
                    .min(Comparator.comparingLong(Event::tick))
                    .ifPresent(events::remove);
        }
    }

    public MidiFile file() throws Exception {
        events.sort(Comparator.comparingLong(Event::tick).thenComparingInt(Event::order));
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        events.forEach(event -> file.message(event.tick, event.command, event.channel, event.data1, event.data2));
        long last = events.stream().mapToLong(Event::tick).max().orElse(0);
        return MidiFile.read(file.build(last + QUARTER));
    }

    /** The notes without a line, from low to high. */
    public List<Integer> freeNotes() {
        return IntStream.range(0, 128)
                .filter(note ->
                        map.lineAt(org.jollyledger.core.pitch.Note.of(note)).isEmpty())
                .boxed()
                .toList();
    }
}
