package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;
import static org.jollyledger.core.crosswalk.LiveTranslatorTest.map;

import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleBiFunction;
import org.assertj.core.data.Offset;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.PartUsage;
import org.jollyledger.core.sound.Openness;
import org.junit.jupiter.api.Test;

/** How a kit is played: typically, in a part, and in a part with a little of what is typical. */
class UseTest {
    private static final Offset<Double> NEARLY = offset(1e-9);
    private static final int QUARTER = 480;
    private static final NoteMap MAP = map(
                    "Kit",
                    "36 kick",
                    "38 snare",
                    "41 tom.1",
                    "43 tom.2",
                    "45 tom.3",
                    "49 crash.1",
                    "52 china.1",
                    "51 ride.1",
                    "42 hihat.closed",
                    "46 hihat.open",
                    "48 hihat.pedal")
            .withOpenness(OpennessExpression.CONTROLLER);
    private static final Use TYPICAL = new TypicalUse();

    private static Line line(int note) {
        return MAP.firstLines().stream()
                .filter(line -> line.note().number() == note)
                .findFirst()
                .orElseThrow();
    }

    /** What two lines do together as a share of what the softer of them is played. */
    private static double share(ToDoubleBiFunction<Line, Line> use, int one, int other) {
        return use.applyAsDouble(line(one), line(other))
                / Math.min(TYPICAL.weight(line(one)), TYPICAL.weight(line(other)));
    }

    /** Common practice, ordered rather than measured: fills run down, and crashes sound together more than other cymbals. */
    @Test
    void typicallyFillsRunDownAndCrashesSoundTogether() {
        double next = share(TYPICAL::inFill, 41, 43);
        double overOne = share(TYPICAL::inFill, 41, 45);
        double up = share(TYPICAL::inFill, 45, 41);
        double fromTheSnare = share(TYPICAL::inFill, 38, 41);
        assertThat(List.of(next, fromTheSnare, overOne, up))
                .isSortedAccordingTo((one, two) -> Double.compare(two, one));
        assertThat(up).isPositive();
        assertThat(share(TYPICAL::inFill, 43, 41)).isEqualTo(up, NEARLY);
        assertThat(List.of(
                        share(TYPICAL::inFill, 41, 41),
                        share(TYPICAL::inFill, 41, 38),
                        share(TYPICAL::inFill, 36, 41),
                        share(TYPICAL::inFill, 41, 36)))
                .containsOnly(0.0);

        double crashes = share(TYPICAL::together, 49, 52);
        double toms = share(TYPICAL::together, 41, 43);
        double cymbals = share(TYPICAL::together, 49, 51);
        double others = share(TYPICAL::together, 36, 41);
        assertThat(List.of(crashes, toms, cymbals, others))
                .isSortedAccordingTo((one, two) -> Double.compare(two, one))
                .doesNotHaveDuplicates();
        assertThat(others).isPositive();
        assertThat(share(TYPICAL::together, 51, 49)).isEqualTo(cymbals, NEARLY);
        assertThat(share(TYPICAL::together, 41, 49)).isEqualTo(others, NEARLY);
        assertThat(share(TYPICAL::together, 49, 41)).isEqualTo(others, NEARLY);

        assertThat(share(TYPICAL::hatStep, 42, 46)).isPositive();
        assertThat(share(TYPICAL::hatStep, 42, 38)).isZero();
        assertThat(share(TYPICAL::hatStep, 38, 42)).isZero();
        assertThat(TYPICAL.loudness(line(36))).isEmpty();
        assertThat(TYPICAL.openings(line(48))).isEmpty();
        assertThat(TYPICAL.heard().weight(line(36))).isZero();
        assertThat(TYPICAL.heard().together(line(49), line(52))).isZero();
    }

