package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.crosswalk.NoteLength;
import org.jollyledger.core.crosswalk.PlayedInput;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.TranslationTable;
import org.jollyledger.core.crosswalk.TranslationTable.Cell;
import org.jollyledger.core.crosswalk.TranslationTable.Row;
import org.jollyledger.core.crosswalk.TranslationTable.Unlisted;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.kit.KitChange;
import org.jollyledger.core.kit.KitChange.ChokeChange;
import org.jollyledger.core.kit.KitChange.HatChange;
import org.jollyledger.core.kit.NoteFacts;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.notemap.PadPlan.Splash;
import org.jollyledger.core.notemap.PadPlan.Steady;
import org.jollyledger.core.notemap.PadPlan.StrikePlace;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Openness;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Translation tables as JSON, described by {@code docs/formats/translation-table.schema.json}. */
public final class TranslationTableJson {
    private static final int MOST_ROWS = TranslationTable.CHANNELS * Note.COUNT + Note.COUNT;
    private static final List<Openness> OPENINGS = List.of(
            Openness.TIGHT, Openness.CLOSED, Openness.QUARTER, Openness.HALF, Openness.THREE_QUARTER, Openness.OPEN);
    private static final double PARTS_OF_A_QUARTER = 960;

    private TranslationTableJson() {}

    /**
     * Reads a table.
     *
     * @return the table
     * @throws DocumentException with everything that is wrong with it; a line is a row
     */
    public static TranslationTable read(String json) throws DocumentException {
        Fields fields = Fields.parse(json);
        fields.allowOnly(Set.of(
                "channel",
                "unlisted",
                "notes",
                "from",
                "to",
                "stops",
                "chokedBy",
                "hats",
                "values",
                "fromNotes",
                "toNotes",
                "asRouted",
                "curves",
                "place",
                "splash",
                "steadyHat"));
        OptionalInt channel = fields.optionalNumber("channel");
        Optional<Unlisted> unlisted = fields.parsed("unlisted", Unlisted::parse);
        List<Row> rows = new ArrayList<>();
        for (Fields row : fields.lines("notes", MOST_ROWS)) {
            readRow(row).ifPresent(rows::add);
        }
        Optional<Kit> from = readKit(fields, "from");
        Optional<Kit> to = readKit(fields, "to");
        SortedMap<Integer, List<Integer>> stops = new TreeMap<>();
        for (Fields stop : fields.lines("stops", Note.COUNT)) {
            stops.put(stop.number("note"), stop.numbers("notes"));
        }
        SortedMap<Integer, Integer> chokedBy = new TreeMap<>();
        for (Fields choked : fields.lines("chokedBy", Note.COUNT)) {
            chokedBy.put(choked.number("note"), choked.number("by"));
        }
        SortedMap<Integer, Map<Openness, Integer>> hats = new TreeMap<>();
        for (Fields hat : fields.lines("hats", Note.COUNT)) {
            hats.put(hat.number("note"), readOpenings(hat));
        }
        Map<Openness, Integer> values = fields.optionalObject("values")
                .map(TranslationTableJson::readOpenings)
                .orElse(Map.of());
        List<NoteFacts> fromNotes = readFacts(fields, "fromNotes");
        List<NoteFacts> toNotes = readFacts(fields, "toNotes");
        List<Integer> asRouted = fields.has("asRouted") ? fields.numbers("asRouted") : List.of();
        fields.throwProblems();
        Optional<TranslationTable> table = fields.made("notes", () -> {
            Kit one = from.orElseThrow();
            Kit other = to.orElseThrow();
            return TranslationTable.of(
                    rows,
                    channel,
                    unlisted.orElseThrow(),
                    new KitChange(
                            new ChokeChange(one.chokes, other.chokes, stops, chokedBy),
                            new HatChange(
                                    one.openness, other.openness, Hats.openings(one.openness.pedal()), hats, values),
                            fromNotes,
                            toNotes),
                    asRouted);
        });
        fields.throwProblems();
        return table.orElseThrow();
    }

