package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.notemap.PadPlan;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Sound;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Note maps as JSON, as described by {@code docs/formats/note-map.schema.json}. */
public final class NoteMapJson {
    private static final Set<String> MAP_FIELDS = Set.of(
            "name",
            "maker",
            "kind",
            "middleC",
            "channel",
            "chokes",
            "chokePressure",
            "openness",
            "pedal",
            "pads",
            "strikePlace",
            "splash",
            "grid",
            "steadyHat",
            "triggers",
            "remark",
            "lines",
            "slug");
    private static final Set<String> LINE_FIELDS =
            Set.of("note", "name", "shortName", "sound", "chokeGroup", "output", "remark", "position");

    private record PlacedLine(int position, Line line) {}

    private NoteMapJson() {}

    /**
     * Reads a map.
     *
     * @return the map
     * @throws DocumentException with everything that is wrong with it
     */
    public static NoteMap read(String json) throws DocumentException {
        Fields fields = Fields.parse(json);
        fields.allowOnly(MAP_FIELDS);
        String name = fields.text("name");
        String maker = fields.optionalText("maker").orElse("");
        String remark = fields.optionalText("remark").orElse("");
        Optional<MapKind> kind = fields.parsed("kind", MapKind::parse);
        Optional<OctaveConvention> middleC = fields.parsed("middleC", OctaveConvention::parse);
        OptionalInt channel = fields.optionalNumber("channel");
        Optional<ChokeExpression> chokes = KitFields.chokes(fields);
        Optional<OpennessExpression> openness = KitFields.openness(fields);
        List<Line> lines = readLines(fields);
        PadPlan pads = PadFields.read(fields);
        fields.throwProblems();
        Optional<NoteMap> map = fields.made(
                "",
                () -> new NoteMap(
                        name,
                        maker,
                        kind.orElseThrow(),
                        middleC.orElseThrow(),
                        channel,
                        chokes.orElseThrow(),
                        openness.orElseThrow(),
                        lines,
                        remark,
                        pads));
        fields.throwProblems();
        return map.orElseThrow();
    }

    private static List<Line> readLines(Fields map) {
        List<PlacedLine> placed = new ArrayList<>();
        Map<Integer, Integer> linesByPosition = new HashMap<>();
        for (Fields fields : map.lines("lines", NoteMap.MOST_LINES)) {
            fields.allowOnly(LINE_FIELDS);
            Optional<Optional<Note>> place = readPlace(fields);
            String name = fields.text("name");
            String shortName = fields.optionalText("shortName")
                    .filter(text -> !text.isBlank())
                    .orElse(Line.shorten(name));
            Optional<Sound> sound = fields.parsed("sound", Sound::parse);
            Optional<String> chokeGroup = fields.optionalLabel("chokeGroup").filter(text -> !text.isEmpty());
            Optional<String> output = fields.optionalLabel("output").filter(text -> !text.isEmpty());
            String remark = fields.optionalText("remark").orElse("");
            int position = fields.optionalNumber("position").orElse(fields.line());
            Integer other = linesByPosition.putIfAbsent(position, fields.line());
            if (other != null) {
                fields.problem(
                        "position",
                        "Position " + position + " is taken by line " + other
                                + "; give every line a position of its own.");
            }
            if (place.isPresent() && sound.isPresent() && !name.isEmpty()) {
                fields.made(
                                "name",
                                () -> new Line(place.get(), name, shortName, sound.get(), chokeGroup, output, remark))
                        .ifPresent(line -> placed.add(new PlacedLine(position, line)));
            }
        }
        placed.sort(Comparator.comparingInt(PlacedLine::position));
        return placed.stream().map(PlacedLine::line).toList();
    }

    /** The note of a line, or that it has none yet; empty when that is wrong. */
    private static Optional<Optional<Note>> readPlace(Fields fields) {
        if (fields.isNull("note")) {
            return Optional.of(Optional.empty());
        }
        int before = fields.problemCount();
        int number = fields.number("note");
        return fields.problemCount() > before
                ? Optional.empty()
                : fields.made("note", () -> Note.of(number)).map(Optional::of);
    }

    /**
     * Writes a map; reading it back gives an equal one.
     *
     * @return a JSON document
     */
    public static String write(NoteMap map) {
        ObjectNode document = Fields.JSON.createObjectNode();
        document.put("name", map.name());
        document.put("maker", map.maker());
        document.put("kind", map.kind().code());
        document.put("middleC", map.middleC().name());
        if (map.channel().isPresent()) {
            document.put("channel", map.channel().getAsInt());
        } else {
            document.putNull("channel");
        }
        KitFields.write(map.chokes(), map.openness(), document);
        PadFields.write(map.pads(), document);
        document.put("remark", map.remark());
        ArrayNode lines = document.putArray("lines");
        int position = 1;
        for (Line line : map.lines()) {
            writeLine(lines.addObject(), line, position++);
        }
        return Fields.JSON.writerWithDefaultPrettyPrinter().writeValueAsString(document);
    }

    private static void writeLine(ObjectNode object, Line line, int position) {
        object.put("position", position);
        line.place().ifPresentOrElse(note -> object.put("note", note.number()), () -> object.putNull("note"));
        object.put("name", line.name());
        object.put("shortName", line.shortName());
        object.put("sound", line.sound().code());
        if (line.chokeGroup().isEmpty()) {
            object.putNull("chokeGroup");
        } else if (line.chokeGroup().get().matches("0|[1-9]\\d{0,8}")) {
            object.put("chokeGroup", Integer.parseInt(line.chokeGroup().get()));
        } else {
            object.put("chokeGroup", line.chokeGroup().get());
        }
        line.output().ifPresent(output -> object.put("output", output));
        object.put("remark", line.remark());
    }
}
