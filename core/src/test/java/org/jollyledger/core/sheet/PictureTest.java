package org.jollyledger.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.LongRange;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Grid;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.sheet.SheetRow.Shown;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.RandomMidi;
import org.junit.jupiter.api.Test;

class PictureTest {
    private static final int COLUMNS = 100;
    private static final double BEAT = 480;

    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files().filter(bytes -> bytes[9] != 2);
    }

    @Provide
    Arbitrary<Measures> measures() {
        return Arbitraries.of(Measures.PAGE, Measures.READING, Measures.CLOSE, Measures.PRINT);
    }

    /** From a song on a page to a beat on it. */
    @Provide
    Arbitrary<Double> scales() {
        return Arbitraries.integers().between(1, 2_000).map(thousandths -> thousandths / 1_000.0);
    }

    private static Sheet sheet(byte[] bytes) throws Exception {
        return Sheet.of(Part.of(MidiFile.read(bytes), Channels.ALL), GeneralMidi.level1(), Shown.PLAYED);
    }

    /** A picture of strokes, each tick and velocity, on the snare (38) with 480 ticks to a quarter, on four bars. */
    private static Picture strokes(double scale, Measures measures, int... ticksAndVelocities) throws Exception {
        MidiFileBuilder builder =
                MidiFile.builder(0, new Division.TicksPerBeat(480)).track();
        for (int i = 0; i < ticksAndVelocities.length; i += 2) {
            builder.message(ticksAndVelocities[i], 0x90, 10, 38, ticksAndVelocities[i + 1]);
        }
        Sheet sheet = sheet(builder.build(100_000));
        return Picture.of(sheet, sheet.between(0, 4 * 1920, new Grid(4), COLUMNS), scale, measures);
    }

    /** Nothing is lost in drawing: every hit of the stretch is in the picture once, in its row, whatever the scale. */
    @Property
    void everyHitIsDrawnOnceInItsRow(
            @ForAll("files") byte[] bytes,
            @ForAll("measures") Measures measures,
            @ForAll("scales") double scale,
            @ForAll @LongRange(max = 2_000) long from)
            throws Exception {
        Sheet sheet = sheet(bytes);
        Sheet.Stretch stretch = sheet.between(from, from + 2_000, new Grid(4), COLUMNS);
        Picture picture = Picture.of(sheet, stretch, scale, measures);
        List<Integer> drawn = Stream.concat(
                        picture.heads().stream().map(Picture.Head::hit),
                        picture.uprights().stream().map(Picture.Upright::hit))
                .toList();
        assertThat(drawn)
                .containsExactlyInAnyOrderElementsOf(
                        stretch.glyphs().stream().map(Sheet.Glyph::hit).toList());
        assertThat(picture.height()).isEqualTo(measures.top() + sheet.rows().size() * measures.row());
        for (Picture.Head head : picture.heads()) {
            assertThat(head.y()).isBetween(measures.top(), picture.height());
            assertThat((int) ((head.y() - measures.top()) / measures.row())).isEqualTo(head.row());
        }
        for (Picture.Tremolo tremolo : picture.tremolos()) {
            assertThat(tremolo.from()).isLessThan(tremolo.to());
        }
    }

    /** Painters share one layout: but for a small note, whose distance is that of the measures, a hit is at its tick. */
    @Property
    void headsStandAtTheirTicksWithAnyMeasures(
            @ForAll("files") byte[] bytes, @ForAll("measures") Measures measures, @ForAll("scales") double scale)
            throws Exception {
        Sheet sheet = sheet(bytes);
        Picture picture = Picture.of(sheet, sheet.between(0, 4_000, new Grid(4), COLUMNS), scale, measures);
        for (Picture.Head head : picture.heads()) {
            double place = sheet.part().tick(head.hit()) * scale;
            if (head.slur() == 0) {
                assertThat(head.x()).isCloseTo(place, within(1e-6));
            } else {
                assertThat(head.x()).isLessThanOrEqualTo(place + 1e-6);
                assertThat(head.slur()).isGreaterThanOrEqualTo(measures.grace() - 1e-6);
            }
        }
    }

    @Property
    void wordsDoNotStandUponEachOther(@ForAll("files") byte[] bytes, @ForAll("scales") double scale) throws Exception {
        Sheet sheet = sheet(bytes);
        Picture picture = Picture.of(sheet, sheet.between(0, 4_000, new Grid(4), COLUMNS), scale, Measures.PAGE);
        for (int line = 0; line < Measures.PAGE.wordLines(); line++) {
            double free = Double.NEGATIVE_INFINITY;
            for (Picture.Words words : picture.words()) {
                if (words.line() == line) {
                    assertThat(words.x()).isGreaterThan(free);
                    free = words.x() + words.text().length() * Measures.PAGE.letter();
                }
            }
        }
    }

    /** Rows that a painter leaves out take their hits with them, and the others close up. */
    @Test
    void onlyTheRowsOfAPainterAreDrawn() throws Exception {
        Part part = Part.of(DemoMaps.cue("Harbour Overture"), Channels.ALL);
        Sheet sheet = Sheet.of(part, DemoMaps.named("Oak"), Shown.PLAYED);
        Sheet.Stretch stretch = sheet.between(0, 4 * 1920, new Grid(4), COLUMNS);
        Set<Integer> odd = new HashSet<>();
        IntStream.range(0, sheet.rows().size()).filter(row -> row % 2 == 1).forEach(odd::add);
        Picture some =
                Picture.of(stretch, 0.1, Measures.PRINT, odd.size(), row -> odd.contains(row) ? row / 2 : Part.NONE);
        Picture all = Picture.of(sheet, stretch, 0.1, Measures.PRINT);
        assertThat(some.heads())
                .hasSameSizeAs(all.heads().stream()
                        .filter(head -> odd.contains(head.row()))
                        .toList())
                .allMatch(head -> head.y() < odd.size() * Measures.PRINT.row());
        assertThat(some.height()).isEqualTo(odd.size() * Measures.PRINT.row());
    }

    /** The grace note of a flam is before its stroke at the distance of the measures, and is smaller. */
    @Test
    void aSmallNoteStandsBeforeItsStroke() throws Exception {
        for (Measures measures : List.of(Measures.PAGE, Measures.CLOSE, Measures.PRINT)) {
            Picture picture = strokes(0.05, measures, 1900, 40, 1920, 110);
            Picture.Head small = picture.heads().get(0);
            Picture.Head stroke = picture.heads().get(1);
            assertThat(stroke.x() - small.x()).isCloseTo(measures.grace(), within(1e-9));
            assertThat(small.slur()).isCloseTo(measures.grace(), within(1e-9));
            assertThat(small.size()).isLessThan(stroke.size());
        }
    }

    /** A roll is one head with a tremolo where its strokes are near, and a head for each where there is room. */
    @Test
    void aRollClosesUpWhereThereIsNoRoom() throws Exception {
        int[] roll = IntStream.range(0, 16)
                .flatMap(stroke -> IntStream.of(1920 + stroke * 60, 70))
                .toArray();
        Picture near = strokes(0.05, Measures.PAGE, roll);
        assertThat(near.heads()).hasSize(1);
        assertThat(near.uprights()).hasSize(15).allMatch(upright -> upright.high() < Measures.PAGE.row() / 2);
        assertThat(near.tremolos())
                .singleElement()
                .satisfies(tremolo -> assertThat(tremolo.to() - tremolo.from()).isCloseTo(45, within(1e-6)));
        Picture wide = strokes(1, Measures.PAGE, roll);
        assertThat(wide.heads()).hasSize(16);
        assertThat(wide.tremolos()).isEmpty();
    }

    /** Louder strokes reach higher. */
    @Test
    void uprightsTellHowLoudAStrokeIs() throws Exception {
        int[] swell = IntStream.range(0, 16)
                .flatMap(stroke -> IntStream.of(1920 + stroke * 60, 20 + 6 * stroke))
                .toArray();
        List<Double> high = strokes(0.05, Measures.PAGE, swell).uprights().stream()
                .sorted((one, other) -> Double.compare(one.x(), other.x()))
                .map(Picture.Upright::high)
                .toList();
        assertThat(high).isNotEmpty().isSorted().doesNotHaveDuplicates();
    }

    /** Lines that would be too near are left out, first those of the grid, then those of the beats. */
    @Test
    void linesAreLeftOutWhereTheyWouldCrowd() throws Exception {
        int[] hits = IntStream.range(0, 16)
                .flatMap(beat -> IntStream.of(beat * 480, 100))
                .toArray();
        Picture close = strokes(40 / BEAT, Measures.PAGE, hits);
        assertThat(close.grid()).isNotEmpty();
        assertThat(close.beats()).contains(40.0, 80.0);
        Picture far = strokes(10 / BEAT, Measures.PAGE, hits);
        assertThat(far.grid()).isEmpty();
        assertThat(far.beats()).isNotEmpty();
        Picture farther = strokes(5 / BEAT, Measures.PAGE, hits);
        assertThat(farther.beats()).isEmpty();
        assertThat(farther.bars()).hasSameSizeAs(far.bars());
        assertThat(farther.bars().stream().filter(Picture.Bar::numbered)).hasSizeLessThan(4);
        assertThat(far.bars()).allMatch(Picture.Bar::numbered);
    }

    /** Crowds are in their rows, and the fuller and louder, the higher. */
    @Test
    void blocksStandInTheirRows() throws Exception {
        int[] hits = IntStream.range(0, 7_000)
                .flatMap(hit -> IntStream.of((int) ((long) hit * hit / 2_450), 127 - hit / 60))
                .toArray();
        MidiFileBuilder builder =
                MidiFile.builder(0, new Division.TicksPerBeat(480)).track();
        for (int i = 0; i < hits.length; i += 2) {
            builder.message(hits[i], 0x90, 10, 38, hits[i + 1]);
        }
        Sheet sheet = sheet(builder.build(100_000));
        Sheet.Stretch stretch = sheet.between(0, 20_000, new Grid(4), COLUMNS);
        Picture picture = Picture.of(sheet, stretch, 0.04, Measures.PAGE);
        assertThat(picture.heads()).isEmpty();
        assertThat(picture.blocks()).hasSize(stretch.crowds().size()).isNotEmpty();
        double[] heights =
                picture.blocks().stream().mapToDouble(Picture.Block::height).toArray();
        assertThat(Arrays.stream(heights).max().orElseThrow()).isLessThan(Measures.PAGE.row());
        assertThat(heights[0]).isGreaterThan(heights[heights.length - 1]);
        assertThat(picture.blocks())
                .allMatch(block -> block.y() > Measures.PAGE.top() && block.y() + block.height() < picture.height());
    }
}