    /**
     * Reads the figures of the kit that a table came with.
     *
     * @return the figures; plain where the document has none
     * @throws DocumentException with everything that is wrong with them
     */
    public static PlayedInput readInput(String json) throws DocumentException {
        Fields fields = Fields.parse(json);
        SortedMap<Integer, List<Integer>> curves = new TreeMap<>();
        if (fields.has("curves")) {
            for (Fields curve : fields.lines("curves", Note.COUNT)) {
                curves.put(curve.number("note"), curve.numbers("velocities"));
            }
        }
        Optional<StrikePlace> place = fields.optionalObject("place").flatMap(PadFields::readPlace);
        Optional<Splash> splash = fields.optionalObject("splash").flatMap(PadFields::readSplash);
        fields.throwProblems();
        Optional<Steady> steady = fields.optionalObject("steadyHat").flatMap(PadFields::readSteady);
        Optional<PlayedInput> input = fields.made("curves", () -> new PlayedInput(curves, place, splash, steady));
        fields.throwProblems();
        return input.orElseThrow();
    }

    /** How an instrument says chokes and openness. */
    private record Kit(ChokeExpression chokes, OpennessExpression openness) {}

    private static Optional<Kit> readKit(Fields fields, String name) {
        Optional<Fields> given = fields.optionalObject(name);
        if (given.isEmpty()) {
            fields.problem(name, "The field \"" + name + "\" is missing; give how that instrument says chokes.");
            return Optional.empty();
        }
        Fields kit = given.get();
        kit.allowOnly(KitFields.NAMES);
        Optional<ChokeExpression> chokes = KitFields.chokes(kit);
        return KitFields.openness(kit).flatMap(openness -> chokes.map(form -> new Kit(form, openness)));
    }

    private static Optional<Row> readRow(Fields fields) {
        fields.allowOnly(Set.of("channel", "note", "sends", "targets"));
        OptionalInt channel = fields.optionalNumber("channel");
        int note = fields.number("note");
        Route.Sends sends = RouteFields.sends(fields);
        int before = fields.problemCount();
        List<Cell> cells = new ArrayList<>();
        for (Fields cell : fields.lines("targets", Note.COUNT)) {
            readCell(cell).ifPresent(cells::add);
        }
        return fields.problemCount() > before
                ? Optional.empty()
                : fields.made("note", () -> new Row(channel, note, sends, cells));
    }

    private static Optional<Cell> readCell(Fields fields) {
        fields.allowOnly(Set.of("note", "from", "to", "curve", "channel", "length"));
        int note = fields.number("note");
        int from = fields.number("from");
        int to = fields.number("to");
        List<Integer> curve = fields.has("curve") ? fields.numbers("curve") : Cell.STRAIGHT;
        OptionalInt channel = fields.optionalNumber("channel");
        OptionalDouble length = fields.optionalDecimal("length");
        return fields.made(
                "targets",
                () -> new Cell(
                        note,
                        from,
                        to,
                        curve,
                        channel,
                        length.isPresent()
                                ? Optional.of(NoteLength.ofQuarters(length.getAsDouble()))
                                : Optional.empty()));
    }

    private static List<NoteFacts> readFacts(Fields document, String name) {
        List<NoteFacts> facts = new ArrayList<>();
        for (Fields fields : document.lines(name, Note.COUNT)) {
            fields.allowOnly(Set.of("note", "cymbal", "choke", "ringsLong", "hat", "openness", "foot"));
            facts.add(new NoteFacts(
                    fields.number("note"),
                    fields.optionalNumber("cymbal"),
                    optional(fields, "choke", NoteFacts.Choke::parse),
                    fields.optionalFlag("ringsLong"),
                    fields.optionalFlag("hat"),
                    optional(fields, "openness", code -> Codes.parse(Openness.class, "openness", code)),
                    optional(fields, "foot", NoteFacts.Foot::parse)));
        }
        return facts;
    }

    private static <T> Optional<T> optional(Fields fields, String name, Function<String, T> parser) {
        return fields.has(name) ? fields.parsed(name, parser) : Optional.empty();
    }

