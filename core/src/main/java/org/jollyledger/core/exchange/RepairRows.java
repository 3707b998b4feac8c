package org.jollyledger.core.exchange;

import java.util.Map;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVFormat;
import org.jollyledger.core.part.DiscrepancyKind;

/** What was put right in the files of a batch, as rows of CSV (RFC 4180): file, kind of discrepancy, how many. */
public final class RepairRows {
    private static final CSVFormat FORMAT = CSVFormat.RFC4180;

    private RepairRows() {}

    /** {@return the row that names the columns, with its end} */
    public static String header() {
        return row("file", "kind", "fixed");
    }

    /** {@return the rows of a file, each with its end; none when nothing was put right} */
    public static String of(String file, Map<DiscrepancyKind, Integer> fixed) {
        return fixed.entrySet().stream()
                .map(kind -> row(file, kind.getKey().code(), kind.getValue()))
                .collect(Collectors.joining());
    }

    private static String row(Object... values) {
        return FORMAT.format(SheetCells.guarded(values)) + FORMAT.getRecordSeparator();
    }
}
