package org.jollyledger.core.notemap;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.jollyledger.core.notemap.PadPlan.Splash;
import org.jollyledger.core.notemap.PadPlan.Steady;
import org.jollyledger.core.notemap.PadPlan.StrikePlace;
import org.jollyledger.core.notemap.PadPlan.Triggers;
import org.jollyledger.core.notemap.VelocityCurve.Point;
import org.jollyledger.core.notemap.VelocityCurve.Points;
import org.jollyledger.core.notemap.VelocityCurve.Shape;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.Sound;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** The figures and words of which a map is made: what they may be, what they are called, and what they give. */
class SettingsOfMapsTest {
    private static final NoteMap GM = GeneralMidi.level1();
    private static final Note NOTE = Note.of(38);

    /** What lies just within its bounds, and just outside. */
    private static Stream<List<ThrowingCallable>> bounds() {
        return Stream.of(
                List.of(() -> new VelocityRange(1, 127), () -> new VelocityRange(0, 127)),
                List.of(() -> new VelocityRange(127, 127), () -> new VelocityRange(1, 128)),
                List.of(() -> new VelocityRange(5, 5), () -> new VelocityRange(6, 5)),
                List.of(
                        () -> new ChokeExpression(ChokeExpression.Form.PRESSURE, 1),
                        () -> ChokeExpression.PRESSURE.withPressureFrom(0)),
                List.of(
                        () -> new ChokeExpression(ChokeExpression.Form.PRESSURE, 127),
                        () -> ChokeExpression.PRESSURE.withPressureFrom(128)),
                List.of(() -> HatPedal.USUAL.withController(0), () -> HatPedal.USUAL.withController(-1)),
                List.of(() -> HatPedal.USUAL.withController(119), () -> HatPedal.USUAL.withController(120)),
                List.of(() -> HatPedal.USUAL.withRange(0, 127), () -> HatPedal.USUAL.withRange(-1, 127)),
                List.of(() -> HatPedal.USUAL.withRange(126, 127), () -> HatPedal.USUAL.withRange(0, 128)),
                List.of(() -> HatPedal.USUAL.withRange(63, 64), () -> HatPedal.USUAL.withRange(64, 64)),
                List.of(() -> thresholds(1, 1, 1, 1, 1), () -> thresholds(0, 1, 1, 1, 1)),
                List.of(() -> thresholds(128, 128, 128, 128, 128), () -> thresholds(1, 2, 3, 4, 129)),
                List.of(() -> thresholds(1, 2, 3, 4, 5), () -> thresholds(1, 2, 3, 5, 4)),
                List.of(() -> thresholds(1, 2, 3, 4, 5), () -> thresholds(1, 2, 3, 4)),
                List.of(() -> new PadGrid(1, 1, true), () -> new PadGrid(0, 1, true)),
                List.of(() -> new PadGrid(16, 16, true), () -> new PadGrid(17, 1, true)),
                List.of(() -> new PadGrid(4, 1, true), () -> new PadGrid(4, 0, true)),
                List.of(() -> new PadGrid(4, 16, true), () -> new PadGrid(4, 17, true)),
                List.of(() -> new Splash(20, 1), () -> new Splash(19, 1)),
                List.of(() -> new Splash(1_000, 127), () -> new Splash(1_001, 127)),
                List.of(() -> new Splash(20, 127), () -> new Splash(20, 128)),
                List.of(() -> new Steady(5, 1), () -> new Steady(4, 1)),
                List.of(() -> new Steady(500, 127), () -> new Steady(501, 127)),
                List.of(() -> new Steady(5, 1), () -> new Steady(5, 0)),
                List.of(() -> new Triggers(1, 1, 1), () -> new Triggers(0, 1, 1)),
                List.of(() -> new Triggers(200, 100, 100), () -> new Triggers(201, 1, 1)),
                List.of(() -> new Triggers(1, 100, 1), () -> new Triggers(1, 101, 1)),
                List.of(() -> new Triggers(1, 1, 100), () -> new Triggers(1, 1, 101)),
                List.of(() -> place(0, 1, 1), () -> place(-1, 1, 1)),
                List.of(() -> place(119, 128, 128), () -> place(120, 1, 1)),
                List.of(() -> place(16, 1, 1), () -> place(16, 0, 1)),
                List.of(() -> place(16, 2, 2), () -> place(16, 2, 1)),
                List.of(() -> place(16, 2, 128), () -> place(16, 2, 129)),
                List.of(() -> pad(0, 0, 20), () -> pad(-1, 0, 20)),
                List.of(() -> pad(1_000, 2_000, 400), () -> pad(1_001, 0, 20)),
                List.of(() -> pad(0, 0, 20), () -> pad(0, -1, 20)),
                List.of(() -> pad(0, 2_000, 20), () -> pad(0, 2_001, 20)),
                List.of(() -> pad(0, 0, 20), () -> pad(0, 0, 19)),
                List.of(() -> pad(0, 0, 400), () -> pad(0, 0, 401)),
                List.of(() -> zone(8), () -> zone(9)),
                List.of(() -> pads(256), () -> pads(257)),
                List.of(() -> GM.withLines(lines(1_000)), () -> GM.withLines(lines(1_001))),
                List.of(() -> GM.withChannel(OptionalInt.of(1)), () -> GM.withChannel(OptionalInt.of(0))),
                List.of(() -> GM.withChannel(OptionalInt.of(16)), () -> GM.withChannel(OptionalInt.of(17))),
                List.of(() -> GM.withName("x".repeat(120)), () -> GM.withName("x".repeat(121))),
                List.of(() -> GM.withMaker("x".repeat(500)), () -> GM.withMaker("x".repeat(501))),
                List.of(() -> GM.withRemark("x\ty\nz"), () -> GM.withRemark("x\ry")),
                List.of(
                        () -> line().withChokeGroup(Optional.of("x".repeat(24))),
                        () -> line().withChokeGroup(Optional.of("x".repeat(25)))),
                List.of(
                        () -> line().withOutput(Optional.of("x".repeat(40))),
                        () -> line().withOutput(Optional.of(" "))),
                List.of(() -> line().withRemark("x".repeat(500)), () -> line().withRemark("x".repeat(501))),
                List.of(() -> new Shape(0, 0, 0, 1, 127), () -> new Shape(-1, 0, 0, 1, 127)),
                List.of(() -> new Shape(400, 0, 0, 1, 127), () -> new Shape(401, 0, 0, 1, 127)),
                List.of(() -> new Shape(100, -127, 0, 1, 127), () -> new Shape(100, -128, 0, 1, 127)),
                List.of(() -> new Shape(100, 127, 0, 1, 127), () -> new Shape(100, 128, 0, 1, 127)),
                List.of(() -> new Shape(100, 0, -100, 1, 127), () -> new Shape(100, 0, -101, 1, 127)),
                List.of(() -> new Shape(100, 0, 100, 1, 127), () -> new Shape(100, 0, 101, 1, 127)),
                List.of(() -> new Shape(100, 0, 0, 64, 64), () -> new Shape(100, 0, 0, 65, 64)),
                List.of(() -> new Shape(100, 0, 0, 1, 1), () -> new Shape(100, 0, 0, 0, 1)),
                List.of(() -> new Shape(100, 0, 0, 127, 127), () -> new Shape(100, 0, 0, 1, 128)),
                List.of(() -> new Point(1, 1), () -> new Point(0, 1)),
                List.of(() -> new Point(127, 127), () -> new Point(128, 1)),
                List.of(() -> new Point(1, 1), () -> new Point(1, 0)),
                List.of(() -> new Point(1, 127), () -> new Point(1, 128)),
                List.of(() -> points(16), () -> points(17)),
                List.of(() -> points(1), () -> points(0)),
                List.of(
                        () -> new Points(List.of(new Point(1, 9), new Point(2, 9))),
                        () -> new Points(List.of(new Point(1, 9), new Point(1, 9)))));
    }

