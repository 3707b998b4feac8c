package org.jollyledger.web.database;

import java.sql.SQLException;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;

/** Says in one sentence, without a stack trace, why the database cannot be opened. The file is left as it is. */
final class DatabaseFailures {
    private DatabaseFailures() {}

    private record Words(String what, String doThis) {}

    /** By the codes of H2's errors. */
    private static final Map<Integer, Words> OF_CODES = Map.of(
            90020,
            new Words(
                    "Jolly Ledger already runs with this data folder.",
                    "Use the one that runs, stop it first, or use another folder with --data."),
            90030,
            new Words(
                    "The database in the data folder is damaged; it was left as it is.",
                    "Start with an empty data folder, and restore a backup there on the Backups page."),
            90028,
            new Words(
                    "The database in the data folder cannot be read.",
                    "Check that the disk is there and that you may read the folder."),
            90031,
            new Words(
                    "The database in the data folder cannot be written.",
                    "Check that there is room on the disk and that you may write to the folder."),
            90048,
            new Words(
                    "The database in the data folder was written by a newer version.",
                    "Start the newer Jolly Ledger, or use another folder with --data."));

    /** What the database itself says. */
    static final class OfDatabase extends AbstractFailureAnalyzer<SQLException> {
        @Override
        protected @Nullable FailureAnalysis analyze(Throwable root, SQLException cause) {
            Words words = OF_CODES.get(cause.getErrorCode());
            return words == null ? null : new FailureAnalysis(words.what, words.doThis, cause);
        }
    }

    /** What was found before it was opened. */
    static final class BeforeOpening extends AbstractFailureAnalyzer<DatabaseTrouble> {
        @Override
        protected FailureAnalysis analyze(Throwable root, DatabaseTrouble cause) {
            return new FailureAnalysis(cause.getMessage(), cause.doThis(), cause);
        }
    }
}
