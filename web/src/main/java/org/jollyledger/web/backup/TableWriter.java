package org.jollyledger.web.backup;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.Reader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.OffsetDateTime;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jollyledger.web.backup.LedgerTables.Table;
import org.jollyledger.web.room.DiskRoom;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.ObjectWriteContext;
import tools.jackson.core.json.JsonFactory;

/**
 * Writes the rows of a table as records: one JSON object in each line of {@code TABLE.jsonl}, with all columns; the bytes of a
 * column of bytes one row after the other in {@code TABLE.COLUMN}, and their number in the record.
 */
final class TableWriter {
    static final String RECORDS = ".jsonl";
    private static final JsonFactory JSON =
            JsonFactory.builder().rootValueSeparator("\n").build();
    private static final int ROWS_BETWEEN_LOOKS = 100;

    private final Connection ledger;
    private final Path folder;
    private final DiskRoom room;

    /** @param ledger in a transaction that sees one moment */
    TableWriter(Connection ledger, Path folder, DiskRoom room) {
        this.ledger = ledger;
        this.folder = folder;
        this.room = room;
    }

    /** Writes the records of all tables that the ledger has. */
    void writeAll() throws IOException, SQLException {
        for (Table table : LedgerTables.in(ledger)) {
            write(table);
        }
    }

    private void write(Table table) throws IOException, SQLException {
        Map<String, OutputStream> bytes = new HashMap<>();
        try (Statement statement = ledger.createStatement();
                ResultSet rows = statement.executeQuery(table.query());
                OutputStream out = Files.newOutputStream(folder.resolve(table.name() + RECORDS));
                JsonGenerator record = JSON.createGenerator(ObjectWriteContext.empty(), out)) {
            List<Column> columns = Column.of(rows);
            for (Column column : columns) {
                if (column.kind() == Column.Kind.BYTES) {
                    bytes.put(column.name(), Files.newOutputStream(folder.resolve(column.file(table.name()))));
                }
            }
            for (int row = 0; rows.next(); row++) {
                if (row % ROWS_BETWEEN_LOOKS == 0) {
                    room.need();
                }
                record.writeStartObject();
                for (int at = 0; at < columns.size(); at++) {
                    write(record, columns.get(at), rows, at + 1, bytes);
                }
                record.writeEndObject();
            }
        } finally {
            for (OutputStream one : bytes.values()) {
                one.close();
            }
        }
    }

    private static void write(
            JsonGenerator record, Column column, ResultSet row, int at, Map<String, OutputStream> bytes)
            throws IOException, SQLException {
        record.writeName(column.name());
        if (row.getObject(at) == null) {
            record.writeNull();
            return;
        }
        switch (column.kind()) {
            case INTEGER, LONG -> record.writeNumber(row.getLong(at));
            case TRUTH -> record.writeBoolean(row.getBoolean(at));
            case TEXT -> record.writeString(row.getString(at));
            case MOMENT ->
                record.writeString(row.getObject(at, OffsetDateTime.class).toString());
            case LONG_TEXT -> {
                try (Reader text = row.getCharacterStream(at)) {
                    record.writeString(text, -1);
                }
            }
            case BYTES -> {
                try (InputStream content = row.getBinaryStream(at)) {
                    record.writeNumber(content.transferTo(bytes.get(column.name())));
                }
            }
        }
    }
}
