package org.jollyledger.web.demo;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;

/**
 * Where the demo cues come from. Bars are written as rows of a grid, sixteen steps to a bar of 4/4: {@code g} ghost,
 * {@code p} soft, {@code m} middling, {@code f} loud, {@code F} accent. A hand that is never quite on the beat and never
 * twice as loud plays them; rows that begin with {@code =} are struck together, both hands at once. {@code main} writes the files; a test compares them with what is here.
 */
final class CueBook {
    private static final int TICKS_PER_BEAT = 480;
    private static final Map<Character, Integer> VELOCITIES = Map.of('g', 30, 'p', 52, 'm', 76, 'f', 98, 'F', 120);
    private static final int LATEST_TICKS = 9;
    private static final int LOUDEST_DEVIATION = 5;
    private static final int HIT_TICKS = 90;
    private static final int STRAY_CHANNEL = 1;

    private record Event(long tick, int order, int command, int data1, int data2) {}

    private final String title;
    private final int beatsPerBar;
    private final int beatUnitPower;
    private final int beatsPerMinute;
    private final int channel;
    private final Random hand;
    private final List<Event> events = new ArrayList<>();
    private final List<Event> strays = new ArrayList<>();
    private final Map<Integer, String> markers = new LinkedHashMap<>();
    private int bars;

    private CueBook(String title, int beatsPerBar, int beatUnitPower, int beatsPerMinute, int channel) {
        this.title = title;
        this.beatsPerBar = beatsPerBar;
        this.beatUnitPower = beatUnitPower;
        this.beatsPerMinute = beatsPerMinute;
        this.channel = channel;
        this.hand = new Random(title.hashCode());
    }

    private int ticksPerBar() {
        return beatsPerBar * TICKS_PER_BEAT * 4 >> beatUnitPower;
    }

    private CueBook mark(String text) {
        markers.put(bars * ticksPerBar(), text);
        return this;
    }

    /** Plays a bar some times; a row is a note number and its steps. */
    private CueBook bar(int times, String... rows) {
        for (int i = 0; i < times; i++) {
            for (String row : rows) {
                String[] parts = row.strip().split("\\s+");
                boolean onTheBeat = parts[0].startsWith("=");
                playRow(Integer.parseInt(parts[0].replace("=", "")), parts[1], onTheBeat);
            }
            bars++;
        }
        return this;
    }

    private void playRow(int note, String steps, boolean onTheBeat) {
        double stepTicks = (double) ticksPerBar() / steps.length();
        for (int step = 0; step < steps.length(); step++) {
            Integer velocity = VELOCITIES.get(steps.charAt(step));
            if (velocity == null) {
                continue;
            }
            long late = onTheBeat ? 0 : Math.round(hand.nextGaussian() * LATEST_TICKS / 2.0);
            long tick = Math.max(0, bars * (long) ticksPerBar() + Math.round(step * stepTicks) + late);
            int loud = velocity + hand.nextInt(2 * LOUDEST_DEVIATION + 1) - LOUDEST_DEVIATION;
            hit(tick, note, Math.max(1, Math.min(127, loud)));
        }
    }

    private void hit(long tick, int note, int velocity) {
        events.add(new Event(tick, 1, 0x90, note, velocity));
        events.add(new Event(tick + HIT_TICKS, 0, 0x80, note, 64));
    }

    /** Moves the pedal (controller 4) at a step of the bar that comes next. */
    private CueBook pedal(int step, int steps, int value) {
        long tick = bars * (long) ticksPerBar() + (long) step * ticksPerBar() / steps;
        events.add(new Event(Math.max(0, tick - 15), 0, 0xB0, 4, value));
        return this;
    }

    /** Grabs a cymbal (key pressure down and up) at a step of the bar before. */
    private CueBook grab(int note, int step, int steps) {
        long tick = (bars - 1) * (long) ticksPerBar() + (long) step * ticksPerBar() / steps;
        events.add(new Event(tick, 2, 0xA0, note, 127));
        events.add(new Event(tick + 60, 2, 0xA0, note, 0));
        return this;
    }

    /** One more hit at a step of the bar before, of a given length. */
    private CueBook oneMore(int note, int step, int steps, int velocity, int length) {
        return oneMore(note, step, steps, velocity, length, 0);
    }

