package org.jollyledger.core.exchange;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Writes the notes of a list as decimal numbers and English names, whatever they were written as: hexadecimal, in the names of
 * other languages, with the octave before the name, or with the octave in a heading. Each is done only where a good part of the
 * lines is written so; the lines stay as many as they are.
 */
final class ListRewriting {
    private static final double SHARE_WANTED = 0.3;
    private static final int FEWEST = 3;

    private static final Pattern HEXADECIMAL = Pattern.compile(
            "(?<![\\w$#])(?:0[xX](?<x>[0-9A-Fa-f]{1,2})|\\$(?<d>[0-9A-Fa-f]{1,2})|(?<h>[0-9A-Fa-f]{2})[hH])(?!\\w)");
    private static final Pattern HEXADECIMAL_HEAD = Pattern.compile("(?i).*\\bhex(?:adecimal)?\\b.*");
    private static final Pattern TWO_DIGITS = Pattern.compile("(?<![\\w#.])[0-9A-Fa-f]{2}(?![\\w.])");

    /** German names, of which B is the English B flat (common practice). */
    private static final Pattern GERMAN = Pattern.compile(
            "(?<![\\p{L}\\d#])((?i:Cis|Dis|Eis|Fis|Gis|Ais|His|Des|Ges|Ces|Fes)|E[sS]|A[sS]|B|H|(?:es|as|b|h)(?=-?\\d))(\\s?-?\\d)(?![\\p{L}\\d])");

    private static final Map<String, String> OF_GERMAN = Map.ofEntries(
            Map.entry("cis", "C#"),
            Map.entry("dis", "D#"),
            Map.entry("eis", "F"),
            Map.entry("fis", "F#"),
            Map.entry("gis", "G#"),
            Map.entry("ais", "A#"),
            Map.entry("his", "C"),
            Map.entry("des", "Db"),
            Map.entry("es", "Eb"),
            Map.entry("ges", "Gb"),
            Map.entry("as", "Ab"),
            Map.entry("ces", "B"),
            Map.entry("fes", "E"),
            Map.entry("b", "Bb"),
            Map.entry("h", "B"));

    private static final Pattern ONLY_GERMAN =
            Pattern.compile("(?<![\\p{L}\\d#])(?:(?i:[CDFGA]is|Des|Ges)|E[sS]|A[sS]|H)\\s?-?\\d(?![\\p{L}\\d])");

    /** The syllables of French, Italian, Spanish and Portuguese, with their words for sharp and flat (common practice). */
    private static final Pattern SYLLABLES = Pattern.compile(
            "(?iu)(?<![\\p{L}\\d])(do|ut|r[eé]|mi|fa|sol|la|si)\\s?(#|b|dièse|diese|diesis|sostenido|sustenido|bémol|bemol|bemolle)?"
                    + "\\s?(-?\\d)(?![\\p{L}\\d])");

    private static final Map<String, String> OF_SYLLABLES =
            Map.of("do", "C", "ut", "C", "re", "D", "mi", "E", "fa", "F", "sol", "G", "la", "A", "si", "B");

    private static final Pattern OCTAVE_BEFORE = Pattern.compile("(?<![\\w#.-])(-?\\d)\\s?([A-G])(#|b)?(?![\\w#])");

    private static final Pattern OCTAVE_HEADING = Pattern.compile(
            "(?iu)\\s*[-=*#]*\\s*(?:octave|oktave|octava|ottava|oitava|octaaf|oktav)\\s*:?\\s*(-?\\d)\\s*[-=:*]*\\s*");

    /** The name of a note in any of the languages, without its octave. */
    private static final String BARE_PITCH = "(?:[A-H](?:#|b|is|es)?|Es|As|(?i:do|ut|r[eé]|mi|fa|sol|la|si)"
            + "(?:\\s?(?i:#|b|dièse|diese|diesis|sostenido|sustenido|bémol|bemol|bemolle))?)";

    private static final Pattern PITCH_ALONE = Pattern.compile(
            "^(\\s*)(" + BARE_PITCH + ")(?=[\\s:=.\\t-]+\\S)|(?<=\\S[\\s:=\\t-]{1,9})(" + BARE_PITCH + ")(\\s*)$");

    /** As scanned pages have it: an O for a nought, an l or an I for a one. */
    private static final Pattern SLIP =
            Pattern.compile("(?<![\\w.#-])(?=[OolI]*\\d)(?=\\d*[OolI])[\\dOolI]{2,3}(?![\\w.])");

    private ListRewriting() {}

    /**
     * Writes lines plainly.
     *
     * @param remarks what was taken for something else than it is written as is said here
     */
    static List<String> plain(List<String> lines, List<String> remarks) {
        List<String> unmarked =
                ListMarkup.plain(lines.stream().map(ListRewriting::subscripts).toList());
        List<String> plain = slips(unmarked, remarks);
        plain = octaveHeadings(plain);
        plain = where(plain, HEXADECIMAL, ListRewriting::hexadecimal);
        plain = underHexadecimalHead(plain);
        plain = german(plain);
        plain = where(plain, SYLLABLES, ListRewriting::syllable);
        return where(
                plain,
                OCTAVE_BEFORE,
                found -> found.group(2) + (found.group(3) == null ? "" : found.group(3)) + found.group(1));
    }

