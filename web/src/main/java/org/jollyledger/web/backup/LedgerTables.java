package org.jollyledger.web.backup;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What the copy of a ledger has to know about its tables, in an order in which each follows those that it refers to. */
final class LedgerTables {
    /**
     * A table.
     *
     * @param key the column by which a thing is known outside, such as its address; empty for what belongs to a thing
     * @param content the statement that answers what a thing of some number holds now; empty where its key tells all
     * @param owner the column that says which thing a row belongs to; empty for a thing
     * @param refers the tables that columns refer to by number
     * @param numbered whether its rows have numbers of their own
     * @param mergeable whether its rows can be added to those of another ledger
     */
    record Table(
            String name,
            Optional<String> key,
            Optional<String> content,
            Optional<String> owner,
            Map<String, String> refers,
            boolean numbered,
            boolean mergeable) {
        static Table thing(String name, String key, String content, Map<String, String> refers) {
            return new Table(
                    name,
                    Optional.of(key),
                    Optional.of(content).filter(any -> !any.isEmpty()),
                    Optional.empty(),
                    refers,
                    true,
                    true);
        }

        static Table of(String name, String owner, Map<String, String> refers, boolean numbered) {
            return new Table(name, Optional.empty(), Optional.empty(), Optional.of(owner), refers, numbered, true);
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
                    "select document from map_revision join note_map on note_map.id = map_id where note_map.id = ? and number = note_map.revision",
                    Map.of("derived_from_id", MAP)),
            Table.of("map_revision", "map_id", Map.of("map_id", MAP), true),
            Table.thing(PART, "slug", "select content from part where id = ?", Map.of("written_for_id", MAP)),
            Table.of("part_revision", "part_id", Map.of("part_id", PART), true),
            Table.of("part_label", "part_id", Map.of("part_id", PART), false),
            Table.of("part_figures", "part_id", Map.of("part_id", PART), false),
            Table.of("part_accepted", "part_id", Map.of("part_id", PART), false),
            Table.of(CROSSWALK, "part_id", Map.of("part_id", PART, "source_map_id", MAP, "target_map_id", MAP), true),
            Table.of("crosswalk_revision", "crosswalk_id", Map.of("crosswalk_id", CROSSWALK), true),
            Table.thing(
                    KEPT,
                    "slug",
                    "select document from kept_crosswalk_revision join kept_crosswalk on kept_crosswalk.id = kept_id where kept_crosswalk.id = ? and number = kept_crosswalk.revision",
                    Map.of("source_map_id", MAP, "target_map_id", MAP)),
            Table.of("kept_crosswalk_revision", "kept_id", Map.of("kept_id", KEPT), true),
            Table.thing(RIG, "slug", "select name from rig where id = ?", Map.of()),
            Table.of("rig_map", "rig_id", Map.of("rig_id", RIG, "map_id", MAP), false),
            Table.thing(JOB, "token", "", Map.of()),
            Table.of("batch", "token", Map.of(), true),
            Table.of("matrix_run", "rig_id", Map.of("rig_id", RIG), false).whole(),
            Table.of("matrix_cell", "part_id", Map.of("part_id", PART, "map_id", MAP), false)
                    .whole(),
            new Table("name_rule", Optional.empty(), Optional.empty(), Optional.empty(), Map.of(), true, false),
            Table.thing("waiting_import", "token", "", Map.of()).whole());

    private LedgerTables() {}
}