    /** The same, some ticks late. */
    private CueBook oneMore(int note, int step, int steps, int velocity, int length, int late) {
        long tick = before(step, steps) + late;
        events.add(new Event(tick, 1, 0x90, note, velocity));
        events.add(new Event(tick + length, 0, 0x80, note, 64));
        return this;
    }

    /** A hit that never ends. */
    private CueBook begin(int note, int step, int steps, int velocity) {
        events.add(new Event(before(step, steps), 1, 0x90, note, velocity));
        return this;
    }

    /** A hit on another channel. */
    private CueBook stray(int note, int step, int steps, int velocity) {
        strays.add(new Event(before(step, steps), 1, 0x90, note, velocity));
        strays.add(new Event(before(step, steps) + HIT_TICKS, 0, 0x80, note, 64));
        return this;
    }

    private long before(int step, int steps) {
        return (bars - 1) * (long) ticksPerBar() + (long) step * ticksPerBar() / steps;
    }

    private byte[] bytes() {
        long end = (long) bars * ticksPerBar();
        int microseconds = 60_000_000 / beatsPerMinute;
        MidiFileBuilder file =
                MidiFile.builder(1, new Division.TicksPerBeat(TICKS_PER_BEAT)).track();
        file.meta(0, 0x03, text(title));
        file.meta(0, 0x01, text("From the drum book of The Lantern Fair"));
        file.meta(0, 0x58, new byte[] {(byte) beatsPerBar, (byte) beatUnitPower, 24, 8});
        file.meta(0, 0x51, new byte[] {(byte) (microseconds >> 16), (byte) (microseconds >> 8), (byte) microseconds});
        markers.forEach((tick, words) -> file.meta(tick, 0x06, text(words)));
        file.track();
        file.meta(0, 0x03, text("Drums"));
        events.stream()
                .sorted(Comparator.comparingLong(Event::tick).thenComparingInt(Event::order))
                .forEach(event -> file.message(event.tick, event.command, channel, event.data1, event.data2));
        if (!strays.isEmpty()) {
            file.track();
            file.meta(0, 0x03, text("A pad of its own"));
            strays.forEach(event -> file.message(event.tick, event.command, STRAY_CHANNEL, event.data1, event.data2));
        }
        return file.build(end);
    }

    private static byte[] text(String text) {
        return text.getBytes(StandardCharsets.US_ASCII);
    }

    /** All cues by their file names. */
    static Map<String, byte[]> cues() {
        Map<String, byte[]> cues = new LinkedHashMap<>();
        cues.put("Harbour Overture.mid", harbourOverture());
        cues.put("Clockmaker's Waltz.mid", clockmakersWaltz());
        cues.put("Storm at Sea.mid", stormAtSea());
        cues.put("The Tightrope.mid", theTightrope());
        cues.put("Puppets' March.mid", puppetsMarch());
        cues.put("Lamplighter's Round.mid", lamplightersRound());
        cues.put("Rain on the Tent.mid", rainOnTheTent());
        return cues;
    }

    /** For Quayside Oak: crashes 2 and 3 together on a downbeat, rim shots on the backbeat. */
    private static byte[] harbourOverture() {
        return new CueBook("Harbour Overture", 4, 2, 112, 10)
                .mark("Curtain")
                .bar(
                        1,
                        "=75 F...............",
                        "=78 F...............",
                        "26 F.....f.f.......",
                        "29 ....F.......F...",
                        "57 ..m.m.m.m.m.m.m.")
                .bar(2, "57 f.m.f.m.f.m.f.m.", "26 F.....f.f.......", "29 ....F.......F...")
                .bar(1, "57 f.m.f.m.f.m.....", "61 ..............f.", "26 F.....f.f.......", "29 ....F.......F.ff")
                .bar(3, "57 f.m.f.m.f.m.f.m.", "26 F..f....f.f.....", "29 ....F..g.g..F...", "28 .......g.g......")
                .bar(
                        1,
                        "26 F.......f.......",
                        "44 ....fff.........",
                        "47 .......fff......",
                        "50 ..........fff...",
                        "53 .............fFF",
                        "70 f...f...f...f...")
                .mark("Quayside")
                .bar(
                        1,
                        "=75 F...............",
                        "=78 F...............",
                        "81 ..m.f.m.f.m.f.m.",
                        "26 F.....f.f.......",
                        "29 ....F.......F...")
                .bar(
                        5,
                        "81 f.m.f.m.f.m.f.m.",
                        "82 ....f.......f...",
                        "26 F.....f.f..f....",
                        "29 ....F.......F...",
                        "70 ....p.......p...")
                .bar(1, "81 f.m.f.m.f.......", "26 F.....f.f.......", "29 ....F.......FFFF", "89 ........f.......")
                .bar(1, "=75 F...............", "=78 F...............", "=89 F...............", "26 F...............")
                .bytes();
    }

