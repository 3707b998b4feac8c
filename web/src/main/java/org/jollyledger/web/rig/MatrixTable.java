package org.jollyledger.web.rig;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jollyledger.core.batch.MatrixCell;
import org.jollyledger.web.rig.MatrixService.Matrix;
import org.jollyledger.web.rig.MatrixService.Row;

/** A matrix as a table for spreadsheets: a row for each part on each map. */
final class MatrixTable {
    private static final Object[] COLUMNS = {
        "part",
        "written for",
        "map",
        "hits",
        "silent as it is",
        "another sound as it is",
        "silent converted",
        "folded converted",
        "far converted",
        "chokes lost converted"
    };

    private MatrixTable() {}

    static String csv(Matrix matrix) {
        StringBuilder text = new StringBuilder();
        try (CSVPrinter printer = new CSVPrinter(text, CSVFormat.RFC4180)) {
            printer.printRecord(COLUMNS);
            for (Row row : matrix.rows()) {
                for (int i = 0; i < row.cells().size(); i++) {
                    Optional<MatrixCell> cell = row.cells().get(i);
                    if (cell.isPresent()) {
                        printer.printRecord(
                                record(row, matrix.rig().maps().get(i).map().name(), cell.get()));
                    }
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString();
    }

    private static List<Object> record(Row row, String map, MatrixCell cell) {
        List<Object> values = new ArrayList<>();
        values.add(row.part().title());
        values.add(String.valueOf(row.part().writtenForName()));
        values.add(map);
        values.addAll(List.of(
                cell.hits(),
                cell.silentAsItIs(),
                cell.otherAsItIs(),
                cell.silent(),
                cell.folded(),
                cell.far(),
                cell.chokes()));
        return values;
    }
}
