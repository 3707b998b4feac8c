package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.Events;
import org.jollyledger.core.support.Hex;
import org.jollyledger.core.support.RandomMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Velocity curves, channels, lengths, targets that exclude each other, and hits that pass. */
class RouteShapesTest {
    private static final NoteMap GM = GeneralMidi.level1();
    private static final NoteMap PADS = GM.withName("Pads").withChannel(OptionalInt.empty());
    private static final Note SNARE = Note.of(38);
    private static final Note TAMBOURINE = Note.of(54);

    @Provide
    Arbitrary<VelocityCurve> curves() {
        return RandomMaps.curves();
    }

    @Property
    void aCurveStaysWithinTheVelocities(@ForAll("curves") VelocityCurve curve) {
        for (int velocity = 1; velocity <= 127; velocity++) {
            assertThat(curve.apply(velocity)).isBetween(1, 127);
        }
    }

    @ParameterizedTest
    @CsvSource({
        // scale, add, bend, floor, ceiling, in, out
        "100, 0, 0, 1, 127, 64, 64",
        "50, 0, 0, 1, 127, 64, 32",
        "100, 20, 0, 1, 127, 120, 127",
        "100, -20, 0, 1, 127, 10, 1",
        // A bend of 50 is the square root, of -50 the square: 127 * sqrt(32/127) and 127 * (64/127)^2.
        "100, 0, 50, 1, 127, 32, 64",
        "100, 0, -50, 1, 127, 64, 32",
        "100, 0, 100, 1, 127, 127, 127",
        "100, 0, 0, 40, 90, 20, 40",
        "100, 0, 0, 40, 90, 100, 90",
        "100, 0, 0, 80, 80, 3, 80",
    })
    void numbersShapeACurve(int scale, int add, int bend, int floor, int ceiling, int in, int out) {
        assertThat(new VelocityCurve.Shape(scale, add, bend, floor, ceiling).apply(in))
                .isEqualTo(out);
    }

    @ParameterizedTest
    @CsvSource({"1, 20", "10, 20", "20, 30", "30, 40", "65, 70", "100, 100", "127, 100"})
    void pointsShapeACurve(int in, int out) {
        VelocityCurve curve = new VelocityCurve.Points(List.of(
                new VelocityCurve.Point(10, 20), new VelocityCurve.Point(30, 40), new VelocityCurve.Point(100, 100)));
        assertThat(curve.apply(in)).isEqualTo(out);
    }

    @ParameterizedTest
    @CsvSource({"0.25, 96, 24", "1, 480, 480", "0.001, 96, 1"})
    void aLengthIsToldInQuarters(double quarters, int ticksPerBeat, long ticks) {
        assertThat(NoteLength.ofQuarters(quarters).ticks(new Division.TicksPerBeat(ticksPerBeat)))
                .isEqualTo(ticks);
    }

    private static List<String> convert(NoteMap map, byte[] bytes, Route route) throws Exception {
        Part part = Part.of(MidiFile.read(bytes), Channels.only(10));
        Conversion conversion = Conversion.of(part, Crosswalk.propose(GM, map).with(route));
        assertThat(conversion.statement().balances()).isTrue();
        return Events.read(MidiFile.read(conversion.bytes()));
    }

    private static Route route(Route.Sends sends, Target... targets) {
        return new Route(SNARE, List.of(targets), sends, Route.Origin.CHOSEN);
    }

    /** A hard snare that adds a tambourine, with a velocity, a channel and a length of its own. */
    @Test
    void aLayerHasItsOwnVelocityChannelAndLength() throws Exception {
        Target layer = new Target(TAMBOURINE, new VelocityRange(100, 127))
                .withCurve(VelocityCurve.fixed(50))
                .withChannel(OptionalInt.of(3))
                .withLength(Optional.of(NoteLength.ofQuarters(0.125)));
        byte[] bytes = Hex.file(0, "00992664 30892640 00992663 30892640 00FF2F00");
        assertThat(convert(PADS, bytes, route(Route.Sends.TO_ALL, Target.all(SNARE), layer)))
                .containsExactly(
                        "0 0 992664",
                        "0 0 923632",
                        "0 12 823640",
                        "0 48 892640",
                        "0 48 992663",
                        "0 96 892640",
                        "0 96 ff2f");
    }

    /** A length that reaches behind the end of the track makes the track longer. */
    @Test
    void aLongLengthMovesTheEndOfTheTrack() throws Exception {
        Target held = Target.all(SNARE).withLength(Optional.of(NoteLength.ofQuarters(2)));
        assertThat(convert(PADS, Hex.file(0, "00992664 30892640 00FF2F00"), route(Route.Sends.TO_ALL, held)))
                .containsExactly("0 0 992664", "0 192 892640", "0 192 ff2f");
    }

    /** A length ends where the next hit on its note begins, and not in the middle of it. */
    @Test
    void aLongLengthDoesNotCutTheNextHit() throws Exception {
        Target held = Target.all(SNARE).withLength(Optional.of(NoteLength.ofQuarters(2)));
        byte[] bytes = Hex.file(0, "00992664 0A892640 26992663 0A892640 00B00440 00FF2F00");
        assertThat(convert(PADS, bytes, route(Route.Sends.TO_ALL, held)))
                .containsExactly(
                        "0 0 992664", "0 48 892640", "0 48 992663", "0 58 b00440", "0 240 892640", "0 240 ff2f");
    }

    @Test
    void targetsThatExcludeEachOtherTakeAHitOnce() throws Exception {
        Target loud = new Target(TAMBOURINE, new VelocityRange(115, 127));
        byte[] bytes = Hex.file(0, "00992672 10892640 00992673 10892640 00FF2F00");
        assertThat(convert(PADS, bytes, route(Route.Sends.TO_FIRST, loud, Target.all(SNARE))))
                .containsExactly("0 0 992672", "0 16 892640", "0 16 993673", "0 32 893640", "0 32 ff2f");
    }

    @Test
    void hitsThatPassAreBookedAsPassed() throws Exception {
        byte[] bytes = Hex.file(0, "00992672 10892640 00FF2F00");
        Part part = Part.of(MidiFile.read(bytes), Channels.only(10));
        NoteMap other = GM.withName("Without snare")
                .withLines(GM.lines().stream()
                        .filter(line -> !line.note().equals(SNARE))
                        .toList());
        Conversion conversion = Conversion.of(part, Crosswalk.propose(GM, other).with(Route.unchanged(SNARE)));
        assertThat(conversion.bytes()).isEqualTo(bytes);
        assertThat(conversion.statement().totals()).isEqualTo(new Statement.Totals(1, 0, 0, 0, 0, 0, 0, 1, 0, 0));
    }

    /** Of two lines that fold on one note the one that comes out louder stays, whatever went in. */
    @Test
    void theLouderAfterItsCurveStays() throws Exception {
        Crosswalk crosswalk = Crosswalk.propose(GM, PADS)
                .with(Route.chosen(Note.of(40), List.of(Target.all(SNARE).withCurve(VelocityCurve.fixed(10)))));
        byte[] bytes = Hex.file(0, "00992640 00992864 30892640 00892840 00FF2F00");
        Conversion conversion = Conversion.of(Part.of(MidiFile.read(bytes), Channels.only(10)), crosswalk);
        assertThat(Events.read(MidiFile.read(conversion.bytes())))
                .containsExactly("0 0 992640", "0 48 892640", "0 48 ff2f");
        assertThat(conversion.statement().totals().folded()).isOne();
    }
}
