package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.core.crosswalk.KeptCrosswalk.KeptRoute;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** A kept crosswalk as JSON, described by {@code docs/formats/crosswalk.schema.json}. */
public final class CrosswalkJson {
    private static final Set<String> OF_TARGET = Set.of("note", "from", "to", "curve", "channel", "length", "sound");

    private CrosswalkJson() {}

    /**
     * Reads a kept crosswalk.
     *
     * @return the crosswalk with the sounds that its routes joined
     * @throws DocumentException with everything that is wrong with it; a line is a route
     */
    public static KeptCrosswalk read(String json) throws DocumentException {
        Fields fields = Fields.parse(json);
        fields.allowOnly(Set.of("name", "remark", "from", "to", "routes", "accepted", "repairs"));
        String name = fields.text("name");
        String remark = fields.optionalText("remark").orElse("");
        String from = fields.text("from");
        String to = fields.text("to");
        List<KeptRoute> routes = new ArrayList<>();
        for (Fields route : fields.lines("routes", Note.COUNT)) {
            readRoute(route).ifPresent(routes::add);
        }
        Set<Losses.Key> accepted = LossFields.read(fields);
        Set<DiscrepancyKind> repairs = readRepairs(fields);
        fields.throwProblems();
        Optional<KeptCrosswalk> kept =
                fields.made("name", () -> new KeptCrosswalk(name, remark, from, to, routes, accepted, repairs));
        fields.throwProblems();
        return kept.orElseThrow();
    }

    private static Optional<KeptRoute> readRoute(Fields fields) {
        fields.allowOnly(Set.of("note", "sends", "targets", "sound", "origin"));
        Optional<Sound> sound = fields.has("sound") ? fields.parsed("sound", Sound::parse) : Optional.empty();
        Route.Origin origin = fields.optionalText("origin")
                .flatMap(text -> fields.made("origin", () -> Route.Origin.parse(text)))
                .orElse(Route.Origin.CHOSEN);
        List<Sound> targets = new ArrayList<>();
        if (fields.has("targets")) {
            for (Fields target : fields.lines("targets", Note.COUNT)) {
                target.parsed("sound", Sound::parse).ifPresent(targets::add);
            }
        }
        Optional<Route> route = RouteFields.read(fields, origin, OF_TARGET);
        if (sound.isEmpty() && fields.has("sound")
                || route.isEmpty()
                || targets.size() < route.get().targets().size()) {
            return Optional.empty();
        }
        return fields.made("targets", () -> new KeptRoute(route.get(), sound, targets));
    }

    private static Set<DiscrepancyKind> readRepairs(Fields fields) {
        return fields.optionalTexts("repairs").stream()
                .flatMap(code -> fields.made("repairs", () -> DiscrepancyKind.parse(code)).stream())
                .collect(Collectors.toSet());
    }

    /**
     * Writes a kept crosswalk.
     *
     * @return a JSON document
     */
    public static String write(KeptCrosswalk kept) {
        ObjectNode document = Fields.JSON.createObjectNode();
        document.put("name", kept.name());
        document.put("remark", kept.remark());
        document.put("from", kept.from());
        document.put("to", kept.to());
        ArrayNode routes = document.putArray("routes");
        for (KeptRoute route : kept.routes()) {
            ObjectNode object = routes.addObject();
            RouteFields.write(route.route(), object);
            route.sound().ifPresent(sound -> object.put("sound", sound.code()));
            object.put("origin", route.route().origin().code());
            for (int i = 0; i < route.targetSounds().size(); i++) {
                ((ObjectNode) object.get("targets").get(i))
                        .put("sound", route.targetSounds().get(i).code());
            }
        }
        LossFields.write(kept.accepted(), document);
        if (!kept.repairs().isEmpty()) {
            ArrayNode repairs = document.putArray("repairs");
            kept.repairs().stream().sorted().forEach(kind -> repairs.add(kind.code()));
        }
        return Fields.JSON.writerWithDefaultPrettyPrinter().writeValueAsString(document);
    }
}
