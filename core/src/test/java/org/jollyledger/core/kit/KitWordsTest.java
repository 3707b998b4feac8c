package org.jollyledger.core.kit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.PadPlan;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Codes, words and small questions of a kit. */
class KitWordsTest {
    @Test
    void codesAreReadAndWordsSaid() {
        assertThat(Stream.of(PedalCalibration.Pose.values()).map(PedalCalibration.Pose::words))
                .containsExactly("toes off", "toes just touching", "heel resting", "on the ball of the foot");
        for (PedalCalibration.Pose pose : PedalCalibration.Pose.values()) {
            assertThat(PedalCalibration.Pose.parse(pose.code())).isEqualTo(pose);
        }
        for (NoteFacts.Choke choke : NoteFacts.Choke.values()) {
            assertThat(NoteFacts.Choke.parse(choke.code())).isEqualTo(choke);
        }
        for (NoteFacts.Foot foot : NoteFacts.Foot.values()) {
            assertThat(NoteFacts.Foot.parse(foot.code())).isEqualTo(foot);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "crash.1.choke, crash.1.choke, crash.1.struck-choke",
        "crash.2.struck-choke, crash.2.choke, crash.2.struck-choke"
    })
    void aChokeIsATailOrAStroke(String choke, String tail, String struck) {
        assertThat(Chokes.as(true, Sound.parse(choke))).isEqualTo(Sound.parse(tail));
        assertThat(Chokes.as(false, Sound.parse(choke))).isEqualTo(Sound.parse(struck));
        assertThat(Chokes.isTail(Sound.parse(tail))).isTrue();
        assertThat(Chokes.isTail(Sound.parse(struck))).isFalse();
    }

    @ParameterizedTest
    @CsvSource({"crash, true", "hihat, true", "ride.2.bell, true", "snare, false", "kick, false", "clap, false"})
    void cymbalsAndHatsCanBeChoked(String sound, boolean canBe) {
        assertThat(Chokes.canBeChoked(Sound.parse(sound))).isEqualTo(canBe);
    }

    @ParameterizedTest
    @CsvSource({
        "crash.1.choke, crash.1, true",
        "crash.1.choke, crash.1.bell, true",
        "crash.1.choke, crash.2, false",
        "crash.1.choke, ride.1, false",
        "crash.1, crash.1, false"
    })
    void onlyItsOwnChokeStopsACymbal(String choke, String ringing, boolean stops) {
        assertThat(Chokes.chokes(Sound.parse(choke), Sound.parse(ringing))).isEqualTo(stops);
    }

    @Test
    void aPadMovesAndNothingElse() {
        NoteMap map = GeneralMidi.level1();
        NoteMap moved = PadEdits.move(map, 1, 77, 88);
        List<Pad> before = StagePlan.of(map).pads();
        List<Pad> after = moved.pads().pads();
        assertThat(after).hasSameSizeAs(before);
        assertThat(after.get(0)).isEqualTo(before.get(0));
        Pad was = before.get(1);
        assertThat(after.get(1)).isEqualTo(new Pad(was.name(), was.kind(), 77, 88, was.size(), was.zones()));
        for (int none : new int[] {-1, before.size()}) {
            assertThatThrownBy(() -> PadEdits.move(map, none, 1, 1)).hasMessage("That zone is gone; reload the page.");
        }
        assertThat(PadEdits.change(map, plan -> PadPlan.NONE.withPads(after))
                        .pads()
                        .pads())
                .isEqualTo(after);
    }

    /** As far open as it can be said. */
    @ParameterizedTest
    @CsvSource({"OPEN, 5", "HALF, 60", "QUARTER, 60", "CLOSED, 100", "TIGHT, 100"})
    void theNearestOpeningIsSent(Openness openness, int value) {
        Map<Openness, Integer> values =
                new EnumMap<>(Map.of(Openness.OPEN, 5, Openness.HALF, 60, Openness.CLOSED, 100));
        KitChange.HatChange change = new KitChange.HatChange(
                OpennessExpression.CONTROLLER, OpennessExpression.CONTROLLER, List.of(), new TreeMap<>(), values);
        assertThat(change.nearestValue(openness)).contains(value);
        assertThat(new KitChange.HatChange(
                                OpennessExpression.CONTROLLER,
                                OpennessExpression.CONTROLLER,
                                List.of(),
                                new TreeMap<>(),
                                Map.of())
                        .nearestValue(openness))
                .isEmpty();
    }
}
