package org.jollyledger.core.kit;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.PadKind;
import org.jollyledger.core.notemap.PadPlan;
import org.jollyledger.core.notemap.Zone;
import org.jollyledger.core.notemap.ZoneKind;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;

/**
 * The pads of a map that nobody has set: a drum or cymbal for each of its kit pieces, where a right-handed drummer has it
 * (common practice), and a small pad on a shelf in front for every line that is left.
 */
public final class StagePlan {
    private static final int SHELF_SIZE = 92;
    private static final int SHELF_STEP = 96;
    private static final int SHELF_LEFT = 68;
    private static final int SHELF_TOP = 735;
    private static final int SHELF_ROW = 70;
    private static final int IN_ROW = 10;

    /** Where a piece stands: its place, and how wide it is. */
    private record Spot(int x, int y, int size) {}

    private static final Map<KitPiece, List<Spot>> SPOTS = Map.of(
            KitPiece.KICK, List.of(new Spot(505, 515, 190), new Spot(365, 600, 120)),
            KitPiece.SNARE, List.of(new Spot(325, 450, 165), new Spot(205, 590, 120)),
            KitPiece.HIHAT, List.of(new Spot(150, 390, 165), new Spot(75, 540, 110)),
            KitPiece.RIDE, List.of(new Spot(885, 300, 200), new Spot(915, 485, 140)),
            KitPiece.CRASH,
                    List.of(
                            new Spot(235, 185, 185),
                            new Spot(705, 110, 185),
                            new Spot(470, 95, 160),
                            new Spot(75, 245, 110)),
            KitPiece.SPLASH, List.of(new Spot(385, 245, 105), new Spot(590, 200, 85)),
            KitPiece.CHINA, List.of(new Spot(915, 105, 150), new Spot(340, 60, 90)),
            KitPiece.STACK, List.of(new Spot(75, 95, 110)),
            KitPiece.GONG, List.of(new Spot(905, 625, 120)));

    /** Toms by how many there are, from high to low. */
    private static final List<List<Spot>> TOMS = List.of(
            List.of(),
            List.of(new Spot(700, 520, 175)),
            List.of(new Spot(520, 335, 135), new Spot(710, 520, 175)),
            List.of(new Spot(455, 345, 130), new Spot(595, 335, 138), new Spot(715, 525, 175)),
            List.of(new Spot(450, 350, 122), new Spot(575, 315, 128), new Spot(705, 355, 136), new Spot(735, 545, 170)),
            List.of(
                    new Spot(440, 355, 112),
                    new Spot(553, 315, 118),
                    new Spot(673, 330, 124),
                    new Spot(750, 450, 136),
                    new Spot(690, 585, 158)),
            List.of(
                    new Spot(435, 355, 104),
                    new Spot(538, 315, 110),
                    new Spot(645, 310, 116),
                    new Spot(735, 390, 124),
                    new Spot(760, 515, 140),
                    new Spot(655, 610, 150)));

    /** Which strokes make up a zone, the first that a piece has. */
    private static final Map<ZoneKind, List<Articulation>> STROKES = Map.of(
            ZoneKind.HEAD,
                    List.of(
                            Articulation.CENTRE,
                            Articulation.HIT,
                            Articulation.HEAD,
                            Articulation.BRUSH_TAP,
                            Articulation.OPEN,
                            Articulation.OFF_CENTRE,
                            Articulation.MUTED),
            ZoneKind.RIM,
                    List.of(
                            Articulation.RIM_SHOT,
                            Articulation.RIM,
                            Articulation.SIDE_STICK,
                            Articulation.RIM_CLICK,
                            Articulation.EDGE),
            ZoneKind.BOW, List.of(Articulation.BOW, Articulation.TIP, Articulation.HIT, Articulation.BRUSH_TAP),
            ZoneKind.EDGE, List.of(Articulation.EDGE),
            ZoneKind.BELL, List.of(Articulation.BELL));

    private static final Set<Articulation> NOT_STRUCK =
            Set.of(Articulation.CHOKE, Articulation.STRUCK_CHOKE, Articulation.PEDAL_CLOSE, Articulation.PEDAL_SPLASH);

    private final List<Line> lines;
    private final List<Pad> pads = new ArrayList<>();
    private final Set<Line> placed = new HashSet<>();

    private StagePlan(NoteMap map) {
        lines = map.firstLines().stream()
                .filter(line -> line.sound().isDrum())
                .filter(line -> !NOT_STRUCK.contains(line.sound().articulation()))
                .toList();
    }

    /** {@return the pads of a map: its own, or where it has none those that its lines ask for} */
    public static PadPlan of(NoteMap map) {
        return map.pads().pads().isEmpty() ? map.pads().withPads(new StagePlan(map).place()) : map.pads();
    }