    /** For Candle Brushes: sweeps and taps in three, the foot on two and three. */
    private static byte[] clockmakersWaltz() {
        return new CueBook("Clockmaker's Waltz", 3, 2, 152, 10)
                .mark("The shop opens")
                .bar(7, "36 m...........", "41 m...m...m...", "40 ....p...p...", "63 ....m...m...")
                .bar(1, "36 m...........", "42 m...........", "43 ....m...m...", "63 ....m...m...")
                .mark("All clocks strike")
                .bar(7, "36 m.....p.....", "66 m...m.p.m...", "41 m...m...m...", "43 ........m...", "63 ....m...m...")
                .bar(1, "36 m...........", "52 ..m.m.......", "54 ......m.m...", "56 ..........m.", "63 ....m...m...")
                .mark("Closing time")
                .bar(6, "36 p...........", "42 p.....p.....", "40 ....g...g...", "63 ....p...p...")
                .bar(1, "36 p...........", "71 p...........", "63 ....p...p...")
                .bar(1, "36 m...........", "70 m...........", "72 ........m...")
                .bytes();
    }

    /** For Quayside Oak: fills down four toms, choked crashes, a gong, a splash, and one note no line knows. */
    private static byte[] stormAtSea() {
        String[] fill = {
            "26 F...f...f...f...",
            "44 ffff............",
            "47 ....ffff........",
            "50 ........ffff....",
            "53 ............ffFF"
        };
        String[] groove = {"26 F..f..f...F..f..", "28 ....F..g.g..F..g", "64 f.m.f.m.f.m.f.m."};
        return new CueBook("Storm at Sea", 4, 2, 138, 10)
                .mark("Wind rises")
                .bar(1, "92 F...............", "26 F.......f.......", "50 ..p.p.p.m.m.m.m.", "53 p.p.p.p.m.m.m.f.")
                .bar(2, "26 F.......f.......", "50 m.m.m.m.f.f.f.f.", "53 .m.m.m.m.f.f.f.f", "70 ....f.......f...")
                .bar(1, fill)
                .mark("First wave")
                .bar(
                        1,
                        "=72 F...............",
                        "=78 F...............",
                        "26 F..f..f...F..f..",
                        "28 ....F..g.g..F..g",
                        "64 ..m.f.m.f.m.f.m.")
                .bar(2, groove)
                .bar(
                        1,
                        "26 F..f..f.F.......",
                        "28 ....F..g........",
                        "64 f.m.f.m.........",
                        "75 ........F.......",
                        "77 ..........F.....",
                        "78 ............F...",
                        "80 ..............F.")
                .bar(3, groove)
                .bar(1, fill)
                .mark("Mast breaks")
                .bar(
                        1,
                        "=72 F...............",
                        "=75 F...............",
                        "89 ........F.......",
                        "26 F.F...F.F.F...F.",
                        "29 ....F.......F...",
                        "67 ..f...f...f...f.")
                .bar(2, "26 F.F...F.F.F...F.", "29 ....F.......F...", "67 f.f.f.f.f.f.f.f.", "89 ........f.......")
                .bar(1, fill)
                .bar(
                        1,
                        "=72 F...............",
                        "=78 F...............",
                        "26 F.F...F.F.F...F.",
                        "29 ....F.......F...",
                        "67 ..f...f...f...f.")
                .bar(2, "26 F.F...F.F.F...F.", "29 ....F.......F...", "67 f.f.f.f.f.f.f.f.", "87 ......f.......f.")
                .bar(1, "26 F.......F.......", "36 ....F.......F...", "72 F.......F.......", "74 ...F.......F....")
                .mark("Calm")
                .bar(4, "26 p.......p.......", "30 ....m.......m...", "81 m...m.p.m...m.p.", "70 ....p.......p...")
                .bar(
                        3,
                        "26 p.......p.......",
                        "30 ....m.......m...",
                        "81 m...m.p.m...m.p.",
                        "82 ............p...",
                        "91 ......p.........")
                .bar(1, "26 m.......m.......", "28 ....ggppmmff....", "5 ............m...", "44 ............m...")
                .bar(3, "26 m.......m.......", "30 ....m.......m...", "81 m...m.p.m...m.p.", "70 ....p.......p...")
                .bar(1, "=72 F...............", "=75 F...............", "26 F...............", "92 ....f...........")
                .bytes();
    }

