package org.jollyledger.web.backup;

import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.sql.Types;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * A column of a table, as records have it.
 *
 * @param name in small letters
 */
record Column(String name, Kind kind) {
    /** What a record has of a value. */
    enum Kind {
        /** A whole number of 32 bits. */
        INTEGER,
        /** A whole number of 64 bits. */
        LONG,
        TEXT,
        LONG_TEXT,
        TRUTH,
        /** A moment, as text: {@code 2026-01-31T12:00:00.123456Z}. */
        MOMENT,
        /** The number of bytes; the bytes themselves are in another file. */
        BYTES
    }

    private static final Map<Integer, Kind> KINDS = Map.of(
            Types.INTEGER, Kind.INTEGER,
            Types.BIGINT, Kind.LONG,
            Types.VARCHAR, Kind.TEXT,
            Types.CLOB, Kind.LONG_TEXT,
            Types.BOOLEAN, Kind.TRUTH,
            Types.TIMESTAMP_WITH_TIMEZONE, Kind.MOMENT,
            Types.BLOB, Kind.BYTES);

    /** The columns of what a query finds, in their order. */
    static List<Column> of(ResultSet rows) throws SQLException {
        ResultSetMetaData data = rows.getMetaData();
        List<Column> columns = new ArrayList<>();
        for (int at = 1; at <= data.getColumnCount(); at++) {
            String name = data.getColumnName(at).toLowerCase(Locale.ROOT);
            Kind kind = KINDS.get(data.getColumnType(at));
            if (kind == null) {
                throw new IllegalStateException("Records have no way to tell the column %s, of type %s."
                        .formatted(name, data.getColumnTypeName(at)));
            }
            columns.add(new Column(name, kind));
        }
        return columns;
    }

    /** A statement that inserts a row with these columns. */
    static String insertInto(String table, List<Column> columns) {
        return "insert into %s (%s) values (%s)"
                .formatted(
                        table,
                        String.join(", ", columns.stream().map(Column::name).toList()),
                        String.join(", ", Collections.nCopies(columns.size(), "?")));
    }

    /** The file with the bytes of a column of bytes. */
    String file(String table) {
        return table + "." + name;
    }
}
