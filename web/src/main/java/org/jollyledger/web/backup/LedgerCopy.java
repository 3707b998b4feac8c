package org.jollyledger.web.backup;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.jollyledger.web.backup.LedgerTables.Table;
import org.jollyledger.web.ledger.Slugs;
import org.jspecify.annotations.Nullable;

/** Copies the rows of one ledger into another of the same schema, within a transaction of the caller. */
final class LedgerCopy {
    private final Connection from;
    private final Connection to;
    private final boolean replacing;
    /** For each table, the numbers that rows of the one ledger have in the other. */
    private final Map<String, Map<Long, Long>> numbers = new HashMap<>();

    private final Map<String, Set<Long>> added = new HashMap<>();
    private final Set<String> tokensAdded = new HashSet<>();
    private final Map<String, Integer> counts = new HashMap<>();
    private int here;

    private LedgerCopy(Connection from, Connection to, boolean replacing) {
        this.from = from;
        this.to = to;
        this.replacing = replacing;
    }

    /**
     * What was copied.
     *
     * @param counts how many things of each table
     * @param here how many were in the ledger already, and were left as they are
     * @param tokens of the jobs that were copied
     */
    record Copied(Map<String, Integer> counts, int here, Set<String> tokens) {
        int of(String table) {
            return counts.getOrDefault(table, 0);
        }
    }

    /** Puts everything in the place of what is there, with the same numbers. */
    static Copied replace(Connection from, Connection to) throws SQLException {
        try (Statement statement = to.createStatement()) {
            for (int at = LedgerTables.ALL.size() - 1; at >= 0; at--) {
                String table = LedgerTables.ALL.get(at).name();
                if (table.equals(LedgerTables.MAP)) {
                    statement.executeUpdate("update note_map set derived_from_id = null");
                }
                statement.executeUpdate("delete from " + table);
            }
        }
        return new LedgerCopy(from, to, true).copy();
    }

    /** Adds the things that are not there: the same have the same address, and were made at the same moment or hold the same. */
    static Copied add(Connection from, Connection to) throws SQLException {
        return new LedgerCopy(from, to, false).copy();
    }

    private Copied copy() throws SQLException {
        for (Table table : LedgerTables.ALL) {
            if (replacing || table.mergeable()) {
                copy(table);
            }
        }
        return new Copied(Map.copyOf(counts), here, Set.copyOf(tokensAdded));
    }

    private void copy(Table table) throws SQLException {
        try (Statement statement = from.createStatement();
                ResultSet rows = statement.executeQuery(table.query())) {
            List<Column> columns = Column.of(rows);
            while (rows.next()) {
                if (isWanted(table, rows)) {
                    insert(table, columns, rows);
                }
            }
        }
    }

    /** Whether a row is to be copied: a thing that is not there, or what belongs to one that was copied. */
    private boolean isWanted(Table table, ResultSet row) throws SQLException {
        if (replacing) {
            return true;
        }
        if (table.key().isPresent()) {
            Long same = same(table, row);
            if (same != null) {
                numbers(table.name()).put(row.getLong("id"), same);
                here++;
            }
            return same == null;
        }
        String owner = table.owner().orElseThrow();
        String ofTable = table.refers().get(owner);
        return ofTable == null
                ? tokensAdded.contains(row.getString(owner))
                : added.getOrDefault(ofTable, Set.of()).contains(row.getLong(owner));
    }

    private @Nullable Long same(Table table, ResultSet row) throws SQLException {
        String key = table.key().orElseThrow();
        try (PreparedStatement statement =
                to.prepareStatement("select id, created_at from " + table.name() + " where " + key + " = ?")) {
            statement.setString(1, row.getString(key));
            try (ResultSet found = statement.executeQuery()) {
                boolean same = found.next()
                        && (row.getObject("created_at").equals(found.getObject("created_at"))
                                || holdTheSame(table, row.getLong("id"), found.getLong("id")));
                return same ? found.getLong("id") : null;
            }
        }
    }

