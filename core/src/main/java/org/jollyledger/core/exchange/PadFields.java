package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.PadGrid;
import org.jollyledger.core.notemap.PadKind;
import org.jollyledger.core.notemap.PadPlan;
import org.jollyledger.core.notemap.PadPlan.Splash;
import org.jollyledger.core.notemap.PadPlan.Steady;
import org.jollyledger.core.notemap.PadPlan.StrikePlace;
import org.jollyledger.core.notemap.PadPlan.Triggers;
import org.jollyledger.core.notemap.Zone;
import org.jollyledger.core.notemap.ZoneKind;
import org.jollyledger.core.pitch.Note;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The pads of a kit as fields of its map: {@code pads}, {@code strikePlace}, {@code splash} and the rest. What is not set is left out. */
final class PadFields {
    private static final Set<String> OF_PAD = Set.of("name", "kind", "x", "y", "size", "zones");
    private static final Set<String> OF_ZONE = Set.of("kind", "notes", "curve");
    private static final Set<String> OF_PLACE =
            Set.of("controller", "note", "offCentreFrom", "edgeFrom", "offCentre", "edge");

    private PadFields() {}

    static PadPlan read(Fields map) {
        List<Pad> pads = new ArrayList<>();
        if (map.has("pads")) {
            for (Fields pad : map.lines("pads", PadPlan.MOST_PADS)) {
                pad.allowOnly(OF_PAD);
                readPad(pad).ifPresent(pads::add);
            }
        }
        Optional<StrikePlace> place = map.optionalObject("strikePlace").flatMap(PadFields::readPlace);
        Optional<Splash> splash = map.optionalObject("splash").flatMap(PadFields::readSplash);
        Optional<PadGrid> grid = map.optionalObject("grid").flatMap(PadFields::readGrid);
        Optional<Steady> steady = map.optionalObject("steadyHat").flatMap(PadFields::readSteady);
        Optional<Triggers> triggers = map.optionalObject("triggers").flatMap(PadFields::readTriggers);
        return map.made("pads", () -> new PadPlan(pads, place, splash, steady, triggers, grid))
                .orElse(PadPlan.NONE);
    }

    private static Optional<Pad> readPad(Fields fields) {
        int before = fields.problemCount();
        String name = fields.text("name");
        Optional<PadKind> kind = fields.parsed("kind", PadKind::parse);
        int x = fields.number("x");
        int y = fields.number("y");
        int size = fields.number("size");
        List<Zone> zones = new ArrayList<>();
        for (Fields zone : fields.lines("zones", ZoneKind.values().length)) {
            zone.allowOnly(OF_ZONE);
            readZone(zone).ifPresent(zones::add);
        }
        return fields.problemCount() > before
                ? Optional.empty()
                : fields.made("pads", () -> new Pad(name, kind.orElseThrow(), x, y, size, zones));
    }

    private static Optional<Zone> readZone(Fields fields) {
        int before = fields.problemCount();
        Optional<ZoneKind> kind = fields.parsed("kind", ZoneKind::parse);
        List<Integer> notes = fields.numbers("notes");
        var curve = CurveFields.read(fields);
        return fields.problemCount() > before
                ? Optional.empty()
                : fields.made(
                        "notes",
                        () -> new Zone(
                                kind.orElseThrow(), notes.stream().map(Note::of).toList(), curve));
    }

    static Optional<StrikePlace> readPlace(Fields fields) {
        int before = fields.problemCount();
        fields.allowOnly(OF_PLACE);
        int controller = fields.number("controller");
        int note = fields.number("note");
        int offCentreFrom = fields.number("offCentreFrom");
        int edgeFrom = fields.number("edgeFrom");
        int offCentre = fields.number("offCentre");
        int edge = fields.number("edge");
        return fields.problemCount() > before
                ? Optional.empty()
                : fields.made(
                        "strikePlace",
                        () -> new StrikePlace(
                                controller, Note.of(note), offCentreFrom, edgeFrom, Note.of(offCentre), Note.of(edge)));
    }

