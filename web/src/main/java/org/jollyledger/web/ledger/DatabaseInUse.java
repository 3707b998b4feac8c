package org.jollyledger.web.ledger;

import java.sql.SQLException;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;

/** Says without a stack trace that another process holds the database. */
final class DatabaseInUse extends AbstractFailureAnalyzer<SQLException> {
    /** H2: DATABASE_ALREADY_OPEN_1. */
    private static final int ALREADY_OPEN = 90020;

    @Override
    protected @Nullable FailureAnalysis analyze(Throwable root, SQLException cause) {
        if (cause.getErrorCode() != ALREADY_OPEN) {
            return null;
        }
        return new FailureAnalysis(
                "Jolly Ledger already runs with this data folder.",
                "Use the one that runs, stop it first, or use another folder with --data.",
                cause);
    }
}
