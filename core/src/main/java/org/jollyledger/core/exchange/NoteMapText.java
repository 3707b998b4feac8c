package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.IntStream;
import org.jollyledger.core.notemap.NoteMap;

/**
 * Note maps as plain text: properties as "name: value", then the lines in the order of their notes, in columns between
 * upright strokes. A backslash is before a stroke or a backslash that belongs to a cell; {@code \n}, {@code \t} and
 * {@code \s} are a line end, a tab, and a space at the edge of a cell.
 */
public final class NoteMapText {
    private static final String BETWEEN = " | ";

    private NoteMapText() {}

    /**
     * Writes a map; reading it back gives an equal one.
     *
     * @return a text of many lines
     */
    public static String write(NoteMap map) {
        StringBuilder text = new StringBuilder();
        MapProperties.of(map)
                .forEach((name, value) ->
                        text.append(name).append(": ").append(escape(value)).append('\n'));
        text.append('\n');
        List<List<String>> rows = new ArrayList<>();
        rows.add(LineCells.heads(map));
        IntStream.range(0, map.lines().size())
                .boxed()
                .sorted(Comparator.comparingInt(at ->
                        map.lines().get(at).place().map(note -> note.number()).orElse(Integer.MAX_VALUE)))
                .map(at ->
                        LineCells.of(map, at).stream().map(NoteMapText::escape).toList())
                .forEach(rows::add);
        int[] widths = IntStream.range(0, rows.get(0).size())
                .map(column -> rows.stream()
                        .mapToInt(row -> length(row.get(column)))
                        .max()
                        .orElse(0))
                .toArray();
        for (List<String> row : rows) {
            List<String> padded = new ArrayList<>();
            for (int column = 0; column < widths.length; column++) {
                padded.add(row.get(column) + " ".repeat(widths[column] - length(row.get(column))));
            }
            text.append(String.join(BETWEEN, padded).stripTrailing()).append('\n');
        }
        return text.toString();
    }

    private static int length(String text) {
        return text.codePointCount(0, text.length());
    }

    /** {@return whether a text is such a document, rather than some list of a manual} */
    public static boolean reads(String text) {
        return text.lines().anyMatch(line -> LineCells.isHead(cells(line)));
    }

    /**
     * Reads a map.
     *
     * @param nameWhenMissing what to call it when the text does not say
     * @return the map
     * @throws DocumentException with the rows that are wrong
     */
    public static NoteMap read(String text, String nameWhenMissing) throws DocumentException {
        List<String> lines = text.lines().toList();
        int head = IntStream.range(0, lines.size())
                .filter(line -> LineCells.isHead(cells(lines.get(line))))
                .findFirst()
                .orElseThrow(() -> DocumentException.of(
                        "No line has the heads \"note\", \"name\" and \"sound\"; paste the text as a list instead."));
        Map<String, String> properties = new LinkedHashMap<>();
        for (String line : lines.subList(0, head)) {
            int colon = line.indexOf(':');
            if (colon > 0 && MapProperties.isProperty(line.substring(0, colon))) {
                properties.put(
                        line.substring(0, colon).strip().toLowerCase(Locale.ROOT),
                        unescape(line.substring(colon + 1).strip()));
            }
        }
        NoteMap bare = MapProperties.map(properties, nameWhenMissing, List.of());
        List<List<String>> rows = lines.subList(head + 1, lines.size()).stream()
                .map(NoteMapText::cells)
                .toList();
        return MapProperties.map(
                properties, nameWhenMissing, LineCells.read(cells(lines.get(head)), rows, head + 2, bare.middleC()));
    }

    private static List<String> cells(String line) {
        List<String> cells = new ArrayList<>();
        StringBuilder cell = new StringBuilder();
        for (int at = 0; at < line.length(); at++) {
            char letter = line.charAt(at);
            if (letter == '\\' && at + 1 < line.length()) {
                cell.append(letter).append(line.charAt(++at));
            } else if (letter == '|') {
                cells.add(unescape(cell.toString().strip()));
                cell.setLength(0);
            } else {
                cell.append(letter);
            }
        }
        cells.add(unescape(cell.toString().strip()));
        return cells;
    }

    private static String escape(String text) {
        String escaped = text.replace("\\", "\\\\")
                .replace("|", "\\|")
                .replace("\n", "\\n")
                .replace("\t", "\\t");
        StringBuilder edged = new StringBuilder();
        for (int at = 0; at < escaped.length(); ) {
            int letter = escaped.codePointAt(at);
            boolean edge =
                    escaped.substring(0, at).isBlank() || escaped.substring(at).isBlank();
            // Spaces of other kinds at the edge would be stripped with the padding as well.
            if (edge && Character.isWhitespace(letter)) {
                edged.append(letter == ' ' ? "\\s" : String.format(Locale.ROOT, "\\u%04x", letter));
            } else if (isLineEnd(letter)) {
                edged.append(String.format(Locale.ROOT, "\\u%04x", letter));
            } else {
                edged.appendCodePoint(letter);
            }
            at += Character.charCount(letter);
        }
        return edged.toString();
    }

    private static boolean isLineEnd(int letter) {
        return letter == '\r' || letter == 0x85 || letter == 0x2028 || letter == 0x2029;
    }

    private static String unescape(String text) {
        StringBuilder plain = new StringBuilder();
        for (int at = 0; at < text.length(); at++) {
            char letter = text.charAt(at);
            if (letter != '\\' || at + 1 == text.length()) {
                plain.append(letter);
                continue;
            }
            char code = text.charAt(++at);
            switch (code) {
                case 'n' -> plain.append('\n');
                case 't' -> plain.append('\t');
                case 's' -> plain.append(' ');
                case 'u' -> {
                    if (at + 4 < text.length() && text.substring(at + 1, at + 5).matches("[0-9a-f]{4}")) {
                        plain.append((char) Integer.parseInt(text.substring(at + 1, at + 5), 16));
                        at += 4;
                    }
                }
                default -> plain.append(code);
            }
        }
        return plain.toString();
    }
}
