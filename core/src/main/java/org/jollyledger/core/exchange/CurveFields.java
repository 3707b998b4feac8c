package org.jollyledger.core.exchange;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.notemap.VelocityCurve;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** A velocity curve as the field {@code curve}: by its numbers, or by its points. One that is straight is left out. */
final class CurveFields {
    private static final Set<String> OF_CURVE = Set.of("scale", "add", "bend", "floor", "ceiling", "points");

    private CurveFields() {}

    static VelocityCurve read(Fields fields) {
        return fields.optionalObject("curve").flatMap(CurveFields::readCurve).orElse(VelocityCurve.STRAIGHT);
    }

    private static Optional<VelocityCurve> readCurve(Fields fields) {
        int before = fields.problemCount();
        fields.allowOnly(OF_CURVE);
        List<int[]> points = fields.optionalPairs("points");
        if (fields.problemCount() > before) {
            return Optional.empty();
        }
        if (!points.isEmpty()) {
            return fields.made(
                    "curve",
                    () -> new VelocityCurve.Points(points.stream()
                            .map(point -> new VelocityCurve.Point(point[0], point[1]))
                            .toList()));
        }
        VelocityCurve.Shape usual = (VelocityCurve.Shape) VelocityCurve.STRAIGHT;
        int scale = fields.optionalNumber("scale").orElse(usual.scale());
        int add = fields.optionalNumber("add").orElse(usual.add());
        int bend = fields.optionalNumber("bend").orElse(usual.bend());
        int floor = fields.optionalNumber("floor").orElse(usual.floor());
        int ceiling = fields.optionalNumber("ceiling").orElse(usual.ceiling());
        return fields.problemCount() > before
                ? Optional.empty()
                : fields.made("curve", () -> new VelocityCurve.Shape(scale, add, bend, floor, ceiling));
    }

    static void write(VelocityCurve curve, ObjectNode into) {
        if (!curve.equals(VelocityCurve.STRAIGHT)) {
            writeCurve(curve, into.putObject("curve"));
        }
    }

    private static void writeCurve(VelocityCurve curve, ObjectNode into) {
        if (curve instanceof VelocityCurve.Points points) {
            ArrayNode array = into.putArray("points");
            points.points().forEach(point -> array.addArray().add(point.in()).add(point.out()));
        } else if (curve instanceof VelocityCurve.Shape shape) {
            into.put("scale", shape.scale());
            into.put("add", shape.add());
            into.put("bend", shape.bend());
            into.put("floor", shape.floor());
            into.put("ceiling", shape.ceiling());
        }
    }
}
