package org.jollyledger.core.kit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RingingTest {
    private static final double LONG = 60;

    private static Ringing atRest(NoteMap map) {
        return Kit.of(map).atRest(sound -> LONG);
    }

    private static List<Integer> strike(Ringing ringing, NoteMap map, int stroke, int line, double seconds) {
        Line struck = map.lines().get(line);
        return ringing.strike(stroke, stroke, struck, struck.sound(), seconds);
    }

    /** Which sound stops which, when it is struck a second later. */
    @ParameterizedTest
    @CsvSource({
        "crash.1.edge, crash.1.choke, true",
        "crash.1.edge, crash.1.struck-choke, true",
        "crash.1.edge, crash.2.choke, false",
        "crash.1.left, crash.1.choke, false",
        "crash.1.edge, crash.1.edge, false",
        "hihat.tip.open, hihat.tip.closed, true",
        "hihat.tip.closed, hihat.tip.open, false",
        "hihat.tip.open, hihat.pedal-close, true",
        "hihat.tip.half, hihat.pedal-splash, false",
        "hihat.tip.open, hihat.choke, true",
        "kick.hit, hihat.tip.closed, false"
    })
    void whatStopsWhat(String ringing, String struck, boolean stops) {
        NoteMap map = SmallMaps.map(36, ringing, struck);
        Ringing state = atRest(map);
        strike(state, map, 0, 0, 0);
        assertThat(strike(state, map, 1, 1, 1)).isEqualTo(stops ? List.of(0) : List.of());
    }

    @Test
    void whatDiedAwayIsNotStopped() {
        NoteMap map = SmallMaps.map(36, "crash.1.edge", "crash.1.choke");
        Ringing state = Kit.of(map).atRest(sound -> 0.5);
        strike(state, map, 0, 0, 0);
        assertThat(strike(state, map, 1, 1, 0.5)).isEmpty();
    }

    @Test
    void linesOfAGroupStopEachOtherAndNotThemselves() {
        NoteMap plain = SmallMaps.map(36, "triangle.open", "triangle.muted");
        NoteMap map = plain.withLines(plain.lines().stream()
                .map(line -> line.withChokeGroup(Optional.of("triangle")))
                .toList());
        Ringing state = atRest(map);
        strike(state, map, 0, 0, 0);
        assertThat(strike(state, map, 1, 0, 1)).isEmpty();
        assertThat(strike(state, map, 2, 1, 2)).containsExactly(0, 1);
    }

    /** The three forms of common practice: only the one that the map uses stops a cymbal, and only a cymbal. */
    @ParameterizedTest
    @CsvSource({
        "note, crash.1.edge, 127, false, false",
        "pressure, crash.1.edge, 127, true, false",
        "pressure, crash.1.edge, 63, false, false",
        "pressure, snare.centre, 127, false, false",
        "release, crash.1.edge, 127, false, true",
        "release, snare.centre, 127, false, false"
    })
    void aChokeCountsInTheFormOfTheMap(String form, String sound, int pressure, boolean byPressure, boolean byRelease) {
        NoteMap map = SmallMaps.map(36, sound)
                .withChokes(ChokeExpression.of(ChokeExpression.Form.parse(form)).withPressureFrom(64));
        Ringing pressed = atRest(map);
        strike(pressed, map, 0, 0, 0);
        assertThat(pressed.press(36, pressure, 1)).isEqualTo(byPressure ? List.of(0) : List.of());
        Ringing released = atRest(map);
        strike(released, map, 0, 0, 0);
        assertThat(released.release(0, 1)).isEqualTo(byRelease ? List.of(0) : List.of());
    }

    @Test
    void thePedalClosesUnderAHatThatItOpens() {
        NoteMap map = SmallMaps.map(36, "hihat.tip.pedal", "hihat.tip.open")
                .withOpenness(OpennessExpression.CONTROLLER.withPedal(HatPedal.USUAL.withCountsDown(true)));
        Ringing state = atRest(map);
        state.strike(0, 0, map.lines().get(0), Sound.parse("hihat.tip.half"), 0);
        strike(state, map, 1, 1, 0);
        assertThat(state.pedal(127, 1)).as("opens").isEmpty();
        assertThat(state.pedal(0, 2)).as("closes").containsExactly(0);
    }

    @Test
    void aPressureOutsideOfOneTo127IsRefused() {
        assertThatThrownBy(() -> ChokeExpression.PRESSURE.withPressureFrom(0)).hasMessageContaining("1 to 127");
        assertThatThrownBy(() -> ChokeExpression.PRESSURE.withPressureFrom(128)).hasMessageContaining("1 to 127");
    }

    /** Whatever happens, a stroke is stopped once at most, after it began, and only when it rings. */
    @Property
    void aStrokeStopsOnce(@ForAll long seed) {
        Random random = new Random(seed);
        NoteMap map = SmallMaps.map(
                        36, "crash.1.edge", "crash.1.choke", "hihat.tip.pedal", "hihat.tip.open", "hihat.pedal-close")
                .withChokes(ChokeExpression.of(ChokeExpression.Form.values()[random.nextInt(3)]));
        Ringing state = atRest(map);
        Set<Integer> stopped = new HashSet<>();
        List<Integer> struck = new ArrayList<>();
        for (int moment = 0; moment < 60; moment++) {
            List<Integer> now = switch (random.nextInt(4)) {
                case 0 -> state.pedal(random.nextInt(128), moment);
                case 1 -> state.press(36 + random.nextInt(5), random.nextInt(128), moment);
                case 2 ->
                    struck.isEmpty()
                            ? List.<Integer>of()
                            : state.release(struck.get(random.nextInt(struck.size())), moment);
                default -> strike(state, map, moment, random.nextInt(5), moment);
            };
            assertThat(now).allMatch(stroke -> struck.contains(stroke) && stopped.add(stroke));
            struck.add(moment);
        }
    }
}