    private static void thresholds(Integer... values) {
        HatPedal.USUAL.withThresholds(Arrays.asList(values));
    }

    private static StrikePlace place(int controller, int offCentre, int edge) {
        return new StrikePlace(controller, NOTE, offCentre, edge, Note.of(39), Note.of(40));
    }

    private static Pad pad(int x, int y, int size) {
        return new Pad("Pad", PadKind.PAD, x, y, size, List.of());
    }

    private static Zone zone(int notes) {
        return Zone.of(ZoneKind.HEAD, NOTE)
                .withNotes(IntStream.range(0, notes).mapToObj(Note::of).toList());
    }

    private static PadPlan pads(int count) {
        return PadPlan.NONE.withPads(
                IntStream.range(0, count).mapToObj(number -> pad(0, 0, 20)).toList());
    }

    private static Line line() {
        return Line.of(36, "Kick", Sound.parse("kick"));
    }

    private static List<Line> lines(int count) {
        return IntStream.range(0, count).mapToObj(number -> line()).toList();
    }

    private static Points points(int count) {
        return new Points(IntStream.rangeClosed(1, count)
                .mapToObj(number -> new Point(number, number))
                .toList());
    }

    @ParameterizedTest
    @MethodSource("bounds")
    void boundsHold(List<ThrowingCallable> row) {
        assertThatCode(row.get(0)).doesNotThrowAnyException();
        assertThatThrownBy(row.get(1))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageEndingWith(".");
    }