    private static List<String> slips(List<String> lines, List<String> remarks) {
        Map<String, String> read = new TreeMap<>();
        List<String> rewritten = each(
                lines,
                line -> SLIP.matcher(line).replaceAll(found -> {
                    String number = found.group().replaceAll("[Oo]", "0").replaceAll("[lI]", "1");
                    read.put(found.group(), number);
                    return number;
                }));
        if (!read.isEmpty()) {
            remarks.add("Letters stand in numbers, as scanned pages have it: "
                    + read.entrySet().stream()
                            .map(one -> "“" + one.getKey() + "” was read as " + one.getValue())
                            .collect(Collectors.joining(", "))
                    + ".");
        }
        return rewritten;
    }

    /** Small figures below the line are figures. */
    private static String subscripts(String line) {
        StringBuilder text = new StringBuilder();
        line.codePoints()
                .forEach(letter -> text.append(
                        letter >= 0x2080 && letter <= 0x2089 || letter >= 0xFF00 && letter <= 0xFF5E
                                ? Normalizer.normalize(Character.toString(letter), Normalizer.Form.NFKC)
                                : Character.toString(letter)));
        return text.toString();
    }

    /** Replaces a pattern where a good part of the lines has it. */
    private static List<String> where(
            List<String> lines, Pattern pattern, java.util.function.Function<MatchResult, String> how) {
        return isCommon(lines, pattern)
                ? each(
                        lines,
                        line -> pattern.matcher(line).replaceAll(found -> Matcher.quoteReplacement(how.apply(found))))
                : lines;
    }

    private static List<String> each(List<String> lines, UnaryOperator<String> how) {
        return lines.stream().map(how).toList();
    }

    private static boolean isCommon(List<String> lines, Pattern pattern) {
        long having =
                lines.stream().filter(line -> pattern.matcher(line).find()).count();
        long full = lines.stream().filter(line -> !line.isBlank()).count();
        return having >= FEWEST && having >= SHARE_WANTED * full || having == full && full > 0;
    }

    private static String hexadecimal(MatchResult found) {
        for (int group = 1; group <= 3; group++) {
            if (found.group(group) != null) {
                return String.valueOf(Integer.parseInt(found.group(group), 16));
            }
        }
        throw new IllegalStateException(found.group());
    }

    /** Bare hexadecimal numbers, where the head of the list says that they are. */
    private static List<String> underHexadecimalHead(List<String> lines) {
        int head = -1;
        for (int at = 0; at < lines.size() && head < 0; at++) {
            head = HEXADECIMAL_HEAD.matcher(lines.get(at)).matches() ? at : -1;
        }
        boolean decimalToo =
                head >= 0 && lines.get(head).toLowerCase(Locale.ROOT).matches(".*\\b(?:dec|decimal|note|number)\\b.*");
        if (head < 0 || decimalToo) {
            return lines;
        }
        List<String> rewritten = new ArrayList<>(lines.subList(0, head + 1));
        for (String line : lines.subList(head + 1, lines.size())) {
            Matcher digits = TWO_DIGITS.matcher(line);
            rewritten.add(
                    digits.find()
                            ? line.substring(0, digits.start())
                                    + Integer.parseInt(digits.group(), 16)
                                    + line.substring(digits.end())
                            : line);
        }
        rewritten.set(head, rewritten.get(head).replaceAll("(?i)\\bhex(?:adecimal)?\\b", "Note"));
        return rewritten;
    }

    private static List<String> german(List<String> lines) {
        long telling =
                lines.stream().filter(line -> ONLY_GERMAN.matcher(line).find()).count();
        return telling < 2 ? lines : each(lines, line -> GERMAN.matcher(line).replaceAll(ListRewriting::german));
    }

    /** Whether a line says the octave of the notes under it. */
    static boolean isOctaveHeading(String line) {
        return OCTAVE_HEADING.matcher(line).matches();
    }

    private static String german(MatchResult found) {
        String name = found.group(1).toLowerCase(Locale.ROOT);
        int octave = Integer.parseInt(found.group(2).strip());
        // A C flat is the B of the octave below, and a B sharp the C of the one above.
        int moved = name.equals("ces") ? octave - 1 : name.equals("his") ? octave + 1 : octave;
        return OF_GERMAN.get(name) + moved;
    }

    private static String syllable(MatchResult found) {
        String pitch = OF_SYLLABLES.get(found.group(1).toLowerCase(Locale.ROOT).replace('é', 'e'));
        String sign = found.group(2) == null ? "" : found.group(2).toLowerCase(Locale.ROOT);
        boolean flat = sign.startsWith("b");
        return pitch + (sign.isEmpty() ? "" : flat ? "b" : "#") + found.group(3);
    }

    /** The octave of a heading goes to the names of the notes under it. */
    private static List<String> octaveHeadings(List<String> lines) {
        long headings = lines.stream()
                .filter(line -> OCTAVE_HEADING.matcher(line).matches())
                .count();
        if (headings == 0) {
            return lines;
        }
        List<String> rewritten = new ArrayList<>();
        String octave = "";
        for (String line : lines) {
            Matcher heading = OCTAVE_HEADING.matcher(line);
            if (heading.matches()) {
                octave = heading.group(1);
                rewritten.add(line);
                continue;
            }
            String of = octave;
            rewritten.add(
                    of.isEmpty()
                            ? line
                            : PITCH_ALONE.matcher(line).replaceFirst(found -> {
                                boolean first = found.group(2) != null;
                                return first
                                        ? found.group(1) + found.group(2) + of
                                        : found.group(3) + of + found.group(4);
                            }));
        }
        return rewritten;
    }
}
