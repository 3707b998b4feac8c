package org.jollyledger.web.backup;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.DateTimeException;
import java.time.OffsetDateTime;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.room.DiskRoom;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.json.JsonFactory;

/**
 * Reads the records of a table, as {@link TableWriter} writes them, into a table of the same columns. Each record has each
 * column once, with a value of its kind, and nothing else; all bytes belong to a record.
 */
final class TableReader {
    /** More than any document that is kept. */
    private static final int LONGEST_TEXT = 64 << 20;

    private static final int ROWS_AT_ONCE = 100;
    private static final JsonFactory JSON = JsonFactory.builder()
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .streamReadConstraints(StreamReadConstraints.builder()
                    .maxStringLength(LONGEST_TEXT)
                    .maxNestingDepth(2)
                    .build())
            .build();

    private final Connection scratch;
    private final Path folder;
    private final DiskRoom room;

    TableReader(Connection scratch, Path folder, DiskRoom room) {
        this.scratch = scratch;
        this.folder = folder;
        this.room = room;
    }

    /**
     * Reads the records of a table.
     *
     * @return the files that were read
     * @throws Refusal when they are not as they are written
     */
    Set<String> read(String table) throws IOException, SQLException {
        List<Column> columns = columns(table);
        Set<String> files = new HashSet<>(Set.of(table + TableWriter.RECORDS));
        Map<String, InputStream> bytes = new HashMap<>();
        try (InputStream records = open(table + TableWriter.RECORDS)) {
            for (Column column : columns) {
                if (column.kind() == Column.Kind.BYTES) {
                    String file = column.file(table);
                    files.add(file);
                    bytes.put(column.name(), open(file));
                }
            }
            read(table, columns, records, bytes);
            for (InputStream content : bytes.values()) {
                if (content.read() >= 0) {
                    throw damaged(table + " has bytes that belong to no record");
                }
            }
        } finally {
            for (InputStream content : bytes.values()) {
                content.close();
            }
        }
        return files;
    }

    private List<Column> columns(String table) throws SQLException {
        try (Statement statement = scratch.createStatement();
                ResultSet none = statement.executeQuery("select * from " + table + " where 1 = 0")) {
            return Column.of(none);
        }
    }

    private InputStream open(String file) throws IOException {
        Path path = folder.resolve(file);
        if (!Files.isRegularFile(path)) {
            throw Refusal.unreadable("The backup lacks %s/%s; nothing was changed. Use another one."
                    .formatted(BackupArchive.TABLES, file));
        }
        return new BufferedInputStream(Files.newInputStream(path));
    }

    private void read(String table, List<Column> columns, InputStream records, Map<String, InputStream> bytes)
            throws IOException, SQLException {
        Map<String, Integer> places = new HashMap<>();
        for (Column column : columns) {
            places.put(column.name(), places.size() + 1);
        }
        int row = 0;
        try (JsonParser record = JSON.createParser(ObjectReadContext.empty(), records);
                PreparedStatement statement = scratch.prepareStatement(Column.insertInto(table, columns))) {
            while (record.nextToken() != null) {
                row++;
                if (row % ROWS_AT_ONCE == 1) {
                    room.need();
                }
                if (record.currentToken() != JsonToken.START_OBJECT) {
                    throw damaged(table, row, "is no record");
                }
                int read = 0;
                while (record.nextToken() != JsonToken.END_OBJECT) {
                    Integer place = places.get(record.currentName());
                    if (place == null) {
                        throw damaged(table, row, "has a column that the table lacks");
                    }
                    record.nextToken();
                    set(statement, place, columns.get(place - 1), record, bytes);
                    read++;
                }
                if (read < columns.size()) {
                    throw damaged(table, row, "lacks a column");
                }
                statement.executeUpdate();
            }
        } catch (JacksonException | DateTimeException | WrongKind e) {
            throw damaged(table, row, "cannot be read");
        } catch (SQLException e) {
            if (e.getCause() instanceof MissingBytes) {
                throw damaged(table, row, "lacks bytes");
            }
            // What breaks a rule of the schema: too long, twice the same number, a number that nothing has.
            if (String.valueOf(e.getSQLState()).matches("2[23].*")) {
                throw damaged(table, row, "cannot be in the ledger");
            }
            throw e;
        }
    }

    /** A value that is not of its column's kind. */
    private static final class WrongKind extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    /** A file of bytes that ends before its records do. */
    private static final class MissingBytes extends IOException {
        private static final long serialVersionUID = 1L;
    }

    private static void set(
            PreparedStatement statement, int place, Column column, JsonParser record, Map<String, InputStream> bytes)
            throws SQLException {
        if (record.currentToken() == JsonToken.VALUE_NULL) {
            statement.setObject(place, null);
            return;
        }
        switch (column.kind()) {
            case INTEGER ->
                statement.setInt(place, need(record, JsonToken.VALUE_NUMBER_INT).getIntValue());
            case LONG ->
                statement.setLong(
                        place, need(record, JsonToken.VALUE_NUMBER_INT).getLongValue());
            case TRUTH -> statement.setBoolean(place, record.getBooleanValue());
            case TEXT, LONG_TEXT -> {
                String text = need(record, JsonToken.VALUE_STRING).getString();
                if (!LedgerTables.isIn(column.name(), text)) {
                    throw new WrongKind();
                }
                statement.setString(place, text);
            }
            case MOMENT ->
                statement.setObject(
                        place,
                        OffsetDateTime.parse(
                                need(record, JsonToken.VALUE_STRING).getString()));
            case BYTES -> {
                long length = need(record, JsonToken.VALUE_NUMBER_INT).getLongValue();
                statement.setBinaryStream(place, new Piece(bytes.get(column.name()), length));
            }
        }
    }

    private static JsonParser need(JsonParser record, JsonToken token) {
        if (record.currentToken() != token) {
            throw new WrongKind();
        }
        return record;
    }

    private static Refusal damaged(String table, int row, String what) {
        return damaged("record %d of %s %s".formatted(row, table, what));
    }

    private static Refusal damaged(String what) {
        return Refusal.unreadable("The backup is damaged: %s; nothing was changed. Use another one.".formatted(what));
    }

    /** So many of the bytes that come next; all of them, or it is none. */
    private static final class Piece extends InputStream {
        private final InputStream all;
        private long left;

        Piece(InputStream all, long length) {
            if (length < 0) {
                throw new WrongKind();
            }
            this.all = all;
            left = length;
        }

        @Override
        public int read() throws IOException {
            byte[] one = new byte[1];
            return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
        }

        @Override
        public int read(byte[] into, int from, int most) throws IOException {
            if (left == 0) {
                return -1;
            }
            int read = all.read(into, from, (int) Math.min(most, left));
            if (read < 0) {
                throw new MissingBytes();
            }
            left -= read;
            return read;
        }
    }
}
