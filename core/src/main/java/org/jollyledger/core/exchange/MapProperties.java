package org.jollyledger.core.exchange;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.pitch.OctaveConvention;

/** The properties of a map as pairs of a name and a value, for formats that have no better place for them. */
final class MapProperties {
    private static final String ALL = "all";
    private static final String DOWN = "down";
    private static final Set<String> NAMES = Set.of(
            "map",
            "maker",
            "kind",
            "middle c",
            "channel",
            "chokes",
            "choke pressure",
            "openness",
            "pedal controller",
            "pedal steps",
            "pedal counts",
            "remark");

    private MapProperties() {}

    static Map<String, String> of(NoteMap map) {
        Map<String, String> properties = new LinkedHashMap<>();
        properties.put("map", map.name());
        properties.put("maker", map.maker());
        properties.put("kind", map.kind().code());
        properties.put("middle c", map.middleC().name());
        properties.put(
                "channel",
                map.channel().isPresent() ? String.valueOf(map.channel().getAsInt()) : ALL);
        properties.put("chokes", map.chokes().form().code());
        properties.put("openness", map.openness().form().code());
        figures(map, properties);
        properties.put("remark", map.remark());
        return properties;
    }

    /** Figures that are the defaults are left out. */
    private static void figures(NoteMap map, Map<String, String> properties) {
        HatPedal pedal = map.openness().pedal();
        if (map.chokes().pressureFrom() != ChokeExpression.USUAL_PRESSURE) {
            properties.put("choke pressure", String.valueOf(map.chokes().pressureFrom()));
        }
        if (pedal.controller() != HatPedal.USUAL.controller()) {
            properties.put("pedal controller", String.valueOf(pedal.controller()));
        }
        if (!pedal.thresholds().equals(HatPedal.USUAL.thresholds())) {
            properties.put(
                    "pedal steps",
                    pedal.thresholds().stream().map(String::valueOf).collect(Collectors.joining(" ")));
        }
        if (pedal.countsDown()) {
            properties.put("pedal counts", DOWN);
        }
    }

    static boolean isProperty(String name) {
        return NAMES.contains(name.strip().toLowerCase(Locale.ROOT));
    }

    /** A map with some properties; what is left out has its usual value. */
    static NoteMap map(Map<String, String> given, String nameWhenMissing, List<Line> lines) throws DocumentException {
        try {
            return new NoteMap(
                    Optional.ofNullable(given.get("map"))
                            .filter(name -> !name.isBlank())
                            .orElse(nameWhenMissing),
                    given.getOrDefault("maker", ""),
                    told(given, "kind", MapKind::parse).orElse(MapKind.LIBRARY),
                    OctaveConvention.parse(given.getOrDefault("middle c", "C3")),
                    channel(given.getOrDefault("channel", ALL)),
                    new ChokeExpression(
                            told(given, "chokes", ChokeExpression.Form::parse).orElse(ChokeExpression.Form.NOTE),
                            told(given, "choke pressure", MapProperties::number)
                                    .orElse(ChokeExpression.USUAL_PRESSURE)),
                    new OpennessExpression(
                            told(given, "openness", OpennessExpression.Form::parse)
                                    .orElse(OpennessExpression.Form.NOTES),
                            pedal(given)),
                    lines,
                    given.getOrDefault("remark", ""));
        } catch (IllegalArgumentException e) {
            throw DocumentException.of(String.valueOf(e.getMessage()));
        }
    }

    private static OptionalInt channel(String text) {
        if (text.isBlank() || text.strip().equalsIgnoreCase(ALL)) {
            return OptionalInt.empty();
        }
        if (!text.strip().matches("\\d{1,4}")) {
            throw new IllegalArgumentException(
                    "The channel \"" + text + "\" is not a number; give 1 to 16, or \"all\".");
        }
        return OptionalInt.of(Integer.parseInt(text.strip()));
    }

    private static HatPedal pedal(Map<String, String> given) {
        return HatPedal.USUAL
                .withController(
                        told(given, "pedal controller", MapProperties::number).orElse(HatPedal.USUAL.controller()))
                .withThresholds(
                        told(given, "pedal steps", MapProperties::numbers).orElse(HatPedal.USUAL.thresholds()))
                .withCountsDown(given.getOrDefault("pedal counts", "").strip().equalsIgnoreCase(DOWN));
    }

    private static List<Integer> numbers(String text) {
        return Stream.of(text.split("[\\s,;]+")).map(MapProperties::number).toList();
    }

    private static int number(String text) {
        if (!text.matches("\\d{1,4}")) {
            throw new IllegalArgumentException("\"" + text + "\" is not a whole number.");
        }
        return Integer.parseInt(text);
    }

    private static <T> Optional<T> told(Map<String, String> given, String name, Function<String, T> reader) {
        return Optional.ofNullable(given.get(name))
                .map(String::strip)
                .filter(text -> !text.isEmpty())
                .map(reader);
    }
}