    @Test
    void velocitiesLieInTheirRange() {
        VelocityRange range = new VelocityRange(20, 40);
        assertThat(IntStream.rangeClosed(1, 127).filter(range::contains).boxed())
                .containsExactlyElementsOf(IntStream.rangeClosed(20, 40).boxed().toList());
    }

    /** Bent, then scaled, then added to, then held; worked out by hand. */
    @ParameterizedTest
    @CsvSource({
        "100, 0, 0, 1, 127, 64, 64",
        "50, 0, 0, 1, 127, 64, 32",
        "400, 0, 0, 1, 127, 64, 127",
        "100, 10, 0, 1, 127, 64, 74",
        "100, -100, 0, 1, 127, 64, 1",
        "100, 0, 0, 30, 90, 10, 30",
        "100, 0, 0, 30, 90, 100, 90",
        // The square root of 32/127, and its square, of 127.
        "100, 0, 50, 1, 127, 32, 64",
        "100, 0, -50, 1, 127, 64, 32",
        "100, 0, 100, 1, 127, 127, 127",
        "50, 5, 50, 1, 127, 32, 37"
    })
    void aShapeBendsScalesAddsAndHolds(int scale, int add, int bend, int floor, int ceiling, int in, int out) {
        assertThat(new Shape(scale, add, bend, floor, ceiling).apply(in)).isEqualTo(out);
    }

    @ParameterizedTest
    @CsvSource({"1, 20", "10, 20", "20, 30", "30, 40", "45, 70", "60, 100", "127, 100"})
    void pointsAreJoinedByLines(int in, int out) {
        assertThat(new Points(List.of(new Point(10, 20), new Point(30, 40), new Point(60, 100))).apply(in))
                .isEqualTo(out);
    }

    @Property
    void aFixedVelocityIsOneAndAStraightCurveNone(
            @ForAll @IntRange(min = 1, max = 127) int velocity, @ForAll @IntRange(min = 1, max = 127) int in) {
        assertThat(VelocityCurve.fixed(velocity).apply(in)).isEqualTo(velocity);
        assertThat(VelocityCurve.fixed(velocity).isStraight()).isFalse();
        assertThat(VelocityCurve.STRAIGHT.apply(in)).isEqualTo(in);
        assertThat(VelocityCurve.STRAIGHT.isStraight()).isTrue();
    }

    @ParameterizedTest
    @CsvSource({
        // pad, bank, column, row from below, row from above, name
        "0, 0, 0, 1, 0, A1",
        "3, 0, 3, 1, 0, A4",
        "4, 0, 0, 0, 1, A5",
        "7, 0, 3, 0, 1, A8",
        "8, 1, 0, 1, 0, B1",
        "210, 26, 2, 1, 0, AA3"
    })
    void padsAreCountedBankByBank(int pad, int bank, int column, int fromBelow, int fromAbove, String name) {
        PadGrid grid = new PadGrid(4, 2, true);
        assertThat(grid.bank(pad)).isEqualTo(bank);
        assertThat(grid.column(pad)).isEqualTo(column);
        assertThat(grid.row(pad)).isEqualTo(fromBelow);
        assertThat(new PadGrid(4, 2, false).row(pad)).isEqualTo(fromAbove);
        assertThat(grid.name(pad)).isEqualTo(name);
    }

