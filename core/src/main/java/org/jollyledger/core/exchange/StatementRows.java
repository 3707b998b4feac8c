package org.jollyledger.core.exchange;

import java.util.Arrays;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVFormat;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.crosswalk.Statement.LineAccount;
import org.jollyledger.core.crosswalk.Statement.Totals;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.pitch.Note;

/**
 * The statement of a file as rows of CSV (RFC 4180): one for each line that the file plays and one, named "all lines",
 * for the file.
 */
public final class StatementRows {
    private static final CSVFormat FORMAT = CSVFormat.RFC4180;
    private static final String ALL_LINES = FORMAT.format("", "all lines", "");
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
        "formed",
        "put in",
        "out"
    };

    /** What a row says of a line, quoted once for all files. */
    private final String[] words = new String[Note.COUNT];

    /** Of statements by one crosswalk. */
    public StatementRows(Crosswalk crosswalk) {
        Arrays.fill(words, FORMAT.format("not on the map", "unchanged"));
        for (Route route : crosswalk.routes()) {
            String line = crosswalk.sourceLine(route.source()).map(Line::name).orElse("");
            words[route.source().number()] = FORMAT.format(SheetCells.guarded(line, goesTo(crosswalk, route)));
        }
    }

    /** {@return the row that names the columns, with its end} */
    public static String header() {
        return FORMAT.format((Object[]) COLUMNS) + FORMAT.getRecordSeparator();
    }

    /** {@return the rows of a file, each with its end} */
    public String of(String file, Statement statement) {
        String name = FORMAT.format(SheetCells.guarded(file)) + FORMAT.getDelimiterString();
        StringBuilder rows = new StringBuilder();
        for (LineAccount account : statement.lines()) {
            int note = account.note().number();
            rows.append(name).append(note).append(FORMAT.getDelimiterString()).append(words[note]);
            counts(rows, account.totals());
        }
        rows.append(name).append(ALL_LINES);
        counts(rows, statement.totals());
        return rows.toString();
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
            totals.formed(),
            totals.putIn(),
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
