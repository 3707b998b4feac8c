package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.jollyledger.core.crosswalk.NoteLength;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Target;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.pitch.Note;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A route as fields: {@code {"note": 49, "sends": "all", "targets": [{"note": 55, "from": 1, "to": 127, "curve": {…},
 * "channel": 10, "length": 0.25}]}}. What is usual is left out.
 */
final class RouteFields {
    static final Set<String> OF_ROUTE = Set.of("note", "sends", "targets");

    static final Set<String> OF_TARGET = Set.of("note", "from", "to", "curve", "channel", "length");

    private RouteFields() {}

    static Optional<Route> read(Fields fields, Route.Origin origin, Set<String> ofTarget) {
        int before = fields.problemCount();
        int source = fields.number("note");
        Route.Sends sends = sends(fields);
        List<Target> targets = new ArrayList<>();
        if (sends != Route.Sends.UNCHANGED || fields.has("targets")) {
            for (Fields target : fields.lines("targets", Note.COUNT)) {
                target.allowOnly(ofTarget);
                readTarget(target).ifPresent(targets::add);
            }
        }
        if (fields.problemCount() > before) {
            return Optional.empty();
        }
        return fields.made("note", () -> new Route(Note.of(source), targets, sends, origin));
    }

    static Route.Sends sends(Fields fields) {
        return fields.optionalText("sends")
                .flatMap(text -> fields.made("sends", () -> Route.Sends.parse(text)))
                .orElse(Route.Sends.TO_ALL);
    }

    private static Optional<Target> readTarget(Fields fields) {
        int before = fields.problemCount();
        int note = fields.number("note");
        int from = fields.optionalNumber("from").orElse(VelocityRange.LOWEST);
        int to = fields.optionalNumber("to").orElse(VelocityRange.HIGHEST);
        VelocityCurve curve = CurveFields.read(fields);
        OptionalInt channel = fields.optionalNumber("channel");
        Optional<NoteLength> length = fields.optionalDecimal("length").isPresent()
                ? fields.made(
                        "length",
                        () -> NoteLength.ofQuarters(
                                fields.optionalDecimal("length").getAsDouble()))
                : Optional.empty();
        return fields.problemCount() > before
                ? Optional.empty()
                : fields.made(
                        "note", () -> new Target(Note.of(note), new VelocityRange(from, to), curve, channel, length));
    }

    static void write(Route route, ObjectNode into) {
        into.put("note", route.source().number());
        if (route.sends() != Route.Sends.TO_ALL) {
            into.put("sends", route.sends().code());
        }
        ArrayNode targets = into.putArray("targets");
        route.targets().forEach(target -> write(target, targets.addObject()));
    }

    private static void write(Target target, ObjectNode into) {
        into.put("note", target.note().number());
        into.put("from", target.velocities().from());
        into.put("to", target.velocities().to());
        CurveFields.write(target.curve(), into);
        target.channel().ifPresent(channel -> into.put("channel", channel));
        target.length().ifPresent(length -> into.put("length", length.quarters()));
    }
}
