package org.jollyledger.core.notemap;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Short names for narrow rows: ten characters at most, and no two alike. A name is shortened by the trade's usual
 * abbreviations first, then by leaving out spaces and vowels, and only then cut (common practice).
 */
public final class ShortNames {
    private static final Map<String, String> USUAL = Map.ofEntries(
            Map.entry("bass drum", "BD"),
            Map.entry("kick drum", "Kick"),
            Map.entry("snare drum", "Snr"),
            Map.entry("snare", "Snr"),
            Map.entry("hi-hat", "HH"),
            Map.entry("hi hat", "HH"),
            Map.entry("hihat", "HH"),
            Map.entry("cymbal", "Cym"),
            Map.entry("crash", "Cr"),
            Map.entry("ride", "Rd"),
            Map.entry("splash", "Spl"),
            Map.entry("china", "Chn"),
            Map.entry("tambourine", "Tamb"),
            Map.entry("floor tom", "FT"),
            Map.entry("floor", "Flr"),
            Map.entry("rim shot", "RS"),
            Map.entry("rimshot", "RS"),
            Map.entry("side stick", "Stick"),
            Map.entry("sidestick", "Stick"),
            Map.entry("cross stick", "Stick"),
            Map.entry("center", "Ctr"),
            Map.entry("centre", "Ctr"),
            Map.entry("closed", "Cl"),
            Map.entry("half open", "1/2"),
            Map.entry("quarter open", "1/4"),
            Map.entry("1/4 open", "1/4"),
            Map.entry("3/4 open", "3/4"),
            Map.entry("open", "Op"),
            Map.entry("pedal", "Ped"),
            Map.entry("choke", "Chk"),
            Map.entry("muted", "Mt"),
            Map.entry("left", "L"),
            Map.entry("right", "R"),
            Map.entry("high", "Hi"),
            Map.entry("low", "Lo"),
            Map.entry("tight", "Tt"),
            Map.entry("edge", "Edg"));

    private ShortNames() {}

    /** {@return short names for some names, in their order} */
    public static List<String> of(List<String> names) {
        List<String> shortened = new ArrayList<>();
        Set<String> taken = new HashSet<>();
        for (String name : names) {
            shortened.add(add(name, taken));
        }
        return shortened;
    }

    /** A short name that is not taken yet; it then is. */
    static String add(String name, Set<String> taken) {
        String own = distinct(shorten(name), taken);
        taken.add(own.toLowerCase(Locale.ROOT));
        return own;
    }

    /** A name of ten characters at most. */
    static String shorten(String name) {
        String text = name.strip().replaceAll("\\s+", " ");
        if (fits(text)) {
            return text;
        }
        String abbreviated = text;
        for (int words = 2; words > 0; words--) {
            for (Map.Entry<String, String> usual : USUAL.entrySet()) {
                if (usual.getKey().split(" ").length == words) {
                    abbreviated = abbreviated.replaceAll(
                            "(?i)(?<![\\p{L}\\d])" + usual.getKey() + "(?![\\p{L}\\d])", usual.getValue());
                }
            }
        }
        String dense = abbreviated.replaceAll("[\\s,.;:()\\[\\]]+", " ").strip();
        if (fits(dense)) {
            return dense;
        }
        String withoutVowels = dense.replaceAll("(?<=\\p{L})[aeiouäöü](?=\\p{L})", "");
        if (fits(withoutVowels)) {
            return withoutVowels;
        }
        return Line.shorten(withoutVowels.replace(" ", ""));
    }

    static boolean fits(String text) {
        return text.codePointCount(0, text.length()) <= Line.WANTED_SHORT_NAME;
    }

    private static String distinct(String wanted, Set<String> taken) {
        String own = wanted;
        for (int number = 2; taken.contains(own.toLowerCase(Locale.ROOT)); number++) {
            String suffix = String.valueOf(number);
            own = Texts.cut(wanted, Line.WANTED_SHORT_NAME - suffix.length()) + suffix;
        }
        return own;
    }

    /** The lines of a map, of which those that were added have short names that no other line has. */
    static List<Line> keepDistinct(List<Line> lines, Collection<Line> added) {
        Set<String> taken = new HashSet<>();
        lines.stream()
                .filter(line -> !added.contains(line))
                .forEach(line -> taken.add(line.shortName().toLowerCase(Locale.ROOT)));
        List<Line> result = new ArrayList<>();
        for (Line line : lines) {
            Optional<String> own =
                    added.contains(line) ? Optional.of(distinct(line.shortName(), taken)) : Optional.empty();
            own.ifPresent(name -> taken.add(name.toLowerCase(Locale.ROOT)));
            result.add(own.map(line::withShortName).orElse(line));
        }
        return result;
    }
}
