package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** What is in a parcel, as the JSON document {@value #NAME} in it; docs/formats/README.md describes it. */
public record ParcelIndex(
        List<MapEntry> maps, List<CrosswalkEntry> crosswalks, List<PartEntry> parts, List<RigEntry> rigs) {
    /** The name of the document. */
    public static final String NAME = "parcel.json";

    private static final int VERSION = 1;
    private static final int MOST = 5_000;

    /** A map: the key by which others speak of it, its file, and its name. */
    public record MapEntry(String key, String file, String name) {}

    /** A crosswalk: its file, the keys of its maps, and whether it is their default. */
    public record CrosswalkEntry(String file, String from, String to, boolean usual) {}

    /** A part: its file, its name, the key of the map it was written for, and its labels. */
    public record PartEntry(String file, String title, Optional<String> writtenFor, List<String> labels) {}

    /** A rig: its name, and the keys of its maps. */
    public record RigEntry(String name, List<String> maps) {}

    public ParcelIndex {
        maps = List.copyOf(maps);
        crosswalks = List.copyOf(crosswalks);
        parts = List.copyOf(parts);
        rigs = List.copyOf(rigs);
    }

    /**
     * Reads an index.
     *
     * @throws DocumentException with everything that is wrong with it
     */
    public static ParcelIndex read(String json) throws DocumentException {
        Fields fields = Fields.parse(json);
        fields.allowOnly(Set.of("parcel", "maps", "crosswalks", "parts", "rigs"));
        if (fields.number("parcel") > VERSION) {
            fields.problem("parcel", "This parcel was packed by a later version; open it there.");
        }
        List<MapEntry> maps = new ArrayList<>();
        for (Fields map : fields.lines("maps", MOST)) {
            maps.add(new MapEntry(map.text("key"), map.text("file"), map.text("name")));
        }
        List<CrosswalkEntry> crosswalks = new ArrayList<>();
        for (Fields crosswalk : fields.lines("crosswalks", MOST)) {
            crosswalks.add(new CrosswalkEntry(
                    crosswalk.text("file"),
                    crosswalk.text("from"),
                    crosswalk.text("to"),
                    crosswalk.optionalFlag("usual")));
        }
        List<PartEntry> parts = new ArrayList<>();
        for (Fields part : fields.lines("parts", MOST)) {
            parts.add(new PartEntry(
                    part.text("file"),
                    part.text("title"),
                    part.optionalText("writtenFor"),
                    part.optionalTexts("labels")));
        }
        List<RigEntry> rigs = new ArrayList<>();
        for (Fields rig : fields.lines("rigs", MOST)) {
            rigs.add(new RigEntry(rig.text("name"), rig.optionalTexts("maps")));
        }
        fields.throwProblems();
        return new ParcelIndex(maps, crosswalks, parts, rigs);
    }

    /** {@return the document} */
    public String write() {
        ObjectNode document = Fields.JSON.createObjectNode().put("parcel", VERSION);
        ArrayNode mapArray = document.putArray("maps");
        maps.forEach(map -> mapArray.addObject()
                .put("key", map.key())
                .put("file", map.file())
                .put("name", map.name()));
        ArrayNode crosswalkArray = document.putArray("crosswalks");
        crosswalks.forEach(crosswalk -> crosswalkArray
                .addObject()
                .put("file", crosswalk.file())
                .put("from", crosswalk.from())
                .put("to", crosswalk.to())
                .put("usual", crosswalk.usual()));
        ArrayNode partArray = document.putArray("parts");
        for (PartEntry part : parts) {
            ObjectNode object = partArray.addObject().put("file", part.file()).put("title", part.title());
            part.writtenFor().ifPresent(key -> object.put("writtenFor", key));
            texts(object.putArray("labels"), part.labels());
        }
        ArrayNode rigArray = document.putArray("rigs");
        rigs.forEach(rig -> texts(rigArray.addObject().put("name", rig.name()).putArray("maps"), rig.maps()));
        return Fields.JSON.writerWithDefaultPrettyPrinter().writeValueAsString(document);
    }

    private static void texts(ArrayNode array, List<String> texts) {
        texts.forEach(array::add);
    }
}