    @ParameterizedTest
    @CsvSource({"0, 1", "1, 1", "8, 1", "9, 2", "16, 2", "17, 3"})
    void padsNeedBanks(int pads, int banks) {
        assertThat(new PadGrid(4, 2, true).banks(pads)).isEqualTo(banks);
        assertThat(new PadGrid(4, 2, true).mostBanks()).isEqualTo(32);
        assertThat(new PadGrid(16, 16, true).mostBanks()).isEqualTo(1);
    }

    @ParameterizedTest
    @CsvSource({"0, A", "25, Z", "26, AA", "51, AZ", "52, BA", "701, ZZ", "702, AAA"})
    void banksAreLetters(int bank, String name) {
        assertThat(PadGrid.bankName(bank)).isEqualTo(name);
    }

    @Test
    void aPlanKeepsWhatIsNotChanged() {
        PadPlan all = PadPlan.NONE
                .withPads(List.of(pad(1, 1, 20).withZones(List.of(zone(1).withCurve(VelocityCurve.fixed(9))))))
                .withPlace(Optional.of(place(16, 40, 80)))
                .withSplash(Optional.of(new Splash(100, 64)))
                .withSteady(Optional.of(new Steady(50, 100)))
                .withTriggers(Optional.of(new Triggers(30, 5, 20)))
                .withGrid(Optional.of(new PadGrid(4, 4, true)));
        assertThat(all.isEmpty()).isFalse();
        assertThat(PadPlan.NONE.isEmpty()).isTrue();
        PadPlan moved = all.withNotes(Map.of(Note.of(0), Note.of(9), NOTE, Note.of(50), Note.of(40), Note.of(51)));
        assertThat(moved.pads().get(0).zones().get(0))
                .isEqualTo(new Zone(ZoneKind.HEAD, List.of(Note.of(9)), VelocityCurve.fixed(9)));
        assertThat(moved.place()).contains(new StrikePlace(16, Note.of(50), 40, 80, Note.of(39), Note.of(51)));
        assertThat(moved.withPads(all.pads()).withPlace(all.place())).isEqualTo(all);
        assertThat(all.splash()).contains(new Splash(100, 64));
        assertThat(all.steady()).contains(new Steady(50, 100));
        assertThat(all.triggers()).contains(new Triggers(30, 5, 20));
        assertThat(all.grid()).contains(new PadGrid(4, 4, true));
    }

    @Test
    void aPadHasTheZonesOfItsKindOnce() {
        Zone head = Zone.of(ZoneKind.HEAD, NOTE);
        assertThatThrownBy(() -> new Pad("P", PadKind.CYMBAL, 0, 0, 20, List.of(head)))
                .hasMessage("The pad \"P\" is a cymbal, which has no head.");
        assertThatThrownBy(() -> new Pad("P", PadKind.HEAD, 0, 0, 20, List.of(head, head)))
                .hasMessage("The pad \"P\" has two zones at one place; join them.");
        assertThatThrownBy(() -> new Pad("", PadKind.HEAD, 0, 0, 20, List.of())).hasMessageContaining("name is empty");
        assertThat(head.withNotes(List.of(NOTE, NOTE)).notes()).containsExactly(NOTE);
    }

    @ParameterizedTest
    @CsvSource({"HEAD, drum", "CYMBAL, cymbal", "HAT, hi-hat", "PAD, pad", "TRIGGER, trigger"})
    void kindsOfPadsHaveWordsAndCodes(PadKind kind, String words) {
        assertThat(kind.words()).isEqualTo(words);
        assertThat(PadKind.parse(kind.code())).isEqualTo(kind);
        for (ZoneKind zone : kind.zones()) {
            assertThat(ZoneKind.parse(zone.code())).isEqualTo(zone);
        }
    }

