package org.jollyledger.core.exchange;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;

/** Cells in quotation marks, as spreadsheets write them. */
final class QuotedCells {
    private static final Pattern QUOTED = Pattern.compile("(?:^|[,;\\t])\"");
    private static final String SEPARATORS = ",;\t";

    private QuotedCells() {}

    /** The cells of a text that has quoted ones; empty when it has none. A quotation mark that never closes is reported. */
    static Optional<List<List<String>>> rows(List<String> lines, List<String> remarks) {
        if (lines.stream().noneMatch(line -> QUOTED.matcher(line).find())
                || lines.stream().anyMatch(line -> line.contains("\":"))) {
            return Optional.empty();
        }
        String text = String.join("\n", lines);
        char separator = SEPARATORS
                .chars()
                .mapToObj(letter -> (char) letter)
                .max(Comparator.comparingLong(
                        letter -> text.chars().filter(other -> other == letter).count()))
                .orElseThrow();
        CSVFormat format = CSVFormat.DEFAULT
                .builder()
                .setDelimiter(separator)
                .setIgnoreEmptyLines(false)
                .setTrim(true)
                .get();
        try (CSVParser parser = CSVParser.parse(text, format)) {
            return Optional.of(parser.getRecords().stream()
                    .map(cells ->
                            cells.stream().map(cell -> cell.replace('\n', ' ')).toList())
                    .toList());
        } catch (IOException | UncheckedIOException e) {
            remarks.add("A quotation mark opens and never closes; it was taken for a part of the text.");
            return Optional.empty();
        }
    }

    static List<String> originals(List<List<String>> rows) {
        return rows.stream().map(cells -> String.join("  ", cells)).toList();
    }
}