    /** For Quayside Oak: ghost notes under a backbeat, hats that breathe. */
    private static byte[] theTightrope() {
        String[] step = {"26 F..m..f...m.....", "28 ..g..g.g.g.g..g.", "29 ....F.......F...", "56 m.m.m.m.m.m.m.m."};
        return new CueBook("The Tightrope", 4, 2, 96, 10)
                .mark("One foot")
                .bar(3, step)
                .bar(
                        1,
                        "26 F..m..f...m.....",
                        "28 ..g..g.g.g.g..g.",
                        "29 ....F.......F...",
                        "56 m.m.m.m.m.m.....",
                        "59 ............m...",
                        "61 ..............f.",
                        "70 ............p...")
                .mark("Other foot")
                .bar(3, step)
                .bar(
                        1,
                        "26 F..m............",
                        "28 ..g..g.ppppmmmff",
                        "37 ....f...........",
                        "56 m.m.............",
                        "87 ...............F")
                .bytes();
    }

    /** For Otterbrook E7: one hat pad whose pedal says how open, crashes grabbed by hand. */
    private static byte[] puppetsMarch() {
        CueBook cue = new CueBook("Puppets' March", 4, 2, 120, 10).mark("Strings taut");
        for (int part = 0; part < 3; part++) {
            cue.pedal(0, 16, 127)
                    .bar(2, "30 F.......F.......", "32 ....f...g.g.f...", "48 f.m.f.m.f.m.f.m.")
                    .pedal(0, 16, 120)
                    .pedal(6, 16, 64)
                    .pedal(8, 16, 127)
                    .bar(1, "30 F.......F.......", "32 ....f...g.g.f...", "49 f.m.f.f.f.m.f.m.")
                    .pedal(0, 16, 96)
                    .pedal(8, 16, 32)
                    .pedal(14, 16, 0)
                    .bar(1, "30 F.......F.....F.", "33 ....F.......F...", "49 f.f.f.f.f.f.f.F.", "51 ...............f");
        }
        cue.mark("Strings cut")
                .pedal(0, 16, 127)
                .bar(
                        2,
                        "54 F...............",
                        "30 F.......F.......",
                        "34 ....f.......f...",
                        "60 ..m.f.m.f.m.f.m.",
                        "51 ....m.......m...")
                .bar(
                        1,
                        "30 F...............",
                        "36 ffff............",
                        "39 ....ffff........",
                        "42 ........ffff....",
                        "45 ............ffFF")
                .bar(1, "=54 F.......F.......", "=57 F.......F.......", "30 F.......F.......")
                .grab(54, 4, 16)
                .grab(57, 4, 16)
                .grab(54, 12, 16)
                .grab(57, 12, 16);
        return cue.bytes();
    }

