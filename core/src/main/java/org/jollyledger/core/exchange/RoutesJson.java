package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.crosswalk.Choices;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.pitch.Note;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * What an owner chose for a part, as JSON: {@code {"kept": "oak-to-parade", "routes": [{"note": 49, "targets": [{"note":
 * 55, "from": 1, "to": 127}]}], "accepted": [{"loss": "silent", "note": 77}]}}. Proposed routes are not written: they
 * are worked out again from the maps and the part.
 */
public final class RoutesJson {
    private RoutesJson() {}

    /**
     * Reads choices.
     *
     * @return the choices
     * @throws DocumentException with everything that is wrong with them; a line is a route
     */
    public static Choices read(String json) throws DocumentException {
        Fields fields = Fields.parse(json);
        fields.allowOnly(Set.of("kept", "routes", "accepted"));
        Optional<String> kept = fields.optionalText("kept");
        List<Route> routes = new ArrayList<>();
        for (Fields route : fields.lines("routes", Note.COUNT)) {
            route.allowOnly(RouteFields.OF_ROUTE);
            RouteFields.read(route, Route.Origin.CHOSEN, RouteFields.OF_TARGET).ifPresent(routes::add);
        }
        Set<Losses.Key> accepted = LossFields.read(fields);
        fields.throwProblems();
        return new Choices(kept, routes, accepted);
    }

    /**
     * Writes choices.
     *
     * @return a JSON document
     */
    public static String write(Choices choices) {
        ObjectNode document = Fields.JSON.createObjectNode();
        choices.kept().ifPresent(kept -> document.put("kept", kept));
        ArrayNode array = document.putArray("routes");
        choices.routes().forEach(route -> RouteFields.write(route, array.addObject()));
        LossFields.write(choices.accepted(), document);
        return Fields.JSON.writeValueAsString(document);
    }
}
