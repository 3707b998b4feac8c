package org.jollyledger.core.exchange;

import java.util.stream.Collectors;
import org.apache.commons.csv.CSVFormat;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.crosswalk.Statement.LineAccount;
import org.jollyledger.core.crosswalk.Statement.Totals;
import org.jollyledger.core.notemap.Line;

/**
 * The statement of a file as rows of CSV (RFC 4180): one for each line that the file plays and one, named "all lines",
 * for the file.
 */
public final class StatementRows {
    private static final CSVFormat FORMAT = CSVFormat.RFC4180;
    private static final String[] COLUMNS = {
        "file",
        "note",
        "line",
        "goes to",
        "in",
        "carried",
        "substituted",
        "layered",
        "folded",
        "silent",
        "unlisted",
        "passed",
        "out"
    };

    private StatementRows() {}

    /** The row that names the columns, with its end. */
    public static String header() {
        return FORMAT.format((Object[]) COLUMNS) + FORMAT.getRecordSeparator();
    }

    /** The rows of a file, each with its end. */
    public static String of(String file, Statement statement) {
        StringBuilder rows = new StringBuilder();
        for (LineAccount account : statement.lines()) {
            String line = account.line().map(Line::name).orElse("not on the map");
            String goesTo = account.route()
                    .map(route -> goesTo(statement.crosswalk(), route))
                    .orElse("unchanged");
            texts(rows, file, String.valueOf(account.note().number()), line, goesTo);
            counts(rows, account.totals());
        }
        texts(rows, file, "", "all lines", "");
        counts(rows, statement.totals());
        return rows.toString();
    }

    private static void texts(StringBuilder rows, Object... texts) {
        rows.append(FORMAT.format(texts));
    }

    private static void counts(StringBuilder rows, Totals totals) {
        int[] counts = {
            totals.hitsIn(),
            totals.carried(),
            totals.substituted(),
            totals.layered(),
            totals.folded(),
            totals.silent(),
            totals.unlisted(),
            totals.passed(),
            totals.hitsOut()
        };
        for (int count : counts) {
            rows.append(FORMAT.getDelimiterString()).append(count);
        }
        rows.append(FORMAT.getRecordSeparator());
    }

    private static String goesTo(Crosswalk crosswalk, Route route) {
        if (route.passes()) {
            return "unchanged";
        }
        return route.isSilent()
                ? "silent"
                : route.targets().stream()
                        .map(target -> crosswalk
                                .targetLine(target.note())
                                .map(Line::name)
                                .orElse(""))
                        .collect(Collectors.joining(" + "));
    }
}
