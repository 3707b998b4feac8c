package org.jollyledger.core.exchange;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.OctaveConvention;

/**
 * Note maps as tables: rows of a property and its value, an empty row, a head, and a row for each line. Quoted as RFC
 * 4180 says; columns are read in any order.
 */
public enum NoteMapTable {
    CSV(','),
    TSV('\t');

    private static final int LONGEST_TEXT = 4_000_000;

    /** More than there are properties before it. */
    private static final int ROWS_UP_TO_HEAD = 1_000;

    private final CSVFormat format;

    NoteMapTable(char separator) {
        format = CSVFormat.RFC4180
                .builder()
                .setDelimiter(separator)
                .setIgnoreEmptyLines(false)
                .get();
    }

    /**
     * Writes a map; reading it back gives an equal one.
     *
     * @return a table in CSV
     */
    public String write(NoteMap map) {
        StringBuilder text = new StringBuilder();
        try {
            for (Map.Entry<String, String> property : MapProperties.of(map).entrySet()) {
                format.printRecord(text, property.getKey(), SheetCells.guarded(property.getValue()));
            }
            format.println(text);
            format.printRecord(text, LineCells.heads(map).toArray());
            for (int at = 0; at < map.lines().size(); at++) {
                format.printRecord(
                        text, SheetCells.guarded(LineCells.of(map, at).toArray()));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString();
    }

    /** {@return whether a text is such a table, rather than some list of a manual} */
    public boolean reads(String text) {
        try (CSVParser parser = parser(text)) {
            return cells(parser).limit(ROWS_UP_TO_HEAD).anyMatch(LineCells::isHead);
        } catch (IOException | UncheckedIOException e) {
            // A quotation mark that never closes: the head still says what it was meant to be.
            String separator = Pattern.quote(format.getDelimiterString());
            return text.lines()
                    .limit(ROWS_UP_TO_HEAD)
                    .anyMatch(line -> LineCells.isHead(List.of(line.split(separator))));
        }
    }

    /**
     * Reads a map.
     *
     * @param nameWhenMissing what to call it when the table does not say
     * @return the map
     * @throws DocumentException with the rows that are wrong
     */
    public NoteMap read(String text, String nameWhenMissing) throws DocumentException {
        List<List<String>> rows = rows(text);
        int head = IntStream.range(0, rows.size())
                .filter(row -> LineCells.isHead(rows.get(row)))
                .findFirst()
                .orElseThrow(() -> DocumentException.of(
                        "No row has the heads \"note\", \"name\" and \"sound\"; paste the table as a list instead."));
        Map<String, String> properties = new LinkedHashMap<>();
        for (List<String> row : rows.subList(0, head)) {
            if (row.size() > 1 && MapProperties.isProperty(row.get(0))) {
                properties.put(row.get(0).strip().toLowerCase(Locale.ROOT), row.get(1));
            }
        }
        NoteMap bare = MapProperties.map(properties, nameWhenMissing, List.of());
        OctaveConvention middleC = bare.middleC();
        return MapProperties.map(
                properties,
                nameWhenMissing,
                LineCells.read(rows.get(head), rows.subList(head + 1, rows.size()), head + 2, middleC));
    }

    private List<List<String>> rows(String text) throws DocumentException {
        if (text.length() > LONGEST_TEXT) {
            throw DocumentException.of(
                    "The table has " + text.length() + " characters; it may have " + LONGEST_TEXT + " at most.");
        }
        try (CSVParser parser = parser(text)) {
            return cells(parser).toList();
        } catch (IOException | UncheckedIOException e) {
            throw DocumentException.of(
                    "A quotation mark in the table opens and never closes, or closes inside of a cell;"
                            + " put marks around whole cells only.");
        }
    }

    private CSVParser parser(String text) throws IOException {
        return CSVParser.parse(text.startsWith("\uFEFF") ? text.substring(1) : text, format);
    }

    private static Stream<List<String>> cells(CSVParser parser) {
        return parser.stream()
                .map(row -> row.toList().stream().map(SheetCells::plain).toList());
    }
}
