package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.notemap.OpennessExpression;
import tools.jackson.databind.node.ObjectNode;

/** How an instrument says chokes and the openness of its hi-hat, as fields. What is usual is left out. */
final class KitFields {
    static final Set<String> NAMES = Set.of("chokes", "chokePressure", "openness", "pedal");

    private static final List<String> THRESHOLDS =
            List.of("threeQuarterFrom", "halfFrom", "quarterFrom", "closedFrom", "tightFrom");
    private static final Set<String> PEDAL_FIELDS = Stream.concat(
                    THRESHOLDS.stream(), Stream.of("controller", "countsDown", "lowest", "highest"))
            .collect(Collectors.toSet());

    private KitFields() {}

    static Optional<ChokeExpression> chokes(Fields fields) {
        Optional<ChokeExpression.Form> form = optional(fields, "chokes", ChokeExpression.Form::parse);
        int pressure = fields.optionalNumber("chokePressure").orElse(ChokeExpression.USUAL_PRESSURE);
        return fields.made(
                "chokePressure", () -> new ChokeExpression(form.orElse(ChokeExpression.Form.NOTE), pressure));
    }

    static Optional<OpennessExpression> openness(Fields fields) {
        OpennessExpression.Form form =
                optional(fields, "openness", OpennessExpression.Form::parse).orElse(OpennessExpression.Form.NOTES);
        Optional<Fields> given = fields.optionalObject("pedal");
        if (given.isEmpty()) {
            return Optional.of(OpennessExpression.of(form));
        }
        Fields pedal = given.get();
        pedal.allowOnly(PEDAL_FIELDS);
        int controller = pedal.optionalNumber("controller").orElse(HatPedal.USUAL.controller());
        List<Integer> thresholds = new ArrayList<>();
        for (int i = 0; i < THRESHOLDS.size(); i++) {
            thresholds.add(pedal.optionalNumber(THRESHOLDS.get(i))
                    .orElse(HatPedal.USUAL.thresholds().get(i)));
        }
        boolean down = pedal.optionalFlag("countsDown");
        int lowest = pedal.optionalNumber("lowest").orElse(HatPedal.USUAL.lowest());
        int highest = pedal.optionalNumber("highest").orElse(HatPedal.USUAL.highest());
        return fields.made(
                "pedal",
                () -> new OpennessExpression(
                        form,
                        HatPedal.USUAL
                                .withController(controller)
                                .withThresholds(thresholds)
                                .withCountsDown(down)
                                .withRange(lowest, highest)));
    }

    private static <T> Optional<T> optional(Fields fields, String field, Function<String, T> parser) {
        return fields.optionalText(field).flatMap(text -> fields.made(field, () -> parser.apply(text)));
    }

    static void write(ChokeExpression chokes, OpennessExpression openness, ObjectNode object) {
        object.put("chokes", chokes.form().code());
        if (chokes.pressureFrom() != ChokeExpression.USUAL_PRESSURE) {
            object.put("chokePressure", chokes.pressureFrom());
        }
        object.put("openness", openness.form().code());
        if (!openness.pedal().equals(HatPedal.USUAL)) {
            writePedal(object.putObject("pedal"), openness.pedal());
        }
    }

    private static void writePedal(ObjectNode object, HatPedal pedal) {
        object.put("controller", pedal.controller());
        for (int i = 0; i < THRESHOLDS.size(); i++) {
            object.put(THRESHOLDS.get(i), pedal.thresholds().get(i));
        }
        object.put("countsDown", pedal.countsDown());
        if (pedal.lowest() != HatPedal.USUAL.lowest() || pedal.highest() != HatPedal.USUAL.highest()) {
            object.put("lowest", pedal.lowest()).put("highest", pedal.highest());
        }
    }
}