    @Test
    void codesAreReadAndWordsSaid() {
        for (MapKind kind : MapKind.values()) {
            assertThat(MapKind.parse(kind.code())).isEqualTo(kind);
        }
        for (KitOrder order : KitOrder.values()) {
            assertThat(KitOrder.parse(order.code())).isEqualTo(order);
        }
        assertThat(Stream.of(KitOrder.values()).map(KitOrder::words))
                .containsExactly("as the kit stands", "by note", "by name");
        assertThat(ChokeExpression.Form.parse("release")).isEqualTo(ChokeExpression.Form.RELEASE);
        assertThat(OpennessExpression.Form.parse("controller")).isEqualTo(OpennessExpression.Form.CONTROLLER);
        assertThat(ChokeExpression.NOTE.withForm(ChokeExpression.Form.PRESSURE)).isEqualTo(ChokeExpression.PRESSURE);
        assertThat(ChokeExpression.PRESSURE.words()).isEqualTo("key pressure on the cymbal's note");
        assertThat(ChokeExpression.PRESSURE.withPressureFrom(64).words())
                .isEqualTo("key pressure on the cymbal's note, from 64 on");
        assertThat(ChokeExpression.RELEASE.withPressureFrom(64).words()).isEqualTo("releasing the cymbal's note");
        OpennessExpression notes = OpennessExpression.of(OpennessExpression.Form.NOTES);
        assertThat(notes.words()).isEqualTo("a note for each opening");
        assertThat(notes.withForm(OpennessExpression.Form.CONTROLLER).words()).isEqualTo("controller 4");
        assertThat(OpennessExpression.CONTROLLER
                        .withPedal(HatPedal.USUAL.withController(1).withCountsDown(true))
                        .words())
                .isEqualTo("controller 1, steps at 16, 48, 80, 112, pressed is 0");
        assertThat(HatPedal.USUAL
                        .withThresholds(List.of(128, 128, 128, 128, 128))
                        .words())
                .isEqualTo("always open");
        HatPedal ranged = HatPedal.USUAL.withRange(10, 90);
        assertThat(ranged.lowest()).isEqualTo(10);
        assertThat(ranged.highest()).isEqualTo(90);
        assertThat(ranged.withCountsDown(false).withController(4).withThresholds(ranged.thresholds()))
                .isEqualTo(ranged);
    }

    @Test
    void aMapKeepsWhatIsNotChanged() {
        NoteMap changed = GM.withKind(MapKind.KIT)
                .withMaker("me")
                .withRemark("old")
                .withMiddleC(OctaveConvention.C5)
                .withChannel(OptionalInt.of(3))
                .withChokes(ChokeExpression.RELEASE)
                .withOpenness(OpennessExpression.CONTROLLER)
                .withPads(pads(2));
        assertThat(changed.withName("x").lines()).isEqualTo(GM.lines());
        assertThat(List.of(
                        changed.kind(),
                        changed.maker(),
                        changed.remark(),
                        changed.middleC(),
                        changed.channel().getAsInt()))
                .containsExactly(MapKind.KIT, "me", "old", OctaveConvention.C5, 3);
        assertThat(changed.chokes()).isEqualTo(ChokeExpression.RELEASE);
        assertThat(changed.openness()).isEqualTo(OpennessExpression.CONTROLLER);
        assertThat(changed.pads().pads()).hasSize(2);
    }

    @Test
    void sharedNotesAndTheStripAreTold() {
        NoteMap map = GM.withLines(List.of(
                line(),
                line().withName("Other"),
                Line.of(38, "Snare", Sound.parse("snare")),
                line().withPlace(Optional.empty())));
        assertThat(map.sharedNotes()).containsExactly(Note.of(36));
        assertThat(map.strip()).hasSize(128);
        assertThat(map.strip().get(36)).contains(Family.KICK);
        assertThat(map.strip().get(38)).contains(Family.SNARE);
        assertThat(map.strip().stream().filter(Optional::isPresent)).hasSize(2);
        assertThat(MapEdits.clearNotes(map, List.of(0, 2)).lines())
                .extracting(Line::hasNote)
                .containsExactly(false, true, false, false);
    }

    @ParameterizedTest
    @CsvSource({"abc, 3, abc", "abcd, 3, abc", "ab cd, 3, ab", "\uD83E\uDD41\uD83E\uDD41b, 2, \uD83E\uDD41\uD83E\uDD41"
    })
    void textsAreCut(String text, int longest, String cut) {
        assertThat(Texts.cut(text, longest)).isEqualTo(cut);
    }
}
