package org.jollyledger.web.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.jollyledger.core.crosswalk.NoteLength;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Target;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.pitch.Note;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.util.LinkedMultiValueMap;
import org.springframework.util.MultiValueMap;

/** What a form says of a route, and what it may not say. */
class RouteFormTest {
    private static final Note SNARE = Note.of(38);

    private static MultiValueMap<String, String> fields(String... namesAndValues) {
        MultiValueMap<String, String> fields = new LinkedMultiValueMap<>();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            fields.add(namesAndValues[i], namesAndValues[i + 1]);
        }
        return fields;
    }

    private static Route read(String... namesAndValues) {
        return new RouteForm(fields(namesAndValues)).route(SNARE);
    }

    @Test
    void emptyFieldsMeanWhatIsUsual() {
        Route route = read(
                "target-0-line", "50",
                "target-0-from", "",
                "target-0-to", " ",
                "target-0-channel", "",
                "target-0-length", "");
        assertThat(route).isEqualTo(Route.chosen(SNARE, List.of(Target.all(Note.of(50)))));
    }

    @Test
    void everythingThatIsSetIsRead() {
        Route route = read(
                "sends", "first",
                "target-0-line", "50",
                "target-0-from", "1",
                "target-0-to", "59",
                "target-0-curve", "numbers",
                "target-0-scale", "80",
                "target-0-add", "−5",
                "target-0-bend", "-20",
                "target-0-floor", "10",
                "target-0-ceiling", "120",
                "target-0-channel", "11",
                "target-0-length", "0,5",
                "target-1-line", "51",
                "target-1-from", "60",
                "target-1-curve", "points",
                "target-1-points", "1,20 64,90 127,127");
        assertThat(route.sends()).isEqualTo(Route.Sends.TO_FIRST);
        assertThat(route.targets())
                .containsExactly(
                        new Target(
                                Note.of(50),
                                new VelocityRange(1, 59),
                                new VelocityCurve.Shape(80, -5, -20, 10, 120),
                                OptionalInt.of(11),
                                Optional.of(NoteLength.ofQuarters(0.5))),
                        new Target(Note.of(51), new VelocityRange(60, 127))
                                .withCurve(new VelocityCurve.Points(List.of(
                                        new VelocityCurve.Point(1, 20),
                                        new VelocityCurve.Point(64, 90),
                                        new VelocityCurve.Point(127, 127)))));
    }

    @Test
    void aTargetIsTakenOutByItsNumber() {
        Route route = read("remove", "0", "target-0-line", "50", "target-1-line", "51");
        assertThat(route.targets()).containsExactly(Target.all(Note.of(51)));
    }

    /** Each wrong field, and the words of the sentence that refuses it. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "line | kick | \"kick\" is not a line; choose a line of the map.",
                "line | 200 | Note 200 does not exist",
                "from | loud | The softest velocity is \"loud\"; give a whole number.",
                "from | 0 | Velocities 0 to 127 are no range",
                "to | 128 | Velocities 1 to 128 are no range",
                "to | 1.5 | The loudest velocity is \"1.5\"; give a whole number.",
                "scale | 401 | The scale of a velocity curve is 0 to 400, not 401.",
                "add | 200 | The added velocity of a velocity curve is -127 to 127, not 200.",
                "bend | -101 | The bend of a velocity curve is -100 to 100, not -101.",
                "floor | 0 | The floor of a velocity curve is 1 to 127, not 0.",
                "ceiling | 128 | The ceiling of a velocity curve is 1 to 127, not 128.",
                "channel | 17 | Channel 17 does not exist; give 1 to 16, or nothing.",
                "length | long | The length is \"long\"; give quarters, such as 0.25 for a sixteenth.",
                "length | 17 | A note is longer than nothing and at most 16 quarters long",
                "length | 0 | A note is longer than nothing"
            })
    void aWrongFieldIsRefusedByItsName(String field, String value, String sentence) {
        MultiValueMap<String, String> fields = fields("target-0-line", "50", "target-0-curve", "numbers");
        fields.set("target-0-" + field, value);
        assertThatThrownBy(() -> new RouteForm(fields).route(SNARE))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageStartingWith(sentence);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1;20 | \"1;20\" is not a point of a velocity curve",
                "64,80 32,20 | The points of a velocity curve must go from left to right; 32 does not come after 64.",
                "0,80 | The point 0, 80 lies outside a velocity curve"
            })
    void wrongPointsAreRefused(String points, String sentence) {
        assertThatThrownBy(() -> read("target-0-line", "50", "target-0-curve", "points", "target-0-points", points))
                .hasMessageStartingWith(sentence);
    }

    @Test
    void oneLineTwiceIsRefused() {
        assertThatThrownBy(() -> read("target-0-line", "50", "target-1-line", "50"))
                .hasMessage("The route from note 38 leads to one note twice; join the two into one.");
    }
}
