package org.jollyledger.web.backup;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.jollyledger.web.database.LedgerDatabase;

/** What the copy of a ledger has to know about its tables, in an order in which each follows those that it refers to. */
final class LedgerTables {
    /**
     * A table.
     *
     * @param key the column by which a thing is known outside, such as its address; empty for what belongs to a thing
     * @param content what a thing holds now; empty where its key tells all
     * @param owner the column that says which thing a row belongs to; empty for a thing
     * @param refers the tables that columns refer to by number
     * @param numbered whether its rows have numbers of their own
     * @param mergeable whether its rows can be added to those of another ledger
     */
    record Table(
            String name,
            Optional<String> key,
            Optional<Held> content,
            Optional<String> owner,
            Map<String, String> refers,
            boolean numbered,
            boolean mergeable) {
        static Table thing(String name, String key, Optional<Held> content, Map<String, String> refers) {
            return new Table(name, Optional.of(key), content, Optional.empty(), refers, true, true);
        }

        static Table of(String name, String owner, Map<String, String> refers, boolean numbered) {
            return new Table(name, Optional.empty(), Optional.empty(), Optional.of(owner), refers, numbered, true);
        }

        /** A query for all rows, in an order that is the same each time. */
        String query() {
            // Things refer to older ones only, and what has no number is known by its first two columns.
            return "select * from " + name + " order by " + (numbered ? "id" : "1, 2");
        }

        /** The same for what only a whole ledger has. */
        Table whole() {
            return new Table(name, key, content, owner, refers, numbered, false);
        }
    }

    static final String MAP = "note_map";
    static final String PART = "part";
    private static final String CROSSWALK = "crosswalk";
    static final String KEPT = "kept_crosswalk";
    static final String RIG = "rig";
    static final String JOB = "job";

    static final List<Table> ALL = List.of(
            Table.thing(
                    MAP,
                    "slug",
                    Optional.of(Held.byRevision(MAP, "map_revision", "map_id")),
                    Map.of("derived_from_id", MAP)),
            Table.of("map_revision", "map_id", Map.of("map_id", MAP), true),
            Table.thing(PART, "slug", Optional.of(Held.in(PART, "content")), Map.of("written_for_id", MAP)),
            Table.of("part_revision", "part_id", Map.of("part_id", PART), true),
            Table.of("part_label", "part_id", Map.of("part_id", PART), false),
            Table.of("part_figures", "part_id", Map.of("part_id", PART), false),
            Table.of("part_accepted", "part_id", Map.of("part_id", PART), false),
            Table.of(CROSSWALK, "part_id", Map.of("part_id", PART, "source_map_id", MAP, "target_map_id", MAP), true),
            Table.of("crosswalk_revision", "crosswalk_id", Map.of("crosswalk_id", CROSSWALK), true),
            Table.thing(
                    KEPT,
                    "slug",
                    Optional.of(Held.byRevision(KEPT, "kept_crosswalk_revision", "kept_id")),
                    Map.of("source_map_id", MAP, "target_map_id", MAP)),
            Table.of("kept_crosswalk_revision", "kept_id", Map.of("kept_id", KEPT), true),
            Table.thing(RIG, "slug", Optional.of(Held.in(RIG, "name")), Map.of()),
            Table.of("rig_map", "rig_id", Map.of("rig_id", RIG, "map_id", MAP), false),
            Table.thing(JOB, "token", Optional.empty(), Map.of()),
            Table.of("batch", "token", Map.of(), true),
            Table.of("matrix_run", "rig_id", Map.of("rig_id", RIG), false).whole(),
            Table.of("matrix_cell", "part_id", Map.of("part_id", PART, "map_id", MAP), false)
                    .whole(),
            new Table("name_rule", Optional.empty(), Optional.empty(), Optional.empty(), Map.of(), true, false),
            Table.thing("waiting_import", "token", Optional.empty(), Map.of()).whole());

    /** The only texts in columns that become part of a path or an address. */
    private static final Map<String, Pattern> FORMS = Map.of(
            "token", Pattern.compile("[0-9a-f]{24}|[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}"),
            "slug", Pattern.compile("[a-z0-9]+(-[a-z0-9]+)*"));

    private LedgerTables() {}

    /** Those that a ledger has: one of an earlier schema lacks some. */
    static List<Table> in(Connection ledger) throws SQLException {
        Set<String> there = LedgerDatabase.tables(ledger);
        return ALL.stream().filter(table -> there.contains(table.name())).toList();
    }

    /** Whether a column may hold a text. */
    static boolean isIn(String column, String text) {
        Pattern form = FORMS.get(column);
        return form == null || form.matcher(text).matches();
    }
}
