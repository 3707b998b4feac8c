package org.jollyledger.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.LongRange;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Grid;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.sheet.Notation.Head;
import org.jollyledger.core.sheet.Notation.Mark;
import org.jollyledger.core.sheet.SheetRow.Shown;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.RandomMidi;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class SheetTest {
    private static final NoteMap GM = GeneralMidi.level1();

    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files().filter(bytes -> bytes[9] != 2);
    }

    private static Sheet sheet(byte[] bytes, Shown shown) throws Exception {
        return Sheet.of(Part.of(MidiFile.read(bytes), Channels.ALL), GM, shown);
    }

    /** A file of strokes, each tick and velocity, on the snare (38) with 480 ticks to a quarter. */
    private static Part strokes(int... ticksAndVelocities) throws Exception {
        MidiFileBuilder builder =
                MidiFile.builder(0, new Division.TicksPerBeat(480)).track();
        for (int i = 0; i < ticksAndVelocities.length; i += 2) {
            builder.message(ticksAndVelocities[i], 0x90, 10, 38, ticksAndVelocities[i + 1]);
        }
        return Part.of(MidiFile.read(builder.build(100_000)), Channels.ALL);
    }

    @Property
    void aStretchHoldsTheHitsOfItsTicksAndNoOthers(
            @ForAll("files") byte[] bytes,
            @ForAll @LongRange(max = 2_000) long from,
            @ForAll @LongRange(min = 1, max = 2_000) long length)
            throws Exception {
        Sheet sheet = sheet(bytes, Shown.PLAYED);
        Sheet.Stretch stretch = sheet.between(from, from + length, new Grid(4), 100);
        Part part = sheet.part();
        assertThat(stretch.glyphs().stream().map(Sheet.Glyph::hit))
                .containsExactlyInAnyOrderElementsOf(IntStream.range(0, part.hitCount())
                        .filter(hit -> part.tick(hit) >= from && part.tick(hit) < from + length)
                        .boxed()
                        .toList());
        stretch.glyphs()
                .forEach(
                        glyph -> assertThat(sheet.rows().get(glyph.row()).note().number())
                                .isEqualTo(part.note(glyph.hit())));
        assertThat(linesOf(stretch)).as("no line stands upon another").doesNotHaveDuplicates();
    }

    private static List<Long> linesOf(Sheet.Stretch stretch) {
        List<Long> all =
                new ArrayList<>(stretch.bars().stream().map(Sheet.BarLine::tick).toList());
        all.addAll(stretch.beats());
        all.addAll(stretch.grid());
        return all;
    }

    /** Of files with one or two ticks to a quarter, a beat or a whole bar may be shorter than a tick. */
    @ParameterizedTest
    @CsvSource({"1, 1, 2", "1, 1, 6", "1, 7, 3", "2, 1, 3", "2, 5, 4", "1, 64, 6", "3, 3, 5", "480, 1, 6"})
    void noLineStandsUponAnotherHoweverShortTheBeats(int ticksPerQuarter, int numerator, int denominatorPower)
            throws Exception {
        byte[] bytes = MidiFile.builder(0, new Division.TicksPerBeat(ticksPerQuarter))
                .track()
                .meta(0, 0x58, new byte[] {(byte) numerator, (byte) denominatorPower, 24, 8})
                .message(5, 0x90, 10, 38, 100)
                .build(40);
        Sheet.Stretch stretch = sheet(bytes, Shown.PLAYED).between(0, 30, new Grid(4), 100);
        assertThat(linesOf(stretch)).isNotEmpty().doesNotHaveDuplicates();
        assertThat(stretch.bars().get(0).signature()).isEqualTo(numerator + "/" + (1 << denominatorPower));
    }

    /** Walking to the right goes through every hit of a row, in the order of time, and to the left comes back. */
    @Property
    void aWalkGoesThroughARow(@ForAll("files") byte[] bytes, @ForAll @IntRange(max = 200) int start) throws Exception {
        Sheet sheet = sheet(bytes, Shown.PLAYED);
        Part part = sheet.part();
        Assume.that(part.hitCount() > 0);
        int hit = start % part.hitCount();
        for (int i = 0; i < part.hitCount(); i++) {
            hit = sheet.walk(hit, Way.LEFT);
        }
        TreeSet<Integer> seen = new TreeSet<>();
        int steps = 0;
        while (seen.add(hit)) {
            int next = sheet.walk(hit, Way.RIGHT);
            assertThat(part.tick(next)).isGreaterThanOrEqualTo(part.tick(hit));
            hit = next;
            steps++;
        }
        int note = part.note(hit);
        assertThat(steps).isEqualTo(part.hitsPerNote()[note]);
    }

    @ParameterizedTest
    @EnumSource(Way.class)
    void aWalkEndsOnAHit(Way way) throws Exception {
        Sheet sheet = Sheet.of(
                Part.of(DemoMaps.cue("Storm at Sea"), Channels.ALL), DemoMaps.named("Tin Parade"), Shown.PLAYED);
        int hit = sheet.firstFrom(0);
        for (int i = 0; i < 500; i++) {
            hit = sheet.walk(hit, way);
            assertThat(hit).isBetween(0, sheet.part().hitCount() - 1);
        }
    }

    @Test
    void theWalkOverSilentHitsComesToEachOfThemAndBackToTheFirst() throws Exception {
        Sheet sheet = Sheet.of(
                Part.of(DemoMaps.cue("Storm at Sea"), Channels.ALL), DemoMaps.named("Tin Parade"), Shown.PLAYED);
        long silent = IntStream.range(0, sheet.part().hitCount())
                .filter(sheet::playsNothing)
                .count();
        assertThat(silent).isPositive();
        int first = sheet.walk(sheet.firstFrom(0), Way.NEXT_SILENT);
        TreeSet<Integer> seen = new TreeSet<>();
        for (int hit = first; seen.add(hit); hit = sheet.walk(hit, Way.NEXT_SILENT)) {
            assertThat(sheet.playsNothing(hit)).isTrue();
            assertThat(sheet.walk(sheet.walk(hit, Way.NEXT_SILENT), Way.PREVIOUS_SILENT))
                    .isEqualTo(hit);
        }
        assertThat(seen).hasSize((int) silent);
    }

    @Test
    void waysAreReadByTheirCodes() {
        for (Way way : Way.values()) {
            assertThat(Way.parse(way.code())).isEqualTo(way);
        }
        assertThatThrownBy(() -> Way.parse("sideways")).hasMessageContaining("left, right, up, down, next-silent");
    }

    @Test
    void rowsStandInTheOrderOfTheMapBehindThoseThatPlayNothing() throws Exception {
        NoteMap map = SmallMaps.map(38, "snare.centre", "kick.hit");
        NoteMap turned = map.withLines(List.of(map.lines().get(1), map.lines().get(0)));
        Part part = strokes(0, 100, 480, 100);
        assertThat(notes(Sheet.of(part, turned, Shown.PLAYED))).containsExactly(38);
        assertThat(notes(Sheet.of(part, turned, Shown.NAMED))).containsExactly(39, 38);
        assertThat(notes(Sheet.of(part, turned, Shown.ALL))).hasSize(128).startsWith(39, 38, 127);
        assertThat(notes(Sheet.of(strokes(), turned, Shown.PLAYED)))
                .as("there is a row for the first hit")
                .containsExactly(39, 38);
        Sheet lost = Sheet.of(part, SmallMaps.map(60, "kick.hit"), Shown.NAMED);
        assertThat(notes(lost)).containsExactly(38, 60);
        assertThat(lost.rows().get(0).playsNothing()).isTrue();
        assertThat(lost.playsNothing(0)).isTrue();
    }

    private static List<Integer> notes(Sheet sheet) {
        return sheet.rows().stream().map(row -> row.note().number()).toList();
    }

    /** A flam's small note leads into its stroke; two strokes of equal loudness are no flam; fast strokes are a roll. */
    @Test
    void figuresAreFound() throws Exception {
        Figures flam = Figures.of(strokes(450, 40, 480, 100, 960, 100, 990, 100));
        assertThat(flam.mainOf(0)).isEqualTo(1);
        assertThat(IntStream.of(1, 2, 3).map(flam::mainOf)).containsOnly(Part.NONE);
        Figures drag = Figures.of(strokes(400, 35, 440, 40, 480, 100));
        assertThat(IntStream.of(0, 1).map(drag::mainOf)).containsExactly(2, 2);
        Figures roll = Figures.of(strokes(480, 60, 540, 62, 600, 64, 660, 66, 720, 68, 780, 110));
        assertThat(IntStream.range(0, 6).map(roll::rollOf)).containsOnly(0);
        assertThat(IntStream.range(0, 6).map(roll::mainOf)).containsOnly(Part.NONE);
        Figures sixteenths = Figures.of(strokes(0, 60, 120, 60, 240, 60, 360, 60, 480, 60));
        assertThat(IntStream.range(0, 5).map(sixteenths::rollOf)).containsOnly(Part.NONE);
    }

    @ParameterizedTest
    @CsvSource({
        "snare.centre, 90, ROUND, ''",
        "snare.centre, 30, ROUND, GHOST",
        "snare.side-stick, 120, CROSS, ACCENT",
        "hihat.tip.open, 90, CROSS, OPEN",
        "hihat.tip.half, 90, CROSS, PARTLY_OPEN",
        "hihat.pedal-close, 90, CROSS, FOOT",
        "hihat.tip.closed, 90, CROSS, ''",
        "crash.2.choke, 90, CROSS, DAMPED",
        "ride.1.bell, 90, DIAMOND, ''",
        "snare.roll, 90, ROUND, ROLL",
        "snare.flam, 120, ROUND, GRACE ACCENT",
        "cowbell.open, 90, TRIANGLE, ''"
    })
    void hitsAreDrawnAsPercussionNotationDoes(String sound, int velocity, Head head, String marks) {
        Notation notation = Notation.of(Optional.of(Sound.parse(sound)), velocity);
        assertThat(notation.head()).isEqualTo(head);
        assertThat(notation.marks())
                .containsExactlyInAnyOrderElementsOf(Arrays.stream(marks.split(" "))
                        .filter(mark -> !mark.isEmpty())
                        .map(Mark::valueOf)
                        .toList());
    }

    /** Too many hits are told as crowds, and none is forgotten in them. */
    @Test
    void aLongPartIsSeenAsAWhole() throws Exception {
        int[] many = new int[2 * 20_000];
        for (int i = 0; i < 20_000; i++) {
            many[2 * i] = i * 5;
            many[2 * i + 1] = 1 + i % 127;
        }
        Sheet sheet = Sheet.of(strokes(many), GM, Shown.PLAYED);
        Sheet.Stretch whole = sheet.between(0, sheet.endTick(), new Grid(4), 300);
        assertThat(whole.glyphs()).isEmpty();
        assertThat(whole.crowds().stream().mapToInt(Sheet.Crowd::hits).sum()).isEqualTo(20_000);
        assertThat(whole.crowds()).hasSizeLessThanOrEqualTo(301);
        assertThat(Arrays.stream(sheet.overview(50)).sum()).isEqualTo(20_000);
    }

    @Test
    void everythingIsToldAboutAHit() throws Exception {
        Part part = Part.of(DemoMaps.cue("Puppets' March"), Channels.ALL);
        Sheet sheet = Sheet.of(part, DemoMaps.named("E7"), Shown.PLAYED);
        int hat = IntStream.range(0, part.hitCount())
                .filter(hit -> part.pedalAt(sheet.kit(), hit).orElse(127) == 0)
                .filter(hit -> sheet.soundOf(hit)
                        .filter(sound -> sound.openness().isPresent())
                        .isPresent())
                .findFirst()
                .orElseThrow();
        HitFacts facts = HitFacts.of(sheet, hat);
        assertThat(facts.facts())
                .extracting(HitFacts.Fact::name)
                .containsExactly("Place", "Tick", "Note", "Sound", "Velocity", "Length", "Channel", "Track", "Pedal");
        assertThat(facts.facts()).contains(new HitFacts.Fact("Pedal", "controller 4 at 0, open"));
        int grabbed = IntStream.range(0, part.hitCount())
                .filter(hit -> part.pressuresOf(hit).length > 0)
                .findFirst()
                .orElseThrow();
        assertThat(HitFacts.of(sheet, grabbed).facts())
                .extracting(HitFacts.Fact::name)
                .contains("Key pressure");
        assertThat(HitFacts.of(sheet, grabbed).words()).contains("bar ").contains("velocity ");
    }
}
