package org.jollyledger.web.backup;

import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Types;
import java.util.Optional;
import org.jollyledger.web.revision.Difference;

/** What a thing of some number holds now. */
@FunctionalInterface
interface Held {
    byte[] of(Connection ledger, long id) throws SQLException;

    /** What stands in a column of the thing's own table. */
    static Held in(String table, String column) {
        String query = "select " + column + " from " + table + " where id = ?";
        return (ledger, id) -> first(ledger, query, row -> bytes(row, 1), id).orElse(new byte[0]);
    }

    /** The document of the revision that holds. */
    static Held byRevision(String table, String revisions, String owner) {
        String number = "select revision from " + table + " where id = ?";
        String state =
                "select difference, base, document from " + revisions + " where " + owner + " = ? and number = ?";
        return (ledger, id) -> {
            Optional<Integer> now = first(ledger, number, row -> row.getInt(1), id);
            return now.isEmpty() ? new byte[0] : document(ledger, state, id, now.get());
        };
    }

    private static byte[] document(Connection ledger, String state, long id, int number) throws SQLException {
        return first(
                        ledger,
                        state,
                        row -> {
                            byte[] difference = row.getBytes(1);
                            int base = row.getInt(2);
                            if (!row.wasNull()) {
                                return Difference.applied(document(ledger, state, id, base), difference);
                            }
                            return difference == null ? bytes(row, 3) : Difference.unpacked(difference);
                        },
                        id,
                        number)
                .orElse(new byte[0]);
    }

    private static byte[] bytes(ResultSet row, int column) throws SQLException {
        return row.getMetaData().getColumnType(column) == Types.BLOB
                ? row.getBytes(column)
                : row.getString(column).getBytes(StandardCharsets.UTF_8);
    }

    private static <T> Optional<T> first(Connection ledger, String query, Reader<T> reader, Object... values)
            throws SQLException {
        try (PreparedStatement statement = ledger.prepareStatement(query)) {
            for (int at = 0; at < values.length; at++) {
                statement.setObject(at + 1, values[at]);
            }
            try (ResultSet row = statement.executeQuery()) {
                return row.next() ? Optional.of(reader.read(row)) : Optional.empty();
            }
        }
    }

    /** Reads a row. */
    @FunctionalInterface
    interface Reader<T> {
        T read(ResultSet row) throws SQLException;
    }
}
