package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What routes do to the music, for music in which everything that can happen happens as often as the next. */
class HarmsTest {
    private static final double WEIGHT = 10;
    private static final double OFTEN = 4;

    /** Everything is played, at one loudness. */
    private record Even(double loud, Map<Openness, Double> open) implements Use {
        static final Even LOUD = new Even(1, Map.of());

        @Override
        public double weight(Line line) {
            return WEIGHT;
        }

        @Override
        public double together(Line one, Line other) {
            return OFTEN;
        }

        @Override
        public double inFill(Line earlier, Line later) {
            return Harms.isFillDrum(earlier) && Harms.isFillDrum(later) ? OFTEN : 0;
        }

        @Override
        public double hatStep(Line earlier, Line later) {
            return Harms.isStruckHat(earlier) && Harms.isStruckHat(later) ? OFTEN : 0;
        }

        @Override
        public OptionalDouble loudness(Line line) {
            return OptionalDouble.of(loud);
        }

        @Override
        public Map<Openness, Double> openings(Line line) {
            return open;
        }

        @Override
        public Use heard() {
            return this;
        }
    }

    private static final List<Line> TARGETS = lines(
            60,
            "kick",
            "snare",
            "snare.rim-shot",
            "tom.1",
            "tom.2",
            "tom.3",
            "hihat.closed",
            "hihat.open",
            "crash.1",
            "crash.1.choke",
            "ride.1",
            "cowbell");

    private static List<Line> lines(int first, String... codes) {
        List<Line> lines = new ArrayList<>();
        for (String code : codes) {
            lines.add(Line.of(first + lines.size(), code, Sound.parse(code)));
        }
        return lines;
    }

    private static Optional<Line> to(String code) {
        return code.equals("-")
                ? Optional.empty()
                : Optional.of(TARGETS.stream()
                        .filter(line -> line.name().equals(code))
                        .findFirst()
                        .orElseThrow());
    }

    private static Line from(String code) {
        return lines(code.hashCode() & 31, code).get(0);
    }

