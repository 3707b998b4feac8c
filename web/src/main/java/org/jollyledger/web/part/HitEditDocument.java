package org.jollyledger.web.part;

import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.BiFunction;
import org.jollyledger.core.part.Grid;
import org.jollyledger.core.part.HitEdit;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.web.problem.Refusal;
import tools.jackson.databind.JsonNode;

/** A change to hits as JSON, as pages and programs send it: {@code what} names its kind, and each kind has its fields. */
record HitEditDocument(JsonNode fields) {
    private static final Map<String, BiFunction<HitEditDocument, Sheet, HitEdit>> KINDS = new TreeMap<>(Map.ofEntries(
            Map.entry("line", (given, sheet) -> new HitEdit.ToNote(given.number("note", "the note they go to"))),
            Map.entry(
                    "rows",
                    (given, sheet) -> new HitEdit.ToNotes(
                            sheet.notesRowsAway(given.number("by", "how many rows down")),
                            given.number("ticks").orElse(0),
                            given.grid())),
            Map.entry("remove", (given, sheet) -> new HitEdit.Delete()),
            Map.entry(
                    "velocity",
                    (given, sheet) -> new HitEdit.SetVelocity(given.number("velocity", "the velocity they get"))),
            Map.entry("louder", (given, sheet) -> new HitEdit.Louder(given.number("by", "how much louder"))),
            Map.entry("scale", (given, sheet) -> new HitEdit.Scale(given.number("by", "to how many percent"))),
            Map.entry(
                    "shift",
                    (given, sheet) -> new HitEdit.Shift(given.number("by", "how many ticks later"), given.grid())),
            Map.entry(
                    "nudge",
                    (given, sheet) -> new HitEdit.Nudge(given.number("by", "how many steps later"), given.grid())),
            Map.entry(
                    "grid",
                    (given, sheet) -> new HitEdit.Snap(new Grid(given.number("grid", "how many lines to a beat")))),
            Map.entry(
                    "add",
                    (given, sheet) -> new HitEdit.Add(
                            given.number("note", "its note"),
                            given.whole("tick", "where it stands"),
                            given.grid(),
                            given.number("velocity").orElse(HitEdit.Add.USUAL_VELOCITY),
                            sheet.map().channel().orElse(HitEdit.Add.USUAL_CHANNEL))),
            Map.entry(
                    "copy",
                    (given, sheet) -> new HitEdit.CopyBars(
                            given.whole("firstBar", "the first bar copied"),
                            given.whole("lastBar").orElseGet(() -> given.whole("firstBar", "the first bar copied")),
                            given.whole("onto", "the bar it goes to"),
                            given.fields.path("keep").asBoolean(false)))));

    /**
     * The change that is meant.
     *
     * @param sheet whose rows are counted
     * @throws Refusal when there is no such change, or a field of it is missing or wrong
     */
    HitEdit read(Sheet sheet) {
        String what = fields.path("what").asString("");
        if (what.isEmpty()) {
            throw Refusal.incomplete("The field \"what\" is missing; add what to do.");
        }
        BiFunction<HitEditDocument, Sheet, HitEdit> kind = KINDS.get(what);
        if (kind == null) {
            throw Refusal.unreadable(
                    "There is no change \"" + what + "\"; use " + String.join(", ", KINDS.keySet()) + ".");
        }
        return Refusal.unlessValid(() -> kind.apply(this, sheet));
    }

    private Optional<Grid> grid() {
        return number("grid").filter(perBeat -> perBeat > 0).map(Grid::new);
    }

    private int number(String name, String meaning) {
        return number(name).orElseThrow(() -> missing(name, meaning));
    }

    private long whole(String name, String meaning) {
        return whole(name).orElseThrow(() -> missing(name, meaning));
    }

    private static Refusal missing(String name, String meaning) {
        return Refusal.incomplete("The field \"" + name + "\" is missing; add " + meaning + ".");
    }

    private Optional<Integer> number(String name) {
        return whole(name).map(number -> {
            if (number != number.intValue()) {
                throw new IllegalArgumentException("The field \"" + name + "\" is too large: " + number + ".");
            }
            return number.intValue();
        });
    }

    private Optional<Long> whole(String name) {
        JsonNode node = fields.path(name);
        if (node.isMissingNode() || node.isNull()) {
            return Optional.empty();
        }
        if (!node.isIntegralNumber() || !node.canConvertToLong()) {
            throw new IllegalArgumentException("The field \"" + name + "\" must be a whole number.");
        }
        return Optional.of(node.longValue());
    }
}