    static Optional<Splash> readSplash(Fields fields) {
        int before = fields.problemCount();
        fields.allowOnly(Set.of("milliseconds", "velocity"));
        int milliseconds = fields.number("milliseconds");
        int velocity = fields.number("velocity");
        return fields.problemCount() > before
                ? Optional.empty()
                : fields.made("splash", () -> new Splash(milliseconds, velocity));
    }

    static Optional<Steady> readSteady(Fields fields) {
        int before = fields.problemCount();
        fields.allowOnly(Set.of("milliseconds", "velocityFrom"));
        int milliseconds = fields.number("milliseconds");
        int velocityFrom = fields.number("velocityFrom");
        return fields.problemCount() > before
                ? Optional.empty()
                : fields.made("steadyHat", () -> new Steady(milliseconds, velocityFrom));
    }

    private static Optional<Triggers> readTriggers(Fields fields) {
        int before = fields.problemCount();
        fields.allowOnly(Set.of("bounceMilliseconds", "crosstalkMilliseconds", "crosstalkPercent"));
        int bounce = fields.number("bounceMilliseconds");
        int crosstalk = fields.number("crosstalkMilliseconds");
        int percent = fields.number("crosstalkPercent");
        return fields.problemCount() > before
                ? Optional.empty()
                : fields.made("triggers", () -> new Triggers(bounce, crosstalk, percent));
    }

    private static Optional<PadGrid> readGrid(Fields fields) {
        int before = fields.problemCount();
        fields.allowOnly(Set.of("columns", "rows", "fromBottom"));
        int columns = fields.number("columns");
        int rows = fields.number("rows");
        boolean fromBottom = fields.optionalFlag("fromBottom");
        return fields.problemCount() > before
                ? Optional.empty()
                : fields.made("grid", () -> new PadGrid(columns, rows, fromBottom));
    }

    static void write(PadPlan plan, ObjectNode document) {
        if (!plan.pads().isEmpty()) {
            ArrayNode pads = document.putArray("pads");
            plan.pads().forEach(pad -> write(pad, pads.addObject()));
        }
        plan.place().ifPresent(place -> write(place, document.putObject("strikePlace")));
        plan.grid()
                .ifPresent(grid -> document.putObject("grid")
                        .put("columns", grid.columns())
                        .put("rows", grid.rows())
                        .put("fromBottom", grid.fromBottom()));
        plan.splash().ifPresent(splash -> write(splash, document.putObject("splash")));
        plan.steady().ifPresent(steady -> write(steady, document.putObject("steadyHat")));
        plan.triggers()
                .ifPresent(triggers -> document.putObject("triggers")
                        .put("bounceMilliseconds", triggers.bounceMilliseconds())
                        .put("crosstalkMilliseconds", triggers.crosstalkMilliseconds())
                        .put("crosstalkPercent", triggers.crosstalkPercent()));
    }

    static void write(StrikePlace place, ObjectNode object) {
        object.put("controller", place.controller())
                .put("note", place.note().number())
                .put("offCentreFrom", place.offCentreFrom())
                .put("edgeFrom", place.edgeFrom())
                .put("offCentre", place.offCentre().number())
                .put("edge", place.edge().number());
    }

    static void write(Splash splash, ObjectNode object) {
        object.put("milliseconds", splash.milliseconds()).put("velocity", splash.velocity());
    }

    static void write(Steady steady, ObjectNode object) {
        object.put("milliseconds", steady.milliseconds()).put("velocityFrom", steady.velocityFrom());
    }

    private static void write(Pad pad, ObjectNode object) {
        object.put("name", pad.name());
        object.put("kind", pad.kind().code());
        object.put("x", pad.x()).put("y", pad.y()).put("size", pad.size());
        ArrayNode zones = object.putArray("zones");
        for (Zone zone : pad.zones()) {
            ObjectNode into = zones.addObject().put("kind", zone.kind().code());
            ArrayNode notes = into.putArray("notes");
            zone.notes().forEach(note -> notes.add(note.number()));
            CurveFields.write(zone.curve(), into);
        }
    }
}
