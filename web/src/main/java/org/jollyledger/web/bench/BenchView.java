package org.jollyledger.web.bench;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jollyledger.core.kit.StagePlan;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.PadKind;
import org.jollyledger.core.notemap.PadPlan;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.Zone;
import org.jollyledger.core.notemap.ZoneKind;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Family;
import org.jollyledger.web.ledger.MapView.FamilyMark;
import org.jollyledger.web.ledger.StoredMap;

/**
 * The bench as its page shows it.
 *
 * @param kit the address of the map whose kit is hit
 * @param mayBeSet whether the kit is not built in
 * @param lines the lines of its map
 * @param target the address of the map that sounds
 * @param height of the drawing, which is 1000 wide
 * @param pads its pads
 * @param zones all zones, with what they send
 * @param plan what else is set for this very kit
 */
public record BenchView(
        String kit,
        String kitName,
        boolean mayBeSet,
        List<LineChoice> lines,
        String target,
        String targetName,
        int height,
        List<PadView> pads,
        List<ZoneRow> zones,
        PadPlan plan) {
    private static final int MARGIN = 12;
    private static final int NAME_UP = 3;
    private static final int KEYS_DOWN = 19;

    private static final double FULL = 1;
    /** How far out each zone goes, as a share of its pad, where a zone lies outside of it. */
    private static final Map<ZoneKind, Double> REACH =
            Map.of(ZoneKind.HEAD, 0.8, ZoneKind.BELL, 0.3, ZoneKind.BOW, 0.76, ZoneKind.RIM, FULL, ZoneKind.EDGE, FULL);

    /** The keys for zones that every kit has, in the order in which they are given away. */
    private static final Map<Family, String> FAMILY_KEYS = Map.of(
            Family.KICK, "b",
            Family.SNARE, "fd",
            Family.HIHAT, "as",
            Family.TOM, "ghjk",
            Family.CYMBAL, "ruoptyie");

    private static final String OTHER_KEYS = "qwzxcvnm1234567890lertyuiopkjhgsadf";

    /**
     * A pad of the drawing.
     *
     * @param zones from the outermost inwards
     * @param keys the keys of its zones, from the middle outwards
     * @param nameAt how far below its middle its name stands
     * @param keysAt and its keys
     */
    public record PadView(
            int index,
            String name,
            String kind,
            boolean round,
            int x,
            int y,
            int radius,
            FamilyMark family,
            boolean silent,
            List<ZoneView> zones,
            String keys,
            int nameAt,
            int keysAt) {}

    /** A zone of the drawing: its number among the zones of its pad, how far it goes out, and its key. */
    public record ZoneView(int index, String kind, int radius, String key, String title) {}

    /** A zone as a row of what is played on it. */
    public record ZoneRow(int pad, int zone, String name, String note, List<Integer> sends, int bend) {
        /** The first note that it sends; -1 for none. */
        public int first() {
            return sends.isEmpty() ? -1 : sends.get(0);
        }
    }

    /** A line of the kit's map, by its note. */
    public record LineChoice(int note, String words) {}

    static BenchView of(StoredMap kit, boolean mayBeSet, StoredMap target) {
        NoteMap map = kit.map();
        List<Pad> pads = StagePlan.of(map).pads();
        Map<String, String> keys = keys(pads, map);
        List<PadView> drawn = new ArrayList<>();
        List<ZoneRow> rows = new ArrayList<>();
        for (int i = 0; i < pads.size(); i++) {
            drawn.add(pad(i, pads.get(i), map, keys));
            for (int zone = 0; zone < pads.get(i).zones().size(); zone++) {
                Zone of = pads.get(i).zones().get(zone);
                rows.add(new ZoneRow(
                        i,
                        zone,
                        zoneName(pads.get(i), of),
                        notes(of, map),
                        of.notes().stream().map(note -> note.number()).toList(),
                        of.curve() instanceof VelocityCurve.Shape shape ? shape.bend() : 0));
            }
        }
        return new BenchView(
                kit.slug(),
                map.name(),
                mayBeSet,
                map.firstLines().stream()
                        .map(line -> new LineChoice(
                                line.note().number(), line.note().label(map.middleC()) + " " + line.name()))
                        .toList(),
                target.slug(),
                target.map().name(),
                height(pads),
                drawn,
                rows,
                map.pads());
    }

    private static int height(List<Pad> pads) {
        return pads.stream().mapToInt(pad -> pad.y() + pad.size() / 2).max().orElse(0) + MARGIN;
    }

    private static PadView pad(int index, Pad pad, NoteMap map, Map<String, String> keys) {
        int radius = pad.size() / 2;
        List<ZoneView> zones = new ArrayList<>();
        for (int zone = pad.zones().size() - 1; zone >= 0; zone--) {
            Zone of = pad.zones().get(zone);
            boolean outermost = zone == pad.zones().size() - 1;
            double reach = outermost ? FULL : REACH.getOrDefault(of.kind(), FULL);
            String key = keys.getOrDefault(index + "/" + zone, "");
            zones.add(new ZoneView(
                    zone,
                    of.kind().code(),
                    (int) Math.round(radius * reach),
                    key,
                    zoneName(pad, of) + ", " + notes(of, map)));
        }
        int bell = zones.stream()
                .filter(zone -> zone.kind().equals(ZoneKind.BELL.code()) && zones.size() > 1)
                .mapToInt(ZoneView::radius)
                .findFirst()
                .orElse(0);
        boolean round = pad.kind() != PadKind.PAD && pad.kind() != PadKind.TRIGGER;
        return new PadView(
                index,
                pad.name(),
                pad.kind().code(),
                round,
                pad.x(),
                pad.y(),
                radius,
                FamilyMark.of(family(pad, map)),
                pad.zones().stream().allMatch(zone -> zone.notes().isEmpty()),
                zones,
                inwardsOut(zones),
                bell == 0 ? -NAME_UP : -bell - NAME_UP,
                bell == 0 ? KEYS_DOWN : bell + KEYS_DOWN);
    }

    private static String inwardsOut(List<ZoneView> zones) {
        return IntStream.rangeClosed(1, zones.size())
                .mapToObj(back -> zones.get(zones.size() - back).key())
                .filter(key -> !key.isEmpty())
                .collect(Collectors.joining(" "));
    }

    private static Family family(Pad pad, NoteMap map) {
        return pad.zones().stream()
                .flatMap(zone -> zone.notes().stream())
                .map(map::lineAt)
                .flatMap(Optional::stream)
                .map(line -> line.sound().family())
                .findFirst()
                .orElse(Family.CONTROL);
    }

    static String zoneName(Pad pad, Zone zone) {
        return pad.zones().size() == 1
                ? pad.name()
                : pad.name() + ", " + zone.kind().code();
    }

    private static String notes(Zone zone, NoteMap map) {
        return notes(zone.notes().stream().map(Note::number).toList(), map);
    }

    /** What notes play on a map, in words. */
    static String notes(List<Integer> numbers, NoteMap map) {
        return numbers.isEmpty()
                ? "not set"
                : String.join(
                        " and ",
                        numbers.stream()
                                .map(Note::of)
                                .map(note -> note.label(map.middleC())
                                        + map.lineAt(note)
                                                .map(Line::name)
                                                .map(name -> " " + name)
                                                .orElse(""))
                                .toList());
    }

    /** A key for each zone, the usual ones first; by pad and zone. */
    private static Map<String, String> keys(List<Pad> pads, NoteMap map) {
        Map<String, String> keys = new java.util.HashMap<>();
        Set<Character> taken = new HashSet<>();
        for (boolean usual : new boolean[] {true, false}) {
            for (int i = 0; i < pads.size(); i++) {
                Pad pad = pads.get(i);
                String wanted = usual ? FAMILY_KEYS.getOrDefault(family(pad, map), "") : OTHER_KEYS;
                for (int zone = 0; zone < pad.zones().size(); zone++) {
                    String at = i + "/" + zone;
                    if (keys.containsKey(at) || usual && pad.kind() == PadKind.PAD) {
                        continue;
                    }
                    wanted.chars()
                            .mapToObj(letter -> (char) letter)
                            .filter(letter -> !taken.contains(letter))
                            .findFirst()
                            .ifPresent(letter -> {
                                taken.add(letter);
                                keys.put(at, String.valueOf(letter));
                            });
                }
            }
        }
        return keys;
    }
}