    private static void write(List<NoteFacts> facts, ArrayNode array) {
        for (NoteFacts one : facts) {
            ObjectNode object = array.addObject().put("note", one.note());
            put(object, "cymbal", one.cymbal());
            one.choke().ifPresent(choke -> object.put("choke", choke.code()));
            one.openness().ifPresent(openness -> object.put("openness", openness.code()));
            one.foot().ifPresent(foot -> object.put("foot", foot.code()));
            if (one.ringsLong()) {
                object.put("ringsLong", true);
            }
            if (one.hat()) {
                object.put("hat", true);
            }
        }
    }

    private static Map<Openness, Integer> readOpenings(Fields fields) {
        Map<Openness, Integer> openings = new EnumMap<>(Openness.class);
        for (Openness openness : OPENINGS) {
            fields.optionalNumber(openness.code()).ifPresent(number -> openings.put(openness, number));
        }
        return openings;
    }

    /**
     * Writes a table; reading it back gives an equal one.
     *
     * @return a JSON document
     */
    public static String write(TranslationTable table) {
        return write(table, PlayedInput.PLAIN);
    }

    /**
     * Writes a table with the figures of the kit that is played.
     *
     * @return a JSON document
     */
    public static String write(TranslationTable table, PlayedInput input) {
        ObjectNode document = Fields.JSON.createObjectNode();
        put(document, "channel", table.channel());
        document.put("unlisted", table.unlisted().code());
        ArrayNode notes = document.putArray("notes");
        table.rows().forEach(row -> write(row, notes.addObject()));
        ChokeChange chokes = table.forms().chokes();
        HatChange hats = table.forms().hats();
        KitFields.write(chokes.from(), hats.from(), document.putObject("from"));
        KitFields.write(chokes.to(), hats.to(), document.putObject("to"));
        ArrayNode stops = document.putArray("stops");
        chokes.stops().forEach((note, stopped) -> {
            ObjectNode stop = stops.addObject().put("note", note);
            ArrayNode which = stop.putArray("notes");
            stopped.forEach(which::add);
        });
        ArrayNode chokedBy = document.putArray("chokedBy");
        chokes.chokedBy()
                .forEach((note, by) -> chokedBy.addObject().put("note", note).put("by", by));
        ArrayNode openings = document.putArray("hats");
        hats.notes().forEach((note, nearest) -> {
            ObjectNode hat = openings.addObject().put("note", note);
            nearest.forEach((openness, there) -> hat.put(openness.code(), there));
        });
        ObjectNode values = document.putObject("values");
        hats.values().forEach((openness, value) -> values.put(openness.code(), value));
        write(table.forms().from(), document.putArray("fromNotes"));
        write(table.forms().to(), document.putArray("toNotes"));
        ArrayNode asRouted = document.putArray("asRouted");
        table.asRouted().forEach(asRouted::add);
        write(input, document);
        return Fields.JSON.writeValueAsString(document);
    }

    private static void write(PlayedInput input, ObjectNode document) {
        if (!input.curves().isEmpty()) {
            ArrayNode curves = document.putArray("curves");
            input.curves().forEach((note, velocities) -> {
                ArrayNode array = curves.addObject().put("note", note).putArray("velocities");
                velocities.forEach(array::add);
            });
        }
        input.place().ifPresent(place -> PadFields.write(place, document.putObject("place")));
        input.splash().ifPresent(splash -> PadFields.write(splash, document.putObject("splash")));
        input.steady().ifPresent(steady -> PadFields.write(steady, document.putObject("steadyHat")));
    }

    private static void write(Row row, ObjectNode object) {
        object.put("note", row.note());
        put(object, "channel", row.channel());
        object.put("sends", row.sends().code());
        ArrayNode targets = object.putArray("targets");
        for (Cell cell : row.cells()) {
            ObjectNode target = targets.addObject();
            target.put("note", cell.note()).put("from", cell.from()).put("to", cell.to());
            if (!cell.curve().equals(Cell.STRAIGHT)) {
                ArrayNode curve = target.putArray("curve");
                cell.curve().forEach(curve::add);
            }
            put(target, "channel", cell.channel());
            cell.length().ifPresent(length -> target.put("length", length.parts() / PARTS_OF_A_QUARTER));
        }
    }

    private static void put(ObjectNode object, String name, OptionalInt number) {
        number.ifPresent(value -> object.put(name, value));
    }
}
