package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Target;
import org.jollyledger.core.crosswalk.VelocityRange;
import org.jollyledger.core.pitch.Note;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The routes that an owner chose as JSON: {@code {"routes": [{"note": 49, "targets": [{"note": 55, "from": 1, "to":
 * 127}]}]}}. Proposed routes are not written: they are worked out again from the two maps.
 */
public final class RoutesJson {
    private static final int MOST_ROUTES = Note.COUNT;

    private RoutesJson() {}

    /**
     * Reads routes.
     *
     * @throws DocumentException with everything that is wrong with them; a line is a route
     */
    public static List<Route> read(String json) throws DocumentException {
        Fields fields = Fields.parse(json);
        fields.allowOnly(Set.of("routes"));
        List<Route> routes = new ArrayList<>();
        for (Fields route : fields.lines("routes", MOST_ROUTES)) {
            route.allowOnly(Set.of("note", "targets"));
            int source = route.number("note");
            List<Target> targets = new ArrayList<>();
            for (Fields target : route.lines("targets", MOST_ROUTES)) {
                readTarget(target).ifPresent(targets::add);
            }
            route.made("note", () -> Route.chosen(Note.of(source), targets)).ifPresent(routes::add);
        }
        fields.throwProblems();
        return routes;
    }

    private static Optional<Target> readTarget(Fields target) {
        target.allowOnly(Set.of("note", "from", "to"));
        int note = target.number("note");
        int from = target.optionalNumber("from").orElse(VelocityRange.LOWEST);
        int to = target.optionalNumber("to").orElse(VelocityRange.HIGHEST);
        return target.made("note", () -> new Target(Note.of(note), new VelocityRange(from, to)));
    }

    /** Writes the routes among these that an owner chose. */
    public static String write(List<Route> routes) {
        ObjectNode document = Fields.JSON.createObjectNode();
        ArrayNode array = document.putArray("routes");
        for (Route route : routes) {
            if (route.origin() == Route.Origin.CHOSEN) {
                ObjectNode object = array.addObject();
                object.put("note", route.source().number());
                ArrayNode targets = object.putArray("targets");
                route.targets()
                        .forEach(target -> targets.addObject()
                                .put("note", target.note().number())
                                .put("from", target.velocities().from())
                                .put("to", target.velocities().to()));
            }
        }
        return Fields.JSON.writeValueAsString(document);
    }
}
