package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.TreeSet;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;
import org.junit.jupiter.api.Test;

/** Chokes in their three forms and hats in their two, on the way from one map to another and back. */
class FormsTest {
    private static final int QUARTER = 480;
    private static final int CONTROL_CHANGE = 0xB0;

    private static NoteMap map(String name, String... lines) {
        return GeneralMidi.level1()
                .withName(name)
                .withChannel(OptionalInt.empty())
                .withLines(Arrays.stream(lines)
                        .map(line -> line.split(" "))
                        .map(line -> Line.of(Integer.parseInt(line[0]), line[1], Sound.parse(line[1])))
                        .toList());
    }

    private static final NoteMap NOTES = map(
            "By note",
            "36 kick",
            "38 snare",
            "49 crash.1",
            "50 crash.1.choke",
            "57 crash.2",
            "58 crash.2.choke",
            "42 hihat.closed",
            "43 hihat.quarter",
            "44 hihat.half",
            "45 hihat.three-quarter",
            "46 hihat.open",
            "41 hihat.tight");
    private static final NoteMap PRESSURE = map(
                    "By pressure", "30 kick", "32 snare", "54 crash.1", "57 crash.2", "48 hihat.pedal")
            .withChokes(ChokeExpression.PRESSURE)
            .withOpenness(OpennessExpression.CONTROLLER.withPedal(
                    HatPedal.USUAL.withThresholds(List.of(16, 48, 80, 112, 122))));
    private static final NoteMap RELEASE = map(
                    "By release", "24 kick", "26 snare", "40 crash.1", "41 crash.2", "44 hihat.closed", "46 hihat.open")
            .withChokes(ChokeExpression.RELEASE);

    private record Event(long tick, int order, int command, int data1, int data2) {}

    private static MidiFile file(List<Event> events) throws Exception {
        events.sort(Comparator.comparingLong(Event::tick).thenComparingInt(Event::order));
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        events.forEach(event -> file.message(event.tick, event.command, 10, event.data1, event.data2));
        return MidiFile.read(file.build(200L * QUARTER));
    }

    private static void hit(List<Event> events, long tick, int note, int velocity, int length) {
        events.add(new Event(tick, 2, 0x90, note, velocity));
        events.add(new Event(tick + length, 0, 0x80, note, 64));
    }

    /** Crashes of which some are choked, hats of all openings, and the rest of a groove, on the map by notes. */
    private static MidiFile music(Random random) throws Exception {
        List<Event> events = new ArrayList<>();
        int[] hats = {41, 42, 43, 44, 45, 46};
        for (int beat = 0; beat < 64; beat++) {
            long tick = (long) beat * QUARTER;
            hit(events, tick, beat % 2 == 0 ? 36 : 38, 60 + random.nextInt(60), 60);
            hit(events, tick + QUARTER / 2, hats[random.nextInt(hats.length)], 50 + random.nextInt(60), 60);
            if (beat % 4 == 0 && random.nextBoolean()) {
                int crash = random.nextBoolean() ? 49 : 57;
                hit(events, tick + 1, crash, 80 + random.nextInt(40), 60);
                if (random.nextBoolean()) {
                    hit(events, tick + QUARTER + random.nextInt(QUARTER), crash + 1, 40 + random.nextInt(80), 30);
                }
            }
        }
        return file(events);
    }

    private static Conversion convert(MidiFile file, NoteMap from, NoteMap to) {
        Part part = Part.of(file, Channels.ALL);
        return Conversion.of(part, Crosswalk.propose(from, to, part));
    }

    private static List<String> hits(MidiFile file) {
        Part part = Part.of(file, Channels.ALL);
        return Arrays.stream(part.hitsInTime())
                .mapToObj(hit -> part.tick(hit) + " " + part.note(hit) + " " + part.velocity(hit))
                .sorted()
                .toList();
    }

    private static long messages(MidiFile file, int command) {
        MidiTrack track = file.tracks().get(0);
        return IntStream.range(0, track.eventCount())
                .filter(event -> track.command(event) == command)
                .count();
    }

    @Property
    void thereAndBackGivesTheSameMusic(@ForAll int seed) throws Exception {
        MidiFile music = music(new Random(seed));
        Conversion there = convert(music, NOTES, PRESSURE);
        MidiFile played = MidiFile.read(there.bytes());
        FormAccount account = there.statement().forms();
        assertThat(there.statement().balances()).isTrue();
        assertThat(account.lost()).isZero();
        assertThat(account.changed()).isEqualTo(account.chokes());
        assertThat(there.statement().totals().formed()).isEqualTo(account.chokes());
        assertThat(messages(played, CONTROL_CHANGE)).isEqualTo(account.valuesOut());
        assertThat(Losses.of(there.statement())).isEmpty();

        Conversion back = convert(played, PRESSURE, NOTES);
        MidiFile again = MidiFile.read(back.bytes());
        assertThat(hits(again)).isEqualTo(hits(music));
        assertThat(back.statement().balances()).isTrue();
        assertThat(back.statement().totals().putIn()).isEqualTo(account.chokes());
        assertThat(messages(again, CONTROL_CHANGE))
                .isZero()
                .isEqualTo(back.statement().forms().valuesOut());
        assertThat(messages(again, 0xA0)).isZero();
    }