    private boolean holdTheSame(Table table, long there, long here) throws SQLException {
        return table.content().isPresent()
                && Arrays.equals(
                        table.content().get().of(from, there),
                        table.content().get().of(to, here));
    }

    private void insert(Table table, List<Column> all, ResultSet row) throws SQLException {
        boolean newNumber = table.numbered() && !replacing;
        List<Column> columns = newNumber
                ? all.stream().filter(column -> !column.name().equals("id")).toList()
                : all;
        String sql = Column.insertInto(table.name(), columns);
        try (PreparedStatement statement =
                newNumber ? to.prepareStatement(sql, new String[] {"id"}) : to.prepareStatement(sql)) {
            for (int at = 0; at < columns.size(); at++) {
                set(statement, at + 1, table, columns.get(at), row);
            }
            statement.executeUpdate();
            if (table.numbered()) {
                long old = row.getLong("id");
                numbers(table.name()).put(old, newNumber ? generated(statement) : old);
                added.computeIfAbsent(table.name(), any -> new HashSet<>()).add(old);
            }
        }
        if (table.name().equals(LedgerTables.JOB)) {
            tokensAdded.add(row.getString("token"));
        }
        counts.merge(table.name(), 1, Integer::sum);
    }

    private static long generated(PreparedStatement statement) throws SQLException {
        try (ResultSet keys = statement.getGeneratedKeys()) {
            keys.next();
            return keys.getLong(1);
        }
    }

    private void set(PreparedStatement statement, int at, Table table, Column copied, ResultSet row)
            throws SQLException {
        String column = copied.name();
        if (copied.kind() == Column.Kind.BYTES) {
            statement.setBinaryStream(at, row.getBinaryStream(column));
        } else if (copied.kind() == Column.Kind.LONG_TEXT) {
            statement.setCharacterStream(at, row.getCharacterStream(column));
        } else if (table.refers().containsKey(column) && row.getObject(column) != null) {
            statement.setLong(at, number(table.refers().get(column), row.getLong(column)));
        } else if (!replacing && table.key().equals(Optional.of(column))) {
            statement.setString(at, free(table, row.getString(column)));
        } else if (!replacing && table.name().equals(LedgerTables.KEPT) && column.equals("usual")) {
            statement.setBoolean(at, row.getBoolean(column) && !hasUsual(row));
        } else {
            statement.setObject(at, row.getObject(column));
        }
    }

    private Map<Long, Long> numbers(String table) {
        return numbers.computeIfAbsent(table, any -> new HashMap<>());
    }

    private long number(String table, long old) {
        Long number = numbers(table).get(old);
        if (number == null) {
            throw new IllegalStateException("Row " + old + " of " + table + " is missing in the backup.");
        }
        return number;
    }

    private String free(Table table, String key) throws SQLException {
        Predicate<String> taken = wanted -> {
            try (PreparedStatement statement = to.prepareStatement(
                    "select 1 from " + table.name() + " where " + table.key().orElseThrow() + " = ?")) {
                statement.setString(1, wanted);
                try (ResultSet found = statement.executeQuery()) {
                    return found.next();
                }
            } catch (SQLException e) {
                throw new IllegalStateException(e);
            }
        };
        return taken.test(key) ? Slugs.free(key, key, taken) : key;
    }

    /** Of two maps one crosswalk is the usual one; the one that is there stays it. */
    private boolean hasUsual(ResultSet row) throws SQLException {
        try (PreparedStatement statement = to.prepareStatement(
                "select 1 from kept_crosswalk where usual and source_map_id = ? and target_map_id = ?")) {
            statement.setLong(1, number(LedgerTables.MAP, row.getLong("source_map_id")));
            statement.setLong(2, number(LedgerTables.MAP, row.getLong("target_map_id")));
            try (ResultSet found = statement.executeQuery()) {
                return found.next();
            }
        }
    }
}