    private List<Pad> place() {
        Map<Sound.Instrument, List<Line>> pieces = new LinkedHashMap<>();
        lines.forEach(line -> pieces.computeIfAbsent(line.sound().instrument(), any -> new ArrayList<>())
                .add(line));
        List<Sound.Instrument> toms = pieces.keySet().stream()
                .filter(piece -> piece.piece() == KitPiece.TOM)
                .sorted(Comparator.comparingInt(Sound.Instrument::number))
                .toList();
        Map<KitPiece, Integer> count = new LinkedHashMap<>();
        pieces.forEach((piece, struck) -> {
            List<Spot> spots = piece.piece() == KitPiece.TOM
                    ? TOMS.get(Math.min(toms.size(), TOMS.size() - 1))
                    : SPOTS.getOrDefault(piece.piece(), List.of());
            int at = piece.piece() == KitPiece.TOM
                    ? toms.indexOf(piece)
                    : count.merge(piece.piece(), 1, Integer::sum) - 1;
            if (at < spots.size()) {
                stand(piece, struck, spots.get(at));
            }
        });
        shelve();
        return pads;
    }

    private void stand(Sound.Instrument piece, List<Line> struck, Spot spot) {
        PadKind kind = kind(piece.piece());
        List<Zone> zones = new ArrayList<>();
        for (ZoneKind zone : kind.zones()) {
            zone(zone, struck).ifPresent(line -> zones.add(Zone.of(zone, line.note())));
        }
        if (zones.isEmpty()) {
            return;
        }
        boolean cymbal = kind == PadKind.CYMBAL || kind == PadKind.HAT;
        if (cymbal && zones.stream().noneMatch(zone -> zone.kind() == ZoneKind.EDGE)) {
            // One sample for all of it is common; its edge is there to be grabbed.
            zones.add(new Zone(
                    ZoneKind.EDGE,
                    zones.get(zones.size() - 1).notes(),
                    zones.get(0).curve()));
        } else if (cymbal && zones.stream().noneMatch(zone -> zone.kind() == ZoneKind.BOW)) {
            zones.add(
                    zones.size() - 1,
                    new Zone(
                            ZoneKind.BOW,
                            zones.get(zones.size() - 1).notes(),
                            zones.get(0).curve()));
        }
        pads.add(new Pad(name(struck.get(0).sound()), kind, spot.x, spot.y, spot.size, zones));
        // A hi-hat's zone plays all its openings.
        Set<Articulation> reached = new HashSet<>();
        zones.forEach(zone -> struck.stream()
                .filter(line -> zone.notes().contains(line.note()))
                .forEach(line -> reached.add(line.sound().articulation())));
        struck.stream()
                .filter(line -> kind == PadKind.HAT
                        ? reached.contains(line.sound().articulation())
                        : zones.stream().anyMatch(zone -> zone.notes().contains(line.note())))
                .forEach(placed::add);
    }

    private static PadKind kind(KitPiece piece) {
        return switch (piece.family()) {
            case CYMBAL -> PadKind.CYMBAL;
            case HIHAT -> PadKind.HAT;
            default -> PadKind.HEAD;
        };
    }

    private static Optional<Line> zone(ZoneKind zone, List<Line> struck) {
        for (Articulation stroke : STROKES.get(zone)) {
            Optional<Line> line = struck.stream()
                    .filter(one -> one.sound().articulation() == stroke)
                    .min(Comparator.comparingDouble(one -> closed(one.sound())));
            if (line.isPresent()) {
                return line;
            }
        }
        return Optional.empty();
    }

    /** Of a hi-hat's openings the one that only its pedal tells, or else the closed one. */
    private static double closed(Sound sound) {
        return sound.openness()
                .map(openness -> openness == Openness.PEDAL ? -1 : Math.abs(openness.position()))
                .orElse(0.0);
    }

    private static String name(Sound sound) {
        String words = sound.pieceWords();
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }

    private void shelve() {
        List<Line> left = lines.stream().filter(line -> !placed.contains(line)).toList();
        for (int i = 0; i < left.size(); i++) {
            Line line = left.get(i);
            int row = i / IN_ROW;
            pads.add(new Pad(
                    line.shortName().isBlank() ? line.name() : line.shortName(),
                    PadKind.PAD,
                    SHELF_LEFT + i % IN_ROW * SHELF_STEP,
                    Math.min(Pad.DEEPEST, SHELF_TOP + row * SHELF_ROW),
                    SHELF_SIZE,
                    List.of(Zone.of(ZoneKind.HEAD, line.note()))));
        }
    }
}
