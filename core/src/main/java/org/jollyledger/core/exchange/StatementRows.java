package org.jollyledger.core.exchange;

import java.io.Closeable;
import java.io.IOException;
import java.io.Writer;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.crosswalk.Statement.LineAccount;
import org.jollyledger.core.crosswalk.Statement.Totals;
import org.jollyledger.core.notemap.Line;

/**
 * The statements of many files as CSV (RFC 4180), a row for each line that a file plays and one, named "all lines", for
 * the file. Written as they come.
 */
public final class StatementRows implements Closeable {
    private static final CSVFormat FORMAT = CSVFormat.RFC4180
            .builder()
            .setHeader(
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
                    "out")
            .get();

    private final CSVPrinter printer;

    /** Writes to a writer, which is closed with this. */
    public StatementRows(Writer writer) throws IOException {
        printer = FORMAT.print(writer);
    }

    /** Adds the statement of a file. */
    public void add(String file, Statement statement) throws IOException {
        for (LineAccount account : statement.lines()) {
            row(
                    file,
                    String.valueOf(account.note().number()),
                    account.line().map(Line::name).orElse("not on the map"),
                    account.route()
                            .map(route -> goesTo(statement.crosswalk(), route))
                            .orElse("unchanged"),
                    account.totals());
        }
        row(file, "", "all lines", "", statement.totals());
    }

    private static String goesTo(Crosswalk crosswalk, Route route) {
        if (route.passes()) {
            return "unchanged";
        }
        return route.isSilent()
                ? "silent"
                : route.targets().stream()
                        .map(target -> crosswalk
                                .target()
                                .lineAt(target.note())
                                .map(Line::name)
                                .orElse(""))
                        .collect(Collectors.joining(" + "));
    }

    private void row(String file, String note, String line, String goesTo, Totals totals) throws IOException {
        printer.printRecord(
                file,
                note,
                line,
                goesTo,
                totals.hitsIn(),
                totals.carried(),
                totals.substituted(),
                totals.layered(),
                totals.folded(),
                totals.silent(),
                totals.unlisted(),
                totals.passed(),
                totals.hitsOut());
    }

    @Override
    public void close() throws IOException {
        printer.close(true);
    }
}
