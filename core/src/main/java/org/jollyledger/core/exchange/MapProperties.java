package org.jollyledger.core.exchange;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Function;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.pitch.OctaveConvention;

/** The properties of a map as pairs of a name and a value, for formats that have no better place for them. */
final class MapProperties {
    private static final String ALL = "all";

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
        properties.put("chokes", map.chokes().code());
        properties.put("openness", map.openness().code());
        properties.put("remark", map.remark());
        return properties;
    }

    static boolean isProperty(String name) {
        return List.of("map", "maker", "kind", "middle c", "channel", "chokes", "openness", "remark")
                .contains(name.strip().toLowerCase(Locale.ROOT));
    }

    /** A map with some properties; what is left out has its usual value. */
    static NoteMap map(Map<String, String> given, String nameWhenMissing, List<Line> lines) throws DocumentException {
        try {
            return new NoteMap(
                    Optional.ofNullable(given.get("map"))
                            .filter(name -> !name.isBlank())
                            .orElse(nameWhenMissing),
                    given.getOrDefault("maker", ""),
                    coded(given, "kind", MapKind.values(), MapKind::code, MapKind.LIBRARY),
                    OctaveConvention.parse(given.getOrDefault("middle c", "C3")),
                    channel(given.getOrDefault("channel", ALL)),
                    coded(given, "chokes", ChokeExpression.values(), ChokeExpression::code, ChokeExpression.NOTE),
                    coded(
                            given,
                            "openness",
                            OpennessExpression.values(),
                            OpennessExpression::code,
                            OpennessExpression.NOTES),
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
            throw new IllegalArgumentException("The channel \"" + text + "\" is no number; give 1 to 16, or \"all\".");
        }
        return OptionalInt.of(Integer.parseInt(text.strip()));
    }

    private static <T> T coded(Map<String, String> given, String name, T[] values, Function<T, String> code, T usual) {
        String text = given.get(name);
        if (text == null || text.isBlank()) {
            return usual;
        }
        return Arrays.stream(values)
                .filter(value -> code.apply(value).equalsIgnoreCase(text.strip()))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("The " + name + " \"" + text + "\" does not exist; use "
                        + String.join(", ", Arrays.stream(values).map(code).toList()) + "."));
    }
}
