package org.jollyledger.core.kit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.OptionalInt;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HatsTest {
    /** Common practice: 127 is a pressed pedal, 0 a free one, with even steps between. */
    @ParameterizedTest
    @CsvSource({
        "127, CLOSED",
        "112, CLOSED",
        "111, QUARTER",
        "96, QUARTER",
        "64, HALF",
        "32, THREE_QUARTER",
        "15, OPEN",
        "0, OPEN"
    })
    void aPedalThatWasNotMeasuredOpensInEvenSteps(int value, Openness openness) {
        assertThat(Hats.openness(HatPedal.USUAL, value)).isEqualTo(openness);
    }

    /** Common practice: some pedals count the other way. */
    @Property
    void aPedalThatCountsTheOtherWayIsTurnedRound(@ForAll @IntRange(max = 127) int value) {
        assertThat(Hats.openness(HatPedal.USUAL.withCountsDown(true), value))
                .isEqualTo(Hats.openness(HatPedal.USUAL, 127 - value));
    }

    @Property
    void theFartherItIsPressedTheFartherItCloses(
            @ForAll @Size(5) List<@IntRange(min = 1, max = 128) Integer> thresholds,
            @ForAll @IntRange(max = 126) int value) {
        HatPedal pedal =
                HatPedal.USUAL.withThresholds(thresholds.stream().sorted().toList());
        assertThat(Hats.openness(pedal, value + 1).position())
                .isLessThanOrEqualTo(Hats.openness(pedal, value).position());
    }

    /** A kit that reaches only 20 to 90, and is tight when it is stamped on. */
    @ParameterizedTest
    @CsvSource({"19, OPEN", "20, THREE_QUARTER", "45, HALF", "60, QUARTER", "75, CLOSED", "89, CLOSED", "90, TIGHT"})
    void eachThresholdIsTheFirstValueOfItsOpening(int value, Openness openness) {
        assertThat(Hats.openness(HatPedal.USUAL.withThresholds(List.of(20, 45, 60, 75, 90)), value))
                .isEqualTo(openness);
    }

    @Test
    void thresholdsThatDoNotRiseAreRefused() {
        assertThatThrownBy(() -> HatPedal.USUAL.withThresholds(List.of(20, 19, 60, 75, 90)))
                .hasMessage("The pedal's thresholds must rise from 1 to 127, or be 128 for never;"
                        + " 19 cannot follow 20.");
        assertThatThrownBy(() -> HatPedal.USUAL.withThresholds(List.of(1, 2, 3, 4, 129)))
                .hasMessageContaining("129 cannot follow 4");
        assertThatThrownBy(() -> HatPedal.USUAL.withThresholds(List.of(1, 2, 3)))
                .hasMessageContaining("not 3");
        assertThatThrownBy(() -> HatPedal.USUAL.withController(120)).hasMessageContaining("0 to 119, not 120");
    }

    @Test
    void onlyAHatThatIsOpenedByPedalListensToIt() {
        NoteMap map = SmallMaps.map(36, "hihat.tip.pedal")
                .withOpenness(OpennessExpression.CONTROLLER.withPedal(HatPedal.USUAL.withCountsDown(true)));
        Kit kit = Kit.of(map);
        assertThat(kit.played(Sound.parse("hihat.tip.pedal"), OptionalInt.of(127)))
                .isEqualTo(Sound.parse("hihat.tip.open"));
        assertThat(kit.played(Sound.parse("hihat.tip.pedal"), OptionalInt.empty()))
                .isEqualTo(Sound.parse("hihat.tip.pedal"));
        assertThat(kit.played(Sound.parse("hihat.tip.closed"), OptionalInt.of(127)))
                .isEqualTo(Sound.parse("hihat.tip.closed"));
        assertThat(kit.played(Sound.parse("snare.centre"), OptionalInt.of(127))).isEqualTo(Sound.parse("snare.centre"));
    }

    @ParameterizedTest
    @CsvSource(
            value = {
                "hihat.tip.closed, hihat.tip.open, 0.3",
                "hihat.tip.open, hihat.tip.closed, -0.3",
                "hihat.tip.pedal, hihat.tip.open, none",
                "hihat.pedal-close, hihat.tip.open, none",
                "hihat.tip.open, snare.centre, none"
            },
            nullValues = "none")
    void aStepOfTheHatIsKnownBetweenStruckHats(String earlier, String later, Double step) {
        var found = Hats.step(Sound.parse(earlier), Sound.parse(later));
        assertThat(found.isPresent()).isEqualTo(step != null);
        found.ifPresent(value -> assertThat(value).isEqualTo(step));
    }

    /** Worked out by hand: between two thresholds of the one it is as far between the same two of the other. */
    @ParameterizedTest
    @CsvSource({
        "0, 0", "8, 10", "15, 18", "16, 20", "32, 32", "47, 44", "48, 45", "64, 52", "80, 60", "111, 74", "112, 75",
        "120, 82", "127, 89"
    })
    void aValueOfOnePedalIsOneOfAnother(int value, int wanted) {
        HatPedal other = HatPedal.USUAL.withThresholds(List.of(20, 45, 60, 75, 90));
        HatPedal usual = HatPedal.USUAL.withController(1);
        assertThat(Hats.between(usual, other, value)).isEqualTo(wanted);
        assertThat(Hats.between(usual.withCountsDown(true), other, 127 - value)).isEqualTo(wanted);
        assertThat(Hats.between(usual, other.withCountsDown(true), value)).isEqualTo(127 - wanted);
        assertThat(Hats.between(usual, HatPedal.USUAL, value))
                .as("only the controller differs")
                .isEqualTo(value);
    }

    @Property
    void anotherPedalMeansTheSame(
            @ForAll @Size(5) List<@IntRange(min = 1, max = 128) Integer> of,
            @ForAll @Size(5) List<@IntRange(min = 1, max = 128) Integer> onto,
            @ForAll @IntRange(max = 126) int value) {
        HatPedal from = HatPedal.USUAL.withThresholds(of.stream().sorted().toList());
        HatPedal to = HatPedal.USUAL.withThresholds(onto.stream().sorted().toList());
        int there = Hats.between(from, to, value);
        assertThat(there).isBetween(0, 127).isLessThanOrEqualTo(Hats.between(from, to, value + 1));
        Openness meant = Hats.openness(from, value);
        if (Hats.value(to, meant).isPresent()) {
            assertThat(Hats.openness(to, there)).isEqualTo(meant);
        }
    }
}