    private static List<String> alone(Use use, String from, String to) {
        return new Harms(use, TARGETS)
                .alone(from(from), to(to)).stream()
                        .map(harm -> harm.harm().name())
                        .toList();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "kick; kick; ",
                "kick; -; SILENCE",
                "kick; tom.3; SUBSTITUTE LEFT",
                "kick; tom.1; SUBSTITUTE LEFT RAISED",
                "tom.2; tom.3; SUBSTITUTE",
                "cowbell; ride.1; SUBSTITUTE LEFT",
                "china.1; crash.1; SUBSTITUTE",
                "snare; snare.rim-shot; SUBSTITUTE LEFT"
            })
    void whatARouteDoesAlone(String from, String to, String expected) {
        assertThat(String.join(" ", alone(Even.LOUD, from, to))).isEqualTo(expected == null ? "" : expected);
    }

    @Test
    void aSoftLineIsTooLoudOnAForcefulOneBySoMuchAsItIsSoft() {
        Harms softest = new Harms(new Even(0.4, Map.of()), TARGETS);
        Harms soft = new Harms(new Even(0.6, Map.of()), TARGETS);
        double most = tooLoud(softest, "snare.rim-shot");
        assertThat(most).isEqualTo(WEIGHT * Harm.TOO_LOUD.cost(), offset(1e-9));
        assertThat(tooLoud(soft, "snare.rim-shot")).isEqualTo(most / 2, offset(1e-9));
        assertThat(tooLoud(new Harms(new Even(0.7, Map.of()), TARGETS), "snare.rim-shot"))
                .isZero();
        assertThat(tooLoud(softest, "snare")).isZero();
    }

    private static double tooLoud(Harms harms, String to) {
        return harms.alone(from("snare"), to(to)).stream()
                .filter(harm -> harm.harm() == Harm.TOO_LOUD)
                .mapToDouble(Harms.Weighed::cost)
                .sum();
    }

    @Test
    void costsAreWeighedByHowMuchALineIsPlayed() {
        Harms harms = new Harms(Even.LOUD, TARGETS);
        assertThat(harms.weight(from("kick"))).isEqualTo(WEIGHT);
        List<Harms.Weighed> found = harms.alone(from("kick"), to("tom.1"));
        double distance = Sound.parse("kick").distanceTo(Sound.parse("tom.1")).value();
        assertThat(found)
                .extracting(Harms.Weighed::cost)
                .containsExactly(WEIGHT * distance, WEIGHT * Harm.LEFT.cost(), WEIGHT * Harm.RAISED.cost());
        assertThat(found).allMatch(Harms.Weighed::heard);
    }

    @Test
    void aHatByPedalIsAsFarAsThePedalStands() {
        Line pedal = from("hihat.pedal");
        Line closed = to("hihat.closed").orElseThrow();
        Line open = to("hihat.open").orElseThrow();
        Harms always = new Harms(new Even(1, Map.of(Openness.OPEN, 1.0)), TARGETS);
        assertThat(always.distance(pedal, open))
                .isEqualTo(pedal.sound()
                        .withOpenness(Openness.OPEN)
                        .distanceTo(open.sound())
                        .value());
        Harms half = new Harms(new Even(1, Map.of(Openness.OPEN, 0.5, Openness.CLOSED, 0.5)), TARGETS);
        assertThat(half.distance(pedal, open))
                .isEqualTo(
                        (pedal.sound()
                                                .withOpenness(Openness.OPEN)
                                                .distanceTo(open.sound())
                                                .value()
                                        + pedal.sound()
                                                .withOpenness(Openness.CLOSED)
                                                .distanceTo(open.sound())
                                                .value())
                                / 2,
                        offset(1e-9))
                .isGreaterThan(always.distance(pedal, open));
        assertThat(new Harms(Even.LOUD, TARGETS).distance(pedal, closed))
                .isEqualTo(pedal.sound().distanceTo(closed.sound()).value());
    }

    /** Each pair of routes "one > to, other > to", and what they do to each other. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "tom.1 > tom.1; tom.2 > tom.2; ",
                "tom.1 > tom.2; tom.2 > tom.1; TURNED_FILL CROSSED_TOMS",
                "tom.1 > tom.2; tom.2 > tom.2; UNISON FILL MERGED",
                "tom.1 > tom.2; tom.2 > snare; LEFT_FILL",
                "tom.1 > -; tom.2 > tom.2; FILL",
                "kick > tom.1; ride.1 > cowbell; ",
                "kick > tom.1; ride.1 > tom.1; UNISON MERGED",
                "kick > -; ride.1 > tom.1; ",
                "hihat.closed > hihat.closed; hihat.open > hihat.open; ",
                "hihat.closed > hihat.closed; hihat.open > hihat.closed; MERGED_HATS OPENNESS",
                "hihat.closed > hihat.open; hihat.open > hihat.closed; MERGED_HATS OPENNESS",
                "hihat.closed > -; hihat.open > hihat.open; MERGED_HATS",
                "hihat.closed > -; hihat.open > -; ",
                "crash.1 > crash.1; crash.1.choke > crash.1.choke; ",
                "crash.1 > ride.1; crash.1.choke > crash.1.choke; STRAY_CHOKE",
                "crash.1.choke > crash.1.choke; crash.1 > ride.1; STRAY_CHOKE",
                "snare > snare; snare.rim-shot > cowbell; SPLIT",
                "snare > cowbell; snare.rim-shot > snare.rim-shot; ",
                "snare > snare; snare.rim-shot > -; "
            })
    void whatTwoRoutesDoToEachOther(String one, String other, String expected) {
        String[] first = one.split(" > ");
        String[] second = other.split(" > ");
        List<String> found = new ArrayList<>();
        double[] sum = {0};
        Harms.Between between = new Harms(Even.LOUD, TARGETS).between(from(first[0]), from(second[0]));
        between.each(to(first[1]), to(second[1]), (harm, cost, heard) -> {
            if (cost > 1e-4) {
                found.add(harm.name());
            }
            assertThat(cost).isPositive();
            sum[0] += cost;
        });
        assertThat(String.join(" ", found)).isEqualTo(expected == null ? "" : expected);
        assertThat(between.cost(to(first[1]), to(second[1]))).isEqualTo(sum[0]);
        assertThat(between.isAny(true)).isTrue();
    }

    @Test
    void whatIsNoDrumOfFillsHasNone() {
        assertThat(Arrays.stream(new String[] {"tom.1", "snare", "snare.rim-shot"})
                        .map(HarmsTest::from))
                .allMatch(Harms::isFillDrum);
        assertThat(Arrays.stream(new String[] {"kick", "snare.side-stick", "snare.roll", "ride.1"})
                        .map(HarmsTest::from))
                .noneMatch(Harms::isFillDrum);
        assertThat(Harms.isStruckHat(from("hihat.open"))).isTrue();
        assertThat(Harms.isStruckHat(from("hihat.pedal-close"))).isFalse();
        assertThat(Harms.isStruckHat(from("snare"))).isFalse();
        assertThat(Harms.oneVoice(from("snare"), from("snare.2"))).isTrue();
        assertThat(Harms.oneVoice(from("tom.1"), from("tom.2"))).isFalse();
        assertThat(Harms.oneVoice(from("ride.1"), from("ride.1.bell"))).isTrue();
    }
}
