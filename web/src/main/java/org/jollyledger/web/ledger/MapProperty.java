package org.jollyledger.web.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.function.BiFunction;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.pitch.OctaveConvention;

/** What can be set of a map as a whole, each by the name its field has on the page. */
enum MapProperty implements Coded {
    NAME("name", NoteMap::withName),
    MAKER("maker's text", NoteMap::withMaker),
    REMARK("remark", NoteMap::withRemark),
    KIND("kind", (map, value) -> map.withKind(MapKind.parse(value))),
    MIDDLE_C("middle C", (map, value) -> map.withMiddleC(OctaveConvention.parse(value))),
    CHANNEL(
            "channel",
            (map, value) -> map.withChannel(value.isEmpty() ? OptionalInt.empty() : OptionalInt.of(number(value)))),
    CHOKES("choke method", (map, value) -> map.withChokes(map.chokes().withForm(ChokeExpression.Form.parse(value)))),
    CHOKE_PRESSURE("choke pressure", (map, value) -> map.withChokes(map.chokes().withPressureFrom(number(value)))),
    OPENNESS(
            "hi-hat method",
            (map, value) -> map.withOpenness(map.openness().withForm(OpennessExpression.Form.parse(value)))),
    PEDAL_CONTROLLER(
            "pedal controller", (map, value) -> withPedal(map, pedal(map).withController(number(value)))),
    PEDAL_COUNTS("pedal direction", (map, value) -> withPedal(map, pedal(map).withCountsDown(value.equals("down")))),
    THREE_QUARTER_FROM("pedal threshold", (map, value) -> withThreshold(map, 0, value)),
    HALF_FROM("pedal threshold", (map, value) -> withThreshold(map, 1, value)),
    QUARTER_FROM("pedal threshold", (map, value) -> withThreshold(map, 2, value)),
    CLOSED_FROM("pedal threshold", (map, value) -> withThreshold(map, 3, value)),
    TIGHT_FROM("pedal threshold", (map, value) -> withThreshold(map, 4, value));

    private final String words;
    private final BiFunction<NoteMap, String, NoteMap> setter;

    MapProperty(String words, BiFunction<NoteMap, String, NoteMap> setter) {
        this.words = words;
        this.setter = setter;
    }

    /**
     * The property with a code, such as {@code pedal-controller}.
     *
     * @throws IllegalArgumentException when there is none
     */
    static MapProperty parse(String code) {
        return Codes.parse(MapProperty.class, "property of a map", code);
    }

    String words() {
        return words;
    }

    /**
     * A map with this property set.
     *
     * @throws IllegalArgumentException when the value cannot be, with a sentence
     */
    NoteMap set(NoteMap map, String value) {
        return setter.apply(map, value);
    }

    /** A threshold that is left empty is never reached. */
    private static NoteMap withThreshold(NoteMap map, int at, String value) {
        List<Integer> thresholds = new ArrayList<>(pedal(map).thresholds());
        thresholds.set(at, value.isEmpty() ? HatPedal.NEVER : number(value));
        return withPedal(map, pedal(map).withThresholds(thresholds));
    }

    private static HatPedal pedal(NoteMap map) {
        return map.openness().pedal();
    }

    private static NoteMap withPedal(NoteMap map, HatPedal pedal) {
        return map.withOpenness(map.openness().withPedal(pedal));
    }

    private static int number(String text) {
        return EditOperation.number(text);
    }
}
