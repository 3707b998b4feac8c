package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.kit.NoteFacts;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.midi.TimedMessage;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.notemap.PadPlan.Steady;
import org.jollyledger.core.notemap.PadPlan.StrikePlace;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.RandomMaps;
import org.junit.jupiter.api.Test;

/** What is played is translated as it is played, as the file of it would be, and every note that begins also ends. */
class LiveTranslatorTest {
    /** With 500 ticks to a quarter of half a second a tick is a millisecond. */
    private static final int TICKS = 500;

    private static final int MILLISECOND = 1_000;

    static NoteMap map(String name, String... lines) {
        return GeneralMidi.level1()
                .withName(name)
                .withChannel(OptionalInt.empty())
                .withLines(Arrays.stream(lines)
                        .map(line -> line.split(" "))
                        .map(line -> Line.of(Integer.parseInt(line[0]), line[1], Sound.parse(line[1])))
                        .toList());
    }

    @Provide
    Arbitrary<Crosswalk> crosswalks() {
        return RandomMaps.crosswalks();
    }

    /** Messages of all kinds, hung notes and stray ends included. */
    static TimedMessage any(Random random, long at) {
        int channel = random.nextInt(4) == 0 ? random.nextInt(16) : 9;
        int note = random.nextInt(10) == 0 ? random.nextInt(128) : 33 + random.nextInt(18);
        return switch (random.nextInt(8)) {
            case 0, 1, 2 -> new TimedMessage(at, 0x90 | channel, note, 1 + random.nextInt(127));
            case 3 -> new TimedMessage(at, 0x80 | channel, note, random.nextInt(128));
            case 4 -> new TimedMessage(at, 0x90 | channel, note, 0);
            case 5 -> new TimedMessage(at, 0xA0 | channel, note, random.nextInt(128));
            case 6 ->
                new TimedMessage(
                        at, 0xB0 | channel, random.nextBoolean() ? 4 : random.nextInt(120), random.nextInt(128));
            default -> new TimedMessage(at, 0xC0 | random.nextInt(3) << 4 | channel, random.nextInt(128), 0);
        };
    }

