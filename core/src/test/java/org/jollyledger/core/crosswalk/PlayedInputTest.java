package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.jollyledger.core.support.SmallMaps.map;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.PadKind;
import org.jollyledger.core.notemap.PadPlan;
import org.jollyledger.core.notemap.PadPlan.Splash;
import org.jollyledger.core.notemap.PadPlan.Steady;
import org.jollyledger.core.notemap.PadPlan.StrikePlace;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.Zone;
import org.jollyledger.core.notemap.ZoneKind;
import org.jollyledger.core.pitch.Note;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the figures of a kit make of what its pads send. */
class PlayedInputTest {
    private static final StrikePlace PLACE = new StrikePlace(16, Note.of(38), 40, 90, Note.of(61), Note.of(62));
    private static final PadPlan FIGURES = PadPlan.NONE
            .withPlace(Optional.of(PLACE))
            .withSplash(Optional.of(new Splash(300, 33)))
            .withSteady(Optional.of(new Steady(50, 100)));

    private static Zone zone(ZoneKind kind, VelocityCurve curve, int... notes) {
        return new Zone(kind, Arrays.stream(notes).mapToObj(Note::of).toList(), curve);
    }

    private static PlayedInput input(PadPlan figures, Zone... zones) {
        NoteMap kit = map(36, "kick", "snare", "tom.1")
                .withPads(figures.withPads(List.of(new Pad("Pad", PadKind.CYMBAL, 1, 1, 20, List.of(zones)))));
        return PlayedInput.of(kit);
    }

    /** Half as hard, rounded as the curve does; what is not struck stays silent. */
    @Test
    void aPadIsFeltByTheCurveOfItsZone() {
        VelocityCurve soft = new VelocityCurve.Shape(50, 0, 0, 1, 127);
        PlayedInput input = input(
                PadPlan.NONE,
                zone(ZoneKind.BOW, VelocityCurve.STRAIGHT, 36),
                zone(ZoneKind.BELL, soft, 37, 38),
                zone(ZoneKind.EDGE, VelocityCurve.fixed(99), 38, 39));
        assertThat(input.curves()).containsOnlyKeys(37, 38, 39);
        for (int velocity = 1; velocity < Note.COUNT; velocity++) {
            assertThat(input.velocity(36, velocity)).isEqualTo(velocity);
            assertThat(input.velocity(37, velocity)).isEqualTo(soft.apply(velocity));
            assertThat(input.velocity(38, velocity))
                    .as("of two zones that send a note the first one says how hard")
                    .isEqualTo(soft.apply(velocity));
            assertThat(input.velocity(39, velocity)).isEqualTo(99);
        }
        assertThat(input.curves().get(39)).hasSize(Note.COUNT).startsWith(0, 99);
        assertThat(input.place()).isEmpty();
    }

    @Test
    void figuresOfTheKitAreKept() {
        PlayedInput input = input(FIGURES);
        assertThat(input.place()).contains(PLACE);
        assertThat(input.splash()).contains(new Splash(300, 33));
        assertThat(input.steady()).contains(new Steady(50, 100));
        assertThat(input(PadPlan.NONE)).isEqualTo(PlayedInput.PLAIN);
    }

    /** A snare on 38 whose controller says how far from the centre it is struck. */
    @ParameterizedTest
    @CsvSource({
        "38, -1, 38",
        "38, 0, 38",
        "38, 39, 38",
        "38, 40, 61",
        "38, 89, 61",
        "38, 90, 62",
        "38, 127, 62",
        "36, 127, 36"
    })
    void wherItIsStruckIsANoteOfItsOwn(int sent, int value, int note) {
        assertThat(input(FIGURES).note(sent, value)).isEqualTo(note);
        assertThat(PlayedInput.PLAIN.note(sent, value)).isEqualTo(sent);
    }

    @Test
    void onlyTheControllerOfThePlaceTellsIt() {
        assertThat(input(FIGURES).isPosition(16)).isTrue();
        assertThat(input(FIGURES).isPosition(4)).isFalse();
        assertThat(PlayedInput.PLAIN.isPosition(16)).isFalse();
    }

    @Test
    void aCurveThatIsNoneIsRefused() {
        TreeMap<Integer, List<Integer>> curves = new TreeMap<>(Map.of(36, List.of(0, 1, 2)));
        assertThatThrownBy(() -> new PlayedInput(curves, Optional.empty(), Optional.empty(), Optional.empty()))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("note 36");
    }
}
