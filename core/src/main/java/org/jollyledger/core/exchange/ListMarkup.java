package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Takes out of lines what belongs to the page or the program that they come from, and not to the list: tags, marks of emphasis,
 * quotation marks, words of program text, velocity ranges and outputs in running text. The lines stay as many as they are.
 */
final class ListMarkup {
    /**
     * What is taken out.
     *
     * @param signs of which a line has one if it has the pattern, so that most lines are not searched; all where it is empty
     * @param common whether only where a good part of the lines has it
     */
    private record Rule(String signs, Pattern pattern, String with, boolean common) {
        static Rule everywhere(String signs, String pattern, String with) {
            return new Rule(signs, Pattern.compile(pattern), with, false);
        }

        static Rule common(String signs, String pattern, String with) {
            return new Rule(signs, Pattern.compile(pattern), with, true);
        }

        boolean isIn(String line) {
            return mayBeIn(line) && pattern.matcher(line).find();
        }

        String out(String line) {
            return mayBeIn(line) ? pattern.matcher(line).replaceAll(with) : line;
        }

        private boolean mayBeIn(String line) {
            return signs.isEmpty() || line.chars().anyMatch(sign -> signs.indexOf(sign) >= 0);
        }
    }

    private static final double SHARE_WANTED = 0.3;

    /** Where a field may begin. */
    private static final String FIELD = "(?<=^\\s{0,12}|^\\s{0,12}[-*\\[]\\s{0,3}|[,;|\\t\\[]\\s{0,4}|\\s{2,4})";

    private static final List<Rule> RULES = List.of(
            Rule.everywhere("*`", "(?<!\\*)\\*{2,3}(?!\\*)|`", ""),
            Rule.everywhere("/{}", "(?<!:)//+|/\\*|\\*/|[{}]", " "),
            Rule.everywhere("\"", "(?<=^|[\\s\\[(,:;=|])\"((?=[^\"]*\\p{L})[^\"]*+)\"(?=$|[\\s\\]),:;=|])", "$1"),
            Rule.everywhere("'", "(?<=^|[\\s\\[(,:;=|])'((?=[^']*\\p{L})[^']*+)'(?=$|[\\s\\]),:;=|])", "$1"),
            Rule.everywhere(
                    "vV",
                    "(?i)(?<![\\s,;|(\\[-])[\\s,;|(\\[-]*+\\bvel(?:ocit(?:y|ies))?\\.?\\s*[:=]?\\s*\\d{1,3}\\s*(?:-|to|\\.{2,3})\\s*\\d{1,3}[)\\]]?",
                    " "),
            Rule.common(
                    ",;|-",
                    "(?i)(?<!\\s)\\s*+[,;|-]\\s*+(?:out(?:put)?|bus|ch(?:an(?:nel)?)?)\\.?\\s*\\d{1,2}(?!\\w)",
                    " "),
            Rule.common(
                    "",
                    "^\\s*(?:#\\s*define\\s+|(?:(?:static|final|const|constexpr|public|private|unsigned|int|let|var|val|byte"
                            + "|u?int\\d+_t|char|float|double|auto)\\s+)+)(?=[A-Za-z_])",
                    ""),
            Rule.common(".", "(?<![\\w.])(\\d{1,3})\\.0(?![\\w.])", "$1"),
            // Fields with their names: "note: 36, name: Kick, group: 1".
            Rule.common(":=", "(?i)" + FIELD + "(?:name|sound|instrument|drum|label|title)\\s*[:=]\\s*", ""),
            Rule.common(
                    ":=",
                    "(?i)" + FIELD
                            + "(?:midi[ _]?)?(?:note|key|pitch|number|num)(?:[ _]?number)?\\s*[:=]\\s*(?=[\\dA-G])",
                    " "),
            Rule.common(
                    ":=",
                    "(?i)" + FIELD
                            + "(?:group|channel|chan|ch|velocity|colou?r|icon|id|index|output|choke|enabled|type)\\s*[:=]\\s*[^,;|\\t\\s]*",
                    " "),
            Rule.everywhere("(", "(?<!\\s)\\s{3,}+\\((?:[^()\\s]+\\s+){2,}[^()\\s]+\\)\\s*$", ""),
            Rule.common(",;", "(?<=\\d)\\s*[,;]\\s*$", ""));

