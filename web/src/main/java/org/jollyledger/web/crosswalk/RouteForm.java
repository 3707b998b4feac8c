package org.jollyledger.web.crosswalk;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Pattern;
import org.jollyledger.core.crosswalk.NoteLength;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Target;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.VelocityCurve.Point;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.pitch.Note;
import org.springframework.util.MultiValueMap;

/**
 * A route as a form sends it: the fields of each target carry its number, counted from 0, such as {@code target-0-from}.
 * Every wrong field is refused by its name.
 */
final class RouteForm {
    private static final Pattern POINT = Pattern.compile("(\\d{1,3}),(\\d{1,3})");

    private final MultiValueMap<String, String> fields;

    RouteForm(MultiValueMap<String, String> fields) {
        this.fields = fields;
    }

    /**
     * @throws IllegalArgumentException when a field is wrong, with a sentence that names it
     */
    Route route(Note source) {
        String removed = text("remove");
        List<Target> targets = new ArrayList<>();
        for (int at = 0; fields.containsKey("target-" + at + "-line"); at++) {
            if (!removed.equals(String.valueOf(at))) {
                targets.add(target("target-" + at + "-"));
            }
        }
        Route.Sends sends = text("sends").equals("first") ? Route.Sends.TO_FIRST : Route.Sends.TO_ALL;
        return new Route(source, targets, sends, Route.Origin.CHOSEN);
    }

    private Target target(String prefix) {
        Note note = Decisions.note(text(prefix + "line"));
        VelocityRange range = new VelocityRange(
                number(prefix + "from", "softest velocity", VelocityRange.LOWEST),
                number(prefix + "to", "loudest velocity", VelocityRange.HIGHEST));
        String channel = text(prefix + "channel");
        String length = text(prefix + "length");
        return new Target(
                note,
                range,
                curve(prefix),
                channel.isEmpty() ? OptionalInt.empty() : OptionalInt.of(number(prefix + "channel", "channel", 0)),
                length.isEmpty() ? Optional.empty() : Optional.of(NoteLength.ofQuarters(decimal(length))));
    }

    private VelocityCurve curve(String prefix) {
        if (text(prefix + "curve").equals("points")) {
            return new VelocityCurve.Points(Pattern.compile(" ")
                    .splitAsStream(text(prefix + "points"))
                    .map(RouteForm::point)
                    .toList());
        }
        VelocityCurve.Shape usual = (VelocityCurve.Shape) VelocityCurve.STRAIGHT;
        return new VelocityCurve.Shape(
                number(prefix + "scale", "scale", usual.scale()),
                number(prefix + "add", "added velocity", usual.add()),
                number(prefix + "bend", "bend", usual.bend()),
                number(prefix + "floor", "floor", usual.floor()),
                number(prefix + "ceiling", "ceiling", usual.ceiling()));
    }

    private static Point point(String text) {
        var matcher = POINT.matcher(text);
        if (!matcher.matches()) {
            throw new IllegalArgumentException(
                    "\"" + text + "\" is not a point of a velocity curve; give two numbers from"
                            + " 1 to 127 with a comma, such as 64,80.");
        }
        return new Point(Integer.parseInt(matcher.group(1)), Integer.parseInt(matcher.group(2)));
    }

    private String text(String name) {
        String value = fields.getFirst(name);
        return value == null ? "" : value.strip();
    }

    private int number(String name, String what, int whenEmpty) {
        String text = text(name);
        if (text.isEmpty()) {
            return whenEmpty;
        }
        if (!text.matches("[-−]?\\d{1,4}")) {
            throw new IllegalArgumentException("The " + what + " is \"" + text + "\"; give a whole number.");
        }
        return Integer.parseInt(text.replace('−', '-'));
    }

    private static double decimal(String text) {
        if (!text.matches("\\d{1,3}([.,]\\d{1,6})?")) {
            throw new IllegalArgumentException(
                    "The length is \"" + text + "\"; give quarters, such as 0.25 for a sixteenth.");
        }
        return Double.parseDouble(text.replace(',', '.'));
    }
}
