package org.jollyledger.core.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.LongRange;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.play.Schedule.ScheduledStroke;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.Grooves;
import org.jollyledger.core.support.RandomMidi;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;

class ScheduleTest {
    private static final double EIGHTH = 0.25;

    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files();
    }

    private static List<ScheduledStroke> play(NoteMap map, String groove) throws Exception {
        return Schedule.of(SmallMaps.part(map, groove), map).strokes();
    }

    /** When each stroke is stopped, in eighths; -1 for never. */
    private static List<Integer> stops(List<ScheduledStroke> strokes) {
        return strokes.stream()
                .map(stroke -> stroke.stop() == Schedule.NEVER ? -1 : (int) Math.round(stroke.stop() / EIGHTH))
                .toList();
    }

    private static NoteMap grouped(NoteMap map, String group, int... lines) {
        List<Line> changed = new ArrayList<>(map.lines());
        for (int line : lines) {
            changed.set(line, changed.get(line).withChokeGroup(Optional.of(group)));
        }
        return map.withLines(changed);
    }

    @Property
    void everyHitIsPlayedOnceInTheOrderOfTime(@ForAll("files") byte[] bytes) throws Exception {
        Part part = Part.of(MidiFile.read(bytes), Channels.ALL);
        List<ScheduledStroke> strokes = Schedule.of(part, GeneralMidi.level1()).strokes();
        assertThat(strokes.stream().map(ScheduledStroke::hit))
                .containsExactlyInAnyOrderElementsOf(
                        IntStream.range(0, part.hitCount()).boxed().toList());
        assertThat(strokes).isSortedAccordingTo(Comparator.comparingDouble(ScheduledStroke::seconds));
        strokes.forEach(stroke -> {
            assertThat(stroke.seconds())
                    .isCloseTo(part.tempoMap(part.track(stroke.hit())).seconds(stroke.tick()), within(1e-9));
            assertThat(stroke.stop()).isGreaterThan(stroke.seconds());
        });
    }

    /** The windows that are sent one after another hold every stroke once. */
    @Property
    void stretchesSideBySideHoldEveryStroke(
            @ForAll("files") byte[] bytes, @ForAll @LongRange(min = 1, max = 700) long length) throws Exception {
        Part part = Part.of(MidiFile.read(bytes), Channels.ALL);
        Schedule schedule = Schedule.of(part, GeneralMidi.level1());
        org.junit.jupiter.api.Assumptions.assumeTrue(part.file().format() != 2);
        List<ScheduledStroke> sent = new ArrayList<>();
        for (long from = 0; sent.size() < schedule.strokes().size() && from < 100_000; from += length) {
            sent.addAll(schedule.between(from, from + length).strokes());
        }
        assertThat(sent).isEqualTo(schedule.strokes().subList(0, sent.size()));
    }

    @Test
    void whatIsNotOnTheMapIsSilent() throws Exception {
        NoteMap full = SmallMaps.map(36, "kick.hit", "snare.centre");
        Part part = SmallMaps.part(full, "0 1 0 1");
        Schedule schedule = Schedule.of(part, full.withLines(full.lines().subList(0, 1)));
        assertThat(schedule.strokes().stream().map(stroke -> stroke.sound().isPresent()))
                .containsExactly(true, false, true, false);
        assertThat(schedule.voices()).containsOnlyKeys("kick.hit");
    }

    @Test
    void keySwitchesAreNoStrokesAndNotSilentEither() throws Exception {
        NoteMap map = SmallMaps.map(36, "kick.hit", "control.1.switch");
        assertThat(play(map, "0 1 0")).hasSize(2);
    }

    @Test
    void layersSoundTogether() throws Exception {
        NoteMap map = SmallMaps.map(36, "kick.hit", "clap.hit");
        NoteMap layered = map.withLines(List.of(
                map.lines().get(0),
                map.lines().get(1).withPlace(map.lines().get(0).place())));
        assertThat(Schedule.of(SmallMaps.part(map, "0"), layered).strokes())
                .extracting(stroke -> stroke.sound().orElseThrow().piece())
                .containsExactly(KitPiece.KICK, KitPiece.CLAP);
    }

    @Test
    void linesOfAChokeGroupStopEachOther() throws Exception {
        NoteMap map = grouped(SmallMaps.map(36, "crash.1.edge", "china.1.edge", "kick.hit"), "one hand", 0, 1);
        assertThat(stops(play(map, "0 2 1 0"))).containsExactly(2, -1, 3, -1);
    }

    @Test
    void aChokeStopsItsOwnCymbalAndNoOther() throws Exception {
        NoteMap map = SmallMaps.map(36, "crash.1.edge", "crash.2.edge", "crash.1.choke");
        assertThat(stops(play(map, "0+1 0 2"))).containsExactly(2, -1, 2, -1);
    }

    @Test
    void aHatThatClosesStopsAnOpenOne() throws Exception {
        NoteMap map = SmallMaps.map(36, "hihat.tip.open", "hihat.tip.closed", "hihat.pedal-close", "kick.hit");
        assertThat(stops(play(map, "0 1 0 2 3 0 0"))).containsExactly(1, -1, 3, -1, -1, -1, -1);
    }

    @Test
    void aReleaseOrKeyPressureStopsWhereTheMapSaysSo() throws Exception {
        NoteMap map = SmallMaps.map(36, "crash.1.edge", "kick.hit");
        assertThat(stops(play(map, "0+1"))).containsExactly(-1, -1);
        List<ScheduledStroke> released = play(map.withChokes(ChokeExpression.RELEASE), "0+1");
        assertThat(released.get(0).stop()).isCloseTo(EIGHTH / 2, within(1e-9));
        assertThat(released.get(1).stop()).as("a drum does not mind").isEqualTo(Schedule.NEVER);
        MidiFile file = MidiFile.read(MidiFile.builder(0, new Division.TicksPerBeat(480))
                .track()
                .message(0, 0x90, 10, 36, 100)
                .message(240, 0xA0, 10, 36, 90)
                .message(480, 0x80, 10, 36, 64)
                .build(500));
        Part grabbed = Part.of(file, Channels.ALL);
        assertThat(Schedule.of(grabbed, map.withChokes(ChokeExpression.PRESSURE))
                        .strokes()
                        .get(0)
                        .stop())
                .isCloseTo(EIGHTH, within(1e-9));
        assertThat(Schedule.of(grabbed, map).strokes().get(0).stop()).isEqualTo(Schedule.NEVER);
    }

    /** Controller 4 says how open each stroke is; a pedal that is pressed stops what rings. */
    @Test
    void thePedalOpensAndClosesTheHat() throws Exception {
        NoteMap map = SmallMaps.map(36, "hihat.tip.pedal");
        MidiFileBuilder builder = MidiFile.builder(0, new Division.TicksPerBeat(480))
                .track()
                .message(0, 0xB0, 10, 4, 127)
                .message(0, 0x90, 10, 36, 100)
                .message(200, 0xB0, 10, 4, 0)
                .message(240, 0x90, 10, 36, 100)
                .message(480, 0xB0, 10, 4, 127);
        Part part = Part.of(MidiFile.read(builder.build(500)), Channels.ALL);
        List<ScheduledStroke> strokes = Schedule.of(part, map).strokes();
        assertThat(strokes)
                .extracting(stroke -> stroke.sound().orElseThrow().openness().orElseThrow())
                .containsExactly(Openness.CLOSED, Openness.OPEN);
        assertThat(strokes.get(1).stop()).isCloseTo(0.5, within(1e-9));
    }

    @Test
    void louderIsLouderAndBrighter() throws Exception {
        List<ScheduledStroke> strokes = play(SmallMaps.map(36, "kick.hit"), "0:1 0:40 0:90 0:127");
        assertThat(strokes.stream().map(ScheduledStroke::gain)).isSorted().allMatch(gain -> gain > 0 && gain <= 1);
        assertThat(strokes.stream().map(ScheduledStroke::cutoff)).isSorted();
        assertThat(strokes.get(3).gain()).isEqualTo(1);
    }

    @Test
    void theMetronomeClicksOnEveryBeatAndCountsABarIn() throws Exception {
        Part part = Part.of(DemoMaps.cue("Clockmaker's Waltz"), Channels.ALL);
        Schedule schedule = Schedule.of(part, DemoMaps.named("Brushes"));
        long start = part.timeMap(0).startOfBar(3);
        Schedule.Stretch stretch = schedule.between(start, part.timeMap(0).startOfBar(5));
        assertThat(stretch.clicks()).hasSize(6);
        assertThat(stretch.clicks().stream().map(Schedule.Click::first))
                .containsExactly(true, false, false, true, false, false);
        List<Schedule.Click> countIn = schedule.countIn(start);
        assertThat(countIn).hasSize(3);
        assertThat(countIn.get(2).seconds()).isLessThan(stretch.begin());
        double beat =
                stretch.clicks().get(1).seconds() - stretch.clicks().get(0).seconds();
        assertThat(stretch.begin() - countIn.get(0).seconds()).isCloseTo(3 * beat, within(1e-6));
    }

    /** Every sound of the catalogue has a voice that ends, and no two strokes of a kit piece sound the same. */
    @Test
    void soundsThatMustBeToldApartHaveDifferentVoices() {
        String[] codes = {
            "kick.hit",
            "snare.centre",
            "snare.rim-shot",
            "snare.side-stick",
            "tom.1",
            "tom.2",
            "tom.3",
            "tom.4",
            "tom.5",
            "tom.6",
            "hihat.tight",
            "hihat.closed",
            "hihat.quarter",
            "hihat.half",
            "hihat.three-quarter",
            "hihat.tip.open",
            "hihat.edge.open",
            "hihat.pedal-close",
            "hihat.pedal-splash",
            "ride.1.bow",
            "ride.1.bell",
            "ride.1.edge",
            "ride.2.bow",
            "crash.1",
            "crash.2",
            "crash.3",
            "china.1",
            "splash.1",
            "stack.1",
            "gong.1",
            "crash.1.choke",
            "china.1.choke",
            "crash.1.bow",
            "crash.1.bell"
        };
        List<Voice> voices = new ArrayList<>();
        for (String code : codes) {
            voices.add(Voices.of(Sound.parse(code)));
        }
        assertThat(voices).doesNotHaveDuplicates();
        for (KitPiece piece : KitPiece.values()) {
            piece.articulations().forEach(articulation -> {
                Voice voice = Voices.of(Sound.of(piece, 1, articulation));
                assertThat(voice.layers()).as("%s %s", piece, articulation).isNotEmpty();
                assertThat(voice.seconds()).isBetween(0.02, 8.0);
            });
        }
    }

    @Test
    void aChokeIsShorterThanWhatItStops() {
        assertThat(Voices.of(Sound.parse("crash.1.choke")).seconds())
                .isLessThan(Voices.of(Sound.parse("crash.1.edge")).seconds() / 4);
    }

    @Test
    void aGrooveOfRandomStrokesIsPlayedWhole() throws Exception {
        NoteMap map = DemoMaps.named("Quayside Oak");
        Part part = SmallMaps.part(
                map,
                Grooves.random(
                        new java.util.Random(7), map.withLines(map.lines().subList(0, 9))));
        assertThat(Schedule.of(part, map).strokes()).hasSize(part.hitCount());
    }
}
