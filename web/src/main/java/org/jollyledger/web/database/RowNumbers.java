package org.jollyledger.web.database;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;

/**
 * The numbers that new rows get. They must be higher than those of all rows there are, or nothing new can be saved. Setting them
 * ends a transaction, so it is done before rows come with their own numbers; too high does no harm.
 */
public final class RowNumbers {
    private static final String NUMBERED =
            "select table_name, column_name, identity_base from information_schema.columns"
                    + " where table_schema = current_schema and is_identity = 'YES'";

    private record Numbered(String table, String column, long next) {}

    private RowNumbers() {}

    /** Lets new rows of each table get numbers above those of its rows. Writes nothing where they do. */
    public static void standAboveAll(Connection ledger) throws SQLException {
        standAbove(ledger, ledger);
    }

    /** Lets new rows of each table get numbers above those that its rows have in another ledger of the same schema. */
    public static void standAbove(Connection other, Connection ledger) throws SQLException {
        for (Numbered numbered : numbered(ledger)) {
            long next = highest(other, numbered) + 1;
            if (next > numbered.next) {
                try (Statement statement = ledger.createStatement()) {
                    statement.execute("alter table \"%s\" alter column \"%s\" restart with %d"
                            .formatted(numbered.table, numbered.column, next));
                }
            }
        }
    }

    private static List<Numbered> numbered(Connection ledger) throws SQLException {
        List<Numbered> all = new ArrayList<>();
        try (PreparedStatement statement = ledger.prepareStatement(NUMBERED);
                ResultSet columns = statement.executeQuery()) {
            while (columns.next()) {
                all.add(new Numbered(columns.getString(1), columns.getString(2), columns.getLong(3)));
            }
        }
        return all;
    }

    private static long highest(Connection ledger, Numbered numbered) throws SQLException {
        try (Statement statement = ledger.createStatement();
                ResultSet highest = statement.executeQuery(
                        "select coalesce(max(\"%s\"), 0) from \"%s\"".formatted(numbered.column, numbered.table))) {
            highest.next();
            return highest.getLong(1);
        }
    }
}