    private static final Pattern TAG = Pattern.compile("</?([A-Za-z][\\w:-]*)((?:\\s[^<>]*)?)/?>");
    private static final Pattern ROW = Pattern.compile("(?i)<(/?)t(?:r|able|body|head)\\b[^<>]*>");
    private static final Pattern CELL = Pattern.compile("(?i)<t[dh]\\b");
    private static final Pattern VALUE = Pattern.compile("(?<![\\w:-])[\\w:-]++\\s*+=\\s*+(?:\"([^\"]*)\"|'([^']*)')");
    private static final Pattern OF_PAGES = Pattern.compile(
            "(?i)t[dhr]|table|tbody|thead|col|colgroup|caption|a|b|i|u|em|strong|small|su[bp]|span|div|font|img|br|hr|p|ul|ol|li|d[ltd]|code|pre|tt|h\\d");
    private static final Pattern PLAIN_IN_TEXT =
            Pattern.compile("(?i)a|b|i|u|em|strong|small|su[bp]|span|font|code|tt");
    private static final Pattern ENTITY = Pattern.compile("&(?:(amp|lt|gt|quot|apos|nbsp)|#(\\d{1,5}));");
    private static final Map<String, String> ENTITIES =
            Map.of("amp", "&", "lt", "<", "gt", ">", "quot", "\"", "apos", "'", "nbsp", " ");

    private ListMarkup() {}

    static List<String> plain(List<String> lines) {
        List<String> plain = withoutTags(lines);
        for (Rule rule : RULES) {
            if (!rule.common || isCommon(plain, rule)) {
                plain = plain.stream().map(rule::out).map(String::stripTrailing).toList();
            }
        }
        return plain;
    }

    private static boolean isCommon(List<String> lines, Rule rule) {
        long having = lines.stream().filter(rule::isIn).count();
        return having > 0
                && having
                        >= SHARE_WANTED
                                * lines.stream().filter(line -> !line.isBlank()).count();
    }

    private static List<String> withoutTags(List<String> lines) {
        if (lines.stream().noneMatch(line -> TAG.matcher(line).find())) {
            return lines;
        }
        return rowsTogether(lines).stream()
                .map(line -> entities(TAG.matcher(line)
                        .replaceAll(tag -> Matcher.quoteReplacement(instead(tag)))
                        .strip()))
                .toList();
    }

    /** What stands in the place of a tag: a cell's edge, nothing within a text, or the values that it holds. */
    private static String instead(MatchResult tag) {
        String name = tag.group(1);
        if (PLAIN_IN_TEXT.matcher(name).matches()) {
            return "";
        }
        return OF_PAGES.matcher(name).matches()
                ? "\t"
                : VALUE.matcher(tag.group(2))
                        .results()
                        .map(value -> value.group(1) == null ? value.group(2) : value.group(1))
                        .collect(Collectors.joining("\t"));
    }

    private static String entities(String text) {
        return ENTITY.matcher(text)
                .replaceAll(found -> Matcher.quoteReplacement(
                        found.group(1) != null
                                ? ENTITIES.get(found.group(1))
                                : Character.toString(Math.min(Integer.parseInt(found.group(2)), Character.MAX_VALUE))));
    }

    /** Cells that have lines of their own, put together on the line of the first cell of their row. */
    private static List<String> rowsTogether(List<String> lines) {
        List<String> together = new ArrayList<>(lines);
        int row = -1;
        for (int at = 0; at < lines.size(); at++) {
            String line = lines.get(at);
            boolean cell = CELL.matcher(line).find();
            if (ROW.matcher(line).find()) {
                row = -1;
            } else if (cell && row >= 0) {
                together.set(row, together.get(row) + line);
                together.set(at, "");
            } else if (cell) {
                row = at;
            }
        }
        return together;
    }
}