    @Property
    void chokesAreReleasesOnAMapThatWantsThem(@ForAll int seed) throws Exception {
        MidiFile music = music(new Random(seed));
        Conversion there = convert(music, NOTES, RELEASE);
        Part part = Part.of(MidiFile.read(there.bytes()), Channels.ALL);
        Part before = Part.of(music, Channels.ALL);
        TreeSet<Long> chokes = new TreeSet<>();
        for (int hit = 0; hit < before.hitCount(); hit++) {
            if (before.note(hit) == 50 || before.note(hit) == 58) {
                chokes.add(before.tick(hit));
            }
        }
        int released = 0;
        for (int hit = 0; hit < part.hitCount(); hit++) {
            if (part.note(hit) == 40 || part.note(hit) == 41) {
                long seconds = (part.endTick(hit) - part.tick(hit)) / (2 * QUARTER);
                boolean choked = chokes.contains(part.endTick(hit));
                released += choked ? 1 : 0;
                int note = part.note(hit);
                long end = part.endTick(hit);
                boolean again = IntStream.range(0, part.hitCount())
                        .anyMatch(other -> part.note(other) == note && part.tick(other) == end);
                assertThat(choked || again || seconds >= 8).isTrue();
            }
        }
        assertThat(released).isEqualTo(there.statement().forms().changed());
        assertThat(there.statement().balances()).isTrue();
    }

    @Test
    void aChokeFollowsTheStrokeThatItStops() throws Exception {
        NoteMap one = map("One crash", "60 crash.1", "61 crash.1.choke", "36 kick");
        List<Event> events = new ArrayList<>();
        hit(events, 0, 57, 100, 60);
        hit(events, QUARTER, 58, 90, 60);
        assertThat(hits(MidiFile.read(convert(file(events), NOTES, one).bytes())))
                .containsExactlyInAnyOrder("0 60 100", QUARTER + " 61 90");
    }

    @Test
    void aStruckChokeTakesThePlaceOfTheStrokeJustBefore() throws Exception {
        NoteMap struck =
                map("Struck", "60 crash.1", "61 crash.1.struck-choke", "62 crash.2", "63 crash.2.struck-choke");
        List<Event> events = new ArrayList<>();
        hit(events, 0, 49, 100, 60);
        hit(events, 100, 50, 90, 60);
        hit(events, 4 * QUARTER, 57, 100, 60);
        hit(events, 5 * QUARTER, 58, 90, 60);
        Conversion conversion = convert(file(events), NOTES, struck);
        assertThat(hits(MidiFile.read(conversion.bytes())))
                .containsExactlyInAnyOrder("0 61 100", 4 * QUARTER + " 62 100");
        Part after = Part.of(MidiFile.read(conversion.bytes()), Channels.ALL);
        assertThat(after.endTick(1)).isEqualTo(5L * QUARTER);
        assertThat(conversion.statement().forms()).isEqualTo(new FormAccount(2, 0, 1, 1, 0, 0, 0));
        assertThat(conversion.statement().balances()).isTrue();
    }

    @Test
    void aCymbalThatCannotBeChokedIsNamed() throws Exception {
        NoteMap none = map("None", "60 crash.1", "62 crash.2", "30 kick", "48 hihat.pedal");
        List<Event> events = new ArrayList<>();
        hit(events, 0, 54, 100, 60);
        events.add(new Event(QUARTER, 3, 0xA0, 54, 90));
        events.add(new Event(QUARTER + 40, 3, 0xA0, 54, 0));
        Conversion conversion = convert(file(events), PRESSURE, none);
        assertThat(conversion.statement().forms().lost()).isEqualTo(1);
        assertThat(Losses.of(conversion.statement()))
                .extracting(group -> group.key().kind())
                .containsExactly(Losses.Kind.CHOKE);
    }