    @Property
    void whatIsPlayedIsWhatTheFileOfItWouldBe(@ForAll("crosswalks") Crosswalk crosswalk, @ForAll int seed)
            throws Exception {
        Random random = new Random(seed);
        // A struck choke on either side, and a foot without a note, ask for what comes later.
        Assume.that(facts(crosswalk.table())
                .noneMatch(facts -> facts.choke().equals(Optional.of(NoteFacts.Choke.STRUCK))
                        || facts.foot().isPresent()));
        List<TimedMessage> played = new ArrayList<>();
        int[] notes = crosswalk.source().firstLines().stream()
                .mapToInt(line -> line.note().number())
                .toArray();
        Assume.that(notes.length > 0);
        for (int i = 0; i < 60; i++) {
            long at = 100L * i * MILLISECOND;
            int note = random.nextInt(12) == 0 ? 20 : notes[random.nextInt(notes.length)];
            if (random.nextInt(4) == 0) {
                int controller = crosswalk.source().openness().pedal().controller();
                played.add(new TimedMessage(
                        at - 10 * MILLISECOND + (i == 0 ? 10 * MILLISECOND : 0),
                        0xB9,
                        controller,
                        random.nextInt(128)));
            }
            played.add(new TimedMessage(at, 0x99, note, 1 + random.nextInt(127)));
            played.add(new TimedMessage(at + 40 * MILLISECOND, 0x89, note, 64));
        }
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(TICKS)).track();
        played.forEach(message -> file.message(
                message.at() / MILLISECOND, message.status() & 0xF0, 10, message.data1(), message.data2()));
        Part part = Part.of(MidiFile.read(file.build(20_000)), Channels.only(10));
        Part converted = Part.of(MidiFile.read(Conversion.of(part, crosswalk).bytes()), Channels.ALL);
        LiveTranslator live = LiveTranslator.by(crosswalk.table());
        List<TimedMessage> sent = new ArrayList<>();
        played.forEach(message -> sent.addAll(live.receive(message)));
        assertThat(strokes(sent)).isEqualTo(hits(converted));
    }

    private static java.util.stream.Stream<NoteFacts> facts(TranslationTable table) {
        return java.util.stream.Stream.concat(table.forms().from().stream(), table.forms().to().stream());
    }

    private static List<String> strokes(List<TimedMessage> messages) {
        return messages.stream()
                .filter(message -> (message.status() & 0xF0) == 0x90 && message.data2() > 0)
                .map(message -> message.at() / MILLISECOND + " " + ((message.status() & 0x0F) + 1) + " "
                        + message.data1() + " " + message.data2())
                .sorted()
                .toList();
    }

    private static List<String> hits(Part part) {
        return IntStream.range(0, part.hitCount())
                .mapToObj(hit ->
                        part.tick(hit) + " " + part.channel(hit) + " " + part.note(hit) + " " + part.velocity(hit))
                .sorted()
                .toList();
    }

    @Property
    void everyNoteThatBeginsAlsoEnds(
            @ForAll("crosswalks") Crosswalk one, @ForAll("crosswalks") Crosswalk other, @ForAll int seed) {
        Random random = new Random(seed);
        LiveTranslator live = LiveTranslator.by(one.table());
        List<TimedMessage> sent = new ArrayList<>();
        long at = 0;
        for (int i = 0; i < 400; i++) {
            at += random.nextInt(3) == 0 ? 0 : random.nextInt(400_000);
            int what = random.nextInt(60);
            if (what == 0) {
                sent.addAll(live.change(random.nextBoolean() ? one.table() : other.table(), PlayedInput.PLAIN, at));
                assertThat(sounding(sent)).as("after another table").isEmpty();
            } else if (what == 1) {
                sent.addAll(live.stop(at));
                assertThat(sounding(sent)).as("after a stop").isEmpty();
            } else {
                sent.addAll(live.receive(any(random, at)));
            }
        }
        sent.addAll(live.stop(at));
        assertThat(sounding(sent)).isEmpty();
        assertThat(sent).isSortedAccordingTo(Comparator.comparingLong(TimedMessage::at));
        assertThat(live.advance(at + 100_000_000))
                .as("nothing comes after a stop")
                .isEmpty();
    }

    /** The notes that sound, and the pressure that holds; none ends more often than it begins. */
    private static Map<String, Integer> sounding(List<TimedMessage> messages) {
        Map<Integer, Integer> notes = new HashMap<>();
        Map<String, Integer> all = new TreeMap<>();
        for (TimedMessage message : messages) {
            int command = message.status() & 0xF0;
            int key = (message.status() & 0x0F) << 7 | message.data1();
            if (command == 0x90 && message.data2() > 0) {
                notes.merge(key, 1, Integer::sum);
            } else if (command == 0x90 || command == 0x80) {
                assertThat(notes.merge(key, -1, Integer::sum))
                        .as("ends of " + key)
                        .isNotNegative();
            }
        }
        notes.forEach((key, count) -> {
            if (count > 0) {
                all.put("note " + key, count);
            }
        });
        return all;
    }

    static List<String> run(LiveTranslator live, String... messages) {
        List<String> sent = new ArrayList<>();
        for (String text : messages) {
            String[] parts = text.split(" ");
            TimedMessage message = new TimedMessage(
                    Long.parseLong(parts[0]) * MILLISECOND,
                    Integer.parseInt(parts[1], 16),
                    Integer.parseInt(parts[2]),
                    Integer.parseInt(parts[3]));
            live.receive(message).forEach(out -> sent.add(text(out)));
        }
        return sent;
    }

    static String text(TimedMessage message) {
        return message.at() / MILLISECOND + " " + Integer.toHexString(message.status()) + " " + message.data1() + " "
                + message.data2();
    }

    static final NoteMap KIT = map("Kit", "30 kick", "54 crash.1", "48 hihat.pedal")
            .withChokes(ChokeExpression.PRESSURE)
            .withOpenness(OpennessExpression.CONTROLLER);
    static final NoteMap LIBRARY = map(
            "Library",
            "36 kick",
            "49 crash.1",
            "50 crash.1.choke",
            "42 hihat.closed",
            "46 hihat.open",
            "44 hihat.pedal-close");

    static LiveTranslator between(NoteMap from, NoteMap to) {
        return LiveTranslator.by(Crosswalk.propose(from, to).table());
    }

    @Test
    void aGrabByPressureIsTheNoteOfTheChoke() {
        assertThat(run(
                        between(KIT, LIBRARY),
                        "0 99 54 100",
                        "50 89 54 64",
                        "500 A9 54 90",
                        "520 A9 54 110",
                        "540 A9 54 0",
                        "900 99 30 80"))
                .containsExactly("0 99 49 100", "50 89 49 64", "500 99 50 90", "560 89 50 64", "900 99 36 80");
    }

    @Test
    void theNoteOfAChokeIsPressureAsLongAsItIsHeld() {
        assertThat(run(between(LIBRARY, KIT), "0 99 49 100", "50 89 49 64", "500 99 50 90", "700 89 50 64"))
                .containsExactly("0 99 54 100", "50 89 54 64", "500 a9 54 90", "700 a9 54 0");
    }

    @Test
    void aHatGoesWhereItsPedalStandsAndAFootThatClosesItIsHeard() {
        assertThat(run(
                        between(KIT, LIBRARY),
                        "0 B9 4 0",
                        "10 99 48 90",
                        "60 89 48 64",
                        "500 B9 4 127",
                        "600 99 48 80",
                        "700 B9 7 100"))
                .containsExactly(
                        "10 99 46 90", "60 89 46 64", "500 99 44 100", "560 89 44 64", "600 99 42 80", "700 b9 7 100");
    }

    @Test
    void aCymbalRingsOnWhereItsReleaseWouldStopIt() {
        NoteMap release = LIBRARY.withName("Release").withChokes(ChokeExpression.RELEASE);
        assertThat(run(
                        between(KIT, release),
                        "0 99 54 100",
                        "50 89 54 64",
                        "500 A9 54 90",
                        "600 A9 54 0",
                        "1000 99 54 100",
                        "1050 89 54 64",
                        "1100 99 54 60",
                        "20000 99 30 80"))
                .containsExactly(
                        "0 99 49 100",
                        "500 89 49 64",
                        "1000 99 49 100",
                        "1100 89 49 64",
                        "1100 99 49 60",
                        "10100 89 49 64",
                        "20000 99 36 80");
    }

    @Test
    void theFiguresOfAKitComeBeforeItsTable() {
        List<Integer> hard = IntStream.range(0, 128)
                .mapToObj(velocity -> velocity == 0 ? 0 : 100)
                .toList();
        TreeMap<Integer, List<Integer>> curves = new TreeMap<>(Map.of(31, hard));
        PlayedInput input = new PlayedInput(
                curves,
                Optional.of(new StrikePlace(16, Note.of(31), 40, 90, Note.of(32), Note.of(33))),
                Optional.empty(),
                Optional.empty());
        NoteMap snare = map("Snare", "31 snare.centre", "32 snare.off-centre", "33 snare.edge");
        NoteMap large = map("Large", "60 snare.centre", "61 snare.off-centre", "62 snare.edge");
        LiveTranslator live = LiveTranslator.by(Crosswalk.propose(snare, large).table(), input);
        assertThat(run(
                        live,
                        "0 99 31 20",
                        "10 B9 16 39",
                        "20 99 31 20",
                        "30 B9 16 40",
                        "40 99 31 20",
                        "50 B9 16 127",
                        "60 99 31 20"))
                .filteredOn(text -> text.contains(" 99 "))
                .containsExactly("0 99 60 100", "20 99 60 100", "40 99 61 100", "60 99 62 100");
    }

    /** Common practice: the shock of a hard stroke on a closed hi-hat shakes its pedal, before the stroke comes or after. */
    @Test
    void aClosedHatStaysClosedUnderHardStrokes() {
        NoteMap byNotes = map("Notes", "60 hihat.closed", "61 hihat.half", "62 hihat.open");
        NoteMap kit = map("Pedal", "48 hihat.pedal").withOpenness(OpennessExpression.CONTROLLER);
        PlayedInput steady =
                new PlayedInput(new TreeMap<>(), Optional.empty(), Optional.empty(), Optional.of(new Steady(50, 100)));
        String[] played = {
            "0 B9 4 127",
            "990 B9 4 60",
            "1000 99 48 120",
            "1010 B9 4 0",
            "1020 99 48 110",
            "1200 99 48 120",
            "2000 B9 4 120",
            "2010 99 48 110",
            "2020 B9 4 0",
            "2030 B9 4 125",
            "3000 B9 4 0",
            "3040 99 48 80",
            "4000 99 48 120"
        };
        assertThat(run(LiveTranslator.by(Crosswalk.propose(kit, byNotes).table(), steady), played))
                .filteredOn(text -> text.contains(" 99 "))
                .as(
                        "struck while it is closed or was a moment ago; open once it has been open for long, or is struck softly")
                .containsExactly(
                        "1000 99 60 120",
                        "1020 99 60 110",
                        "1200 99 62 120",
                        "2010 99 60 110",
                        "3040 99 62 80",
                        "4000 99 62 120");
        NoteMap other = kit.withName("Other");
        assertThat(run(LiveTranslator.by(Crosswalk.propose(kit, other).table(), steady), played))
                .filteredOn(text -> text.contains(" b9 "))
                .as("what waited is sent when the shock is over")
                .containsExactly(
                        "0 b9 4 127",
                        "990 b9 4 60",
                        "1000 b9 4 127",
                        "1070 b9 4 0",
                        "2000 b9 4 120",
                        "2030 b9 4 125",
                        "3000 b9 4 0");
    }
}