    /** For Otterbrook E7, by an unlucky drummer: nearly everything that can go wrong with a recording, bar by bar. */
    private static byte[] rainOnTheTent() {
        CueBook cue = new CueBook("Rain on the Tent", 4, 2, 104, 10).mark("First drops");
        String[] groove = {"30 F.......F.......", "32 ....f.......f...", "48 f.m.f.m.f.m.f.m."};
        cue.pedal(0, 16, 127).bar(1, groove).oneMore(54, 0, 16, 100, HIT_TICKS).oneMore(57, 8, 16, 100, HIT_TICKS);
        // The snare's trigger bounces.
        cue.bar(1, groove).oneMore(32, 4, 16, 60, 40, 16).oneMore(32, 12, 16, 55, 40, 14);
        // A pad that no line has; and a key that switches nothing.
        cue.bar(1, groove)
                .oneMore(50, 6, 16, 90, HIT_TICKS)
                .oneMore(50, 14, 16, 96, HIT_TICKS)
                .oneMore(2, 0, 16, 64, HIT_TICKS);
        // Kicks that the last tom hears.
        cue.bar(2, "30 F...F...F...F...", "32 ....f.......f...", "48 f.m.f.m.f.m.f.m.");
        for (int step = 0; step < 16; step += 4) {
            cue.oneMore(45, step, 16, 8 + step / 4, HIT_TICKS, 3);
        }
        // The second crash is grabbed, though it has long died away.
        cue.bar(1, groove).grab(57, 8, 16);
        // A crash without an end, and strokes that are hardly there.
        cue.bar(1, groove)
                .begin(54, 0, 16, 110)
                .oneMore(36, 10, 16, 88, 4)
                .oneMore(39, 12, 16, 88, 5)
                .oneMore(42, 14, 16, 92, 4);
        // The second crash is grabbed while the first one rings.
        cue.bar(1, groove).oneMore(54, 0, 16, 112, HIT_TICKS);
        cue.bar(1, "30 F.......F.......").oneMore(54, 0, 16, 112, HIT_TICKS).grab(57, 8, 16);
        // A ride whose ends come too late, and a tom that is held.
        cue.bar(1, "30 F.......F.......", "32 ....f.......f...")
                .oneMore(60, 0, 16, 80, 300)
                .oneMore(60, 2, 16, 84, 90)
                .oneMore(60, 4, 16, 80, 300)
                .oneMore(60, 6, 16, 84, 90)
                .oneMore(39, 8, 16, 96, 4_400);
        // A restless foot.
        for (int i = 0; i < 70; i++) {
            cue.events.add(new Event(cue.bars * (long) cue.ticksPerBar() + 3L * i, 0, 0xB0, 4, 127 - i % 3));
        }
        cue.pedal(15, 16, 127).bar(1, groove);
        // Four strokes from a pad that sends on another channel.
        cue.bar(1, "30 F.......F.......", "48 f.m.f.m.f.m.f.m.");
        for (int step = 4; step < 16; step += 4) {
            cue.stray(32, step, 16, 96);
        }
        cue.mark("It clears up")
                .bar(1, groove)
                // The foot opens the hat for a bar.
                .pedal(0, 16, 0)
                .bar(1, groove)
                .pedal(0, 16, 127)
                .bar(1, groove)
                .bar(1, "=54 F...............", "=57 F...............", "30 F...............")
                .grab(54, 8, 16)
                .grab(57, 8, 16);
        return cue.bytes();
    }

    /** For Pebbledash 16, on channel 1: a foot-closed hat with a tambourine, a shaker, a wood block. */
    private static byte[] lamplightersRound() {
        return new CueBook("Lamplighter's Round", 6, 3, 176, 1)
                .mark("First street")
                .bar(5, "60 f.....m.....", "62 ......m.....", "=70 ...m.....m..", "=71 ...m.....m..", "74 p.p.m.p.p.m.")
                .bar(1, "60 f.....m.....", "61 ......f...ff", "70 ...m.....m..", "71 ...m.....m..", "75 f.f...f.f...")
                .mark("Last lamp")
                .bar(
                        5,
                        "60 f....mm.....",
                        "61 ......f.....",
                        "70 ...m.....m..",
                        "71 ...m.....m..",
                        "68 f.p.p.f.p.p.",
                        "75 ..........p.")
                .bar(1, "60 F...........", "72 F...........", "71 F.....m.....", "69 ......f.....")
                .bytes();
    }

    public static void main(String[] arguments) throws IOException {
        Path folder = Path.of(arguments[0]);
        for (Map.Entry<String, byte[]> cue : cues().entrySet()) {
            Files.write(folder.resolve(cue.getKey()), cue.getValue());
        }
    }
}