    @Test
    void aFootThatClosesWithoutANoteIsPutInWhereTheTargetHasANoteForIt() throws Exception {
        NoteMap foot = map(
                "Foot", "36 kick", "42 hihat.closed", "46 hihat.open", "44 hihat.pedal-close", "45 hihat.pedal-splash");
        List<Event> events = new ArrayList<>();
        events.add(new Event(0, 1, CONTROL_CHANGE, 4, 0));
        hit(events, 0, 48, 100, 60);
        // Closed at once under the ringing hat; at this tempo a quarter lasts half a second.
        events.add(new Event(QUARTER, 1, CONTROL_CHANGE, 4, 127));
        // Opened and closed again over a fifth of a second, then let go at once.
        events.add(new Event(2 * QUARTER, 1, CONTROL_CHANGE, 4, 0));
        events.add(new Event(3 * QUARTER, 1, CONTROL_CHANGE, 4, 60));
        events.add(new Event(3 * QUARTER + 96, 1, CONTROL_CHANGE, 4, 90));
        events.add(new Event(3 * QUARTER + 192, 1, CONTROL_CHANGE, 4, 120));
        events.add(new Event(3 * QUARTER + 240, 1, CONTROL_CHANGE, 4, 0));
        // Slowly closed, and closed by a stroke: neither is heard as the foot.
        events.add(new Event(5 * QUARTER, 1, CONTROL_CHANGE, 4, 90));
        events.add(new Event(6 * QUARTER, 1, CONTROL_CHANGE, 4, 127));
        events.add(new Event(7 * QUARTER, 1, CONTROL_CHANGE, 4, 0));
        events.add(new Event(8 * QUARTER - 5, 1, CONTROL_CHANGE, 4, 127));
        hit(events, 8 * QUARTER, 48, 90, 60);
        Conversion conversion = convert(file(events), PRESSURE, foot);
        assertThat(hits(MidiFile.read(conversion.bytes())))
                .containsExactlyInAnyOrder(
                        "0 46 100", QUARTER + " 44 100", (3 * QUARTER + 192) + " 45 72", 8 * QUARTER + " 42 90");
        assertThat(conversion.statement().totals().putIn()).isEqualTo(2);
        assertThat(conversion.statement().balances()).isTrue();
        assertThat(conversion.statement().forms().valuesOut()).isZero();
    }

    @Property
    void aFootIsNeverPutInWhereTheSourceHasANoteForIt(@ForAll int seed) throws Exception {
        Random random = new Random(seed);
        List<Line> withFoot = new ArrayList<>(PRESSURE.lines());
        withFoot.add(Line.of(44, "Foot", Sound.parse("hihat.pedal-close")));
        NoteMap foot = map("Foot", "36 kick", "42 hihat.closed", "46 hihat.open", "44 hihat.pedal-close");
        List<Event> events = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            events.add(new Event(random.nextInt(60 * QUARTER), 1, CONTROL_CHANGE, 4, random.nextInt(128)));
            hit(events, (long) i * QUARTER, random.nextBoolean() ? 48 : 30, 90, 60);
        }
        MidiFile music = file(events);
        assertThat(convert(music, PRESSURE.withLines(withFoot), foot)
                        .statement()
                        .totals()
                        .putIn())
                .isZero();
        Conversion put = convert(music, PRESSURE, foot);
        assertThat(put.statement().balances()).isTrue();
        Part after = Part.of(MidiFile.read(put.bytes()), Channels.ALL);
        assertThat(after.hitCount()).isEqualTo(40 + put.statement().totals().putIn());
    }

    @Property
    void aPedalSaysTheSameToAnother(@ForAll int seed) {
        Random random = new Random(seed);
        HatPedal from = pedal(random);
        HatPedal to = pedal(random);
        for (int value = 0; value <= 127; value++) {
            Openness meant = Hats.openness(from, value);
            if (Hats.value(to, meant).isPresent()) {
                assertThat(Hats.openness(to, Hats.between(from, to, value)))
                        .as("%s from %s to %s", value, from, to)
                        .isEqualTo(meant);
            }
        }
    }

    private static HatPedal pedal(Random random) {
        List<Integer> thresholds = random.ints(5, 1, 129).sorted().boxed().toList();
        return HatPedal.USUAL.withThresholds(thresholds).withCountsDown(random.nextBoolean());
    }

    @Property
    void whatThePedalSaysIsHeardOnAnotherPedal(@ForAll int seed) throws Exception {
        Random random = new Random(seed);
        HatPedal pedal = HatPedal.USUAL
                .withThresholds(List.of(10, 30, 60, 90, 120))
                .withController(5)
                .withCountsDown(true);
        NoteMap other = PRESSURE.withName("Another pedal")
                .withOpenness(OpennessExpression.CONTROLLER.withPedal(pedal))
                .withLines(PRESSURE.lines().stream()
                        .map(line ->
                                line.withPlace(Optional.of(Note.of(line.note().number() + 1))))
                        .toList());
        List<Event> events = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            events.add(new Event((long) i * QUARTER - (i == 0 ? 0 : 10), 1, CONTROL_CHANGE, 4, random.nextInt(128)));
            hit(events, (long) i * QUARTER, 48, 90, 60);
        }
        MidiFile before = file(events);
        MidiFile after = MidiFile.read(convert(before, PRESSURE, other).bytes());
        Part one = Part.of(before, Channels.ALL);
        Part two = Part.of(after, Channels.ALL);
        for (int hit = 0; hit < one.hitCount(); hit++) {
            Openness meant = one.played(Kit.of(PRESSURE), Sound.parse("hihat.pedal"), hit)
                    .openness()
                    .orElseThrow();
            assertThat(two.played(Kit.of(other), Sound.parse("hihat.pedal"), hit)
                            .openness())
                    .contains(meant);
        }
    }
}