    private static Part part() throws Exception {
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(QUARTER)).track();
        int[][] hits = {
            {0, 36, 127}, {0, 49, 100}, {480, 36, 64},
            {960, 41, 100}, {1080, 43, 100}, {1200, 45, 100},
            {1920, 42, 80}, {2160, 46, 80}, {2400, 42, 80}
        };
        for (int[] hit : hits) {
            file.message(hit[0], 0x90, 10, hit[1], hit[2]);
        }
        int at = 3000;
        for (int value : new int[] {127, 127, 0, 127}) {
            file.message(at, 0xB0, 10, 4, value);
            file.message(at + 10, 0x90, 10, 48, 90);
            at += QUARTER;
        }
        return Part.of(MidiFile.read(file.build(at + QUARTER)), Channels.only(10));
    }

    @Test
    void aPartIsCountedAsASongOfAThousandStrokes() throws Exception {
        Use use = new PartUse(MAP).add(part());
        double all = MAP.firstLines().stream().mapToDouble(use::weight).sum();
        assertThat(all).isEqualTo(1_000, NEARLY);
        double scale = 1_000
                / (PartUsage.loudness(127)
                        + PartUsage.loudness(64)
                        + 4 * PartUsage.loudness(100)
                        + 3 * PartUsage.loudness(80)
                        + 4 * PartUsage.loudness(90));
        assertThat(use.weight(line(36))).isEqualTo(scale * (PartUsage.loudness(127) + PartUsage.loudness(64)), NEARLY);
        assertThat(use.loudness(line(36)).orElseThrow())
                .isEqualTo((PartUsage.loudness(127) + PartUsage.loudness(64)) / 2, NEARLY);
        assertThat(use.loudness(line(38))).isEmpty();
        assertThat(use.together(line(36), line(49)))
                .isEqualTo(use.together(line(49), line(36)), NEARLY)
                .isPositive();
        assertThat(use.together(line(36), line(41))).isZero();
        assertThat(use.inFill(line(41), line(43))).isPositive();
        assertThat(use.inFill(line(43), line(41))).isZero();
        assertThat(use.hatStep(line(42), line(46))).isPositive();
        assertThat(use.hatStep(line(42), line(42))).isZero();
        assertThat(use.openings(line(48)))
                .containsExactlyInAnyOrderEntriesOf(Map.of(Openness.CLOSED, 0.75, Openness.OPEN, 0.25));
        assertThat(use.openings(line(42))).isEmpty();
        assertThat(use.heard()).isSameAs(use);
    }

    @Test
    void twoPartsAreCountedTogether() throws Exception {
        Use once = new PartUse(MAP).add(part());
        Use twice = new PartUse(MAP).add(part()).add(part());
        for (Line one : MAP.firstLines()) {
            assertThat(twice.weight(one)).isEqualTo(once.weight(one), NEARLY);
            assertThat(twice.loudness(one)).isEqualTo(once.loudness(one));
            assertThat(twice.openings(one)).isEqualTo(once.openings(one));
            for (Line other : MAP.firstLines()) {
                assertThat(twice.together(one, other)).isEqualTo(once.together(one, other), NEARLY);
                assertThat(twice.inFill(one, other)).isEqualTo(once.inFill(one, other), NEARLY);
                assertThat(twice.hatStep(one, other)).isEqualTo(once.hatStep(one, other), NEARLY);
            }
        }
    }

    @Test
    void whatIsPlayedOnceOutweighsAllThatIsOnlyTypical() throws Exception {
        Use heard = new PartUse(MAP).add(part());
        Use leaning = new LeaningUse(heard, TYPICAL);
        double[] typically = {0};
        for (Line one : MAP.firstLines()) {
            double more = leaning.weight(one) - heard.weight(one);
            assertThat(more).isPositive();
            typically[0] += more;
            assertThat(more / TYPICAL.weight(one)).isEqualTo(1e-4, offset(1e-7));
            assertThat(leaning.loudness(one)).isEqualTo(heard.loudness(one));
            assertThat(leaning.openings(one)).isEqualTo(heard.openings(one));
            for (Line other : MAP.firstLines()) {
                assertThat(leaning.together(one, other))
                        .isEqualTo(heard.together(one, other) + 1e-4 * TYPICAL.together(one, other), NEARLY);
                assertThat(leaning.inFill(one, other))
                        .isEqualTo(heard.inFill(one, other) + 1e-4 * TYPICAL.inFill(one, other), NEARLY);
                assertThat(leaning.hatStep(one, other))
                        .isEqualTo(heard.hatStep(one, other) + 1e-4 * TYPICAL.hatStep(one, other), NEARLY);
            }
        }
        assertThat(typically[0]).isLessThan(heard.weight(line(49)));
        assertThat(leaning.heard()).isSameAs(heard);
    }
}
