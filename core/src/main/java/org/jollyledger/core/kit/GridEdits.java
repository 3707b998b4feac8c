package org.jollyledger.core.kit;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.PadGrid;
import org.jollyledger.core.notemap.PadKind;
import org.jollyledger.core.notemap.PadPlan;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.Zone;
import org.jollyledger.core.notemap.ZoneKind;
import org.jollyledger.core.pitch.Note;

/**
 * What can be done with pads on a grid. Every edit gives a new map; pads and banks are counted from 0. What a pad sends moves,
 * with how hard it is felt; its place and name stay.
 */
public final class GridEdits {
    /** How far apart rows are on a drawing of the bench, where there is room. */
    private static final int ROW = 84;

    private static final int TOP = 60;
    /** The drawing is no deeper than this. */
    private static final int DEEPEST = Pad.DEEPEST - TOP;

    private static final double FILLED = 0.82;

    private GridEdits() {}

    /**
     * Puts the pads of a map on a grid. A map that had a grid keeps what its pads send, in their order; otherwise a pad is made
     * for each note that the map lists, rising.
     */
    public static NoteMap lay(NoteMap map, PadGrid grid) {
        List<Sends> sends = map.pads().grid().isPresent()
                ? sends(map)
                : map.firstLines().stream()
                        .map(Line::note)
                        .sorted(Comparator.comparingInt(Note::number))
                        .map(note -> new Sends(List.of(note), VelocityCurve.STRAIGHT))
                        .toList();
        return laid(map, grid, sends);
    }

    /** What a pad sends, and how hard it is felt. */
    private record Sends(List<Note> notes, VelocityCurve curve) {
        private static final Sends NOTHING = new Sends(List.of(), VelocityCurve.STRAIGHT);
    }

    private static List<Sends> sends(NoteMap map) {
        return map.pads().pads().stream()
                .map(pad -> pad.zones().stream()
                        .findFirst()
                        .map(zone -> new Sends(zone.notes(), zone.curve()))
                        .orElse(Sends.NOTHING))
                .toList();
    }

    private static NoteMap laid(NoteMap map, PadGrid grid, List<Sends> sends) {
        int banks = grid.banks(sends.size());
        int count = banks * grid.perBank();
        if (count > PadPlan.MOST_PADS) {
            throw new IllegalArgumentException("That makes " + count + " pads; a map may have " + PadPlan.MOST_PADS
                    + " at most. Choose a smaller grid, or delete lines that no pad needs.");
        }
        int row = Math.min(ROW, DEEPEST / (banks * grid.rows()));
        int width = Pad.WIDTH / grid.columns();
        List<Pad> pads = IntStream.range(0, count)
                .mapToObj(at -> {
                    Sends sent = at < sends.size() ? sends.get(at) : Sends.NOTHING;
                    return new Pad(
                            grid.name(at),
                            PadKind.PAD,
                            width / 2 + grid.column(at) * width,
                            TOP + (grid.bank(at) * grid.rows() + grid.row(at)) * row,
                            (int) (Math.min(width, 2 * ROW) * FILLED),
                            List.of(new Zone(ZoneKind.HEAD, sent.notes, sent.curve)));
                })
                .toList();
        return map.withPads(map.pads().withPads(pads).withGrid(Optional.of(grid)));
    }

    /** {@return the grid of a map} */
    private static PadGrid grid(NoteMap map) {
        return map.pads()
                .grid()
                .orElseThrow(() -> new IllegalArgumentException(
                        "“" + map.name() + "” has no grid of pads yet; choose its shape first."));
    }

    /**
     * Swaps what two pads send.
     *
     * @throws IllegalArgumentException when there is no such pad, or no grid
     */
    public static NoteMap swap(NoteMap map, int one, int other) {
        PadGrid grid = grid(map);
        List<Sends> sends = new ArrayList<>(sends(map));
        require(one, sends.size());
        require(other, sends.size());
        Collections.swap(sends, one, other);
        return laid(map, grid, sends);
    }

    private static void require(int at, int count) {
        if (at < 0 || at >= count) {
            throw new IllegalArgumentException("That pad is gone; reload the page.");
        }
    }

    /**
     * Moves a bank to another place among the banks; those between move up.
     *
     * @throws IllegalArgumentException when there is no such bank, or no grid
     */
    public static NoteMap moveBank(NoteMap map, int bank, int to) {
        PadGrid grid = grid(map);
        List<List<Sends>> banks = banks(map, grid);
        if (bank < 0 || bank >= banks.size() || to < 0 || to >= banks.size()) {
            throw new IllegalArgumentException("There is no bank to move there; reload the page.");
        }
        banks.add(to, banks.remove(bank));
        return laid(map, grid, joined(banks));
    }

    /**
     * Adds a bank of pads that send nothing yet.
     *
     * @throws IllegalArgumentException when the map has as many pads as it may have, or no grid
     */
    public static NoteMap addBank(NoteMap map) {
        PadGrid grid = grid(map);
        List<List<Sends>> banks = banks(map, grid);
        banks.add(Collections.nCopies(grid.perBank(), Sends.NOTHING));
        return laid(map, grid, joined(banks));
    }

    /**
     * Takes a bank away. The lines of the map stay.
     *
     * @throws IllegalArgumentException when there is no such bank, no other one, or no grid
     */
    public static NoteMap removeBank(NoteMap map, int bank) {
        PadGrid grid = grid(map);
        List<List<Sends>> banks = banks(map, grid);
        if (bank < 0 || bank >= banks.size() || banks.size() == 1) {
            throw new IllegalArgumentException("The only bank of a grid cannot be deleted.");
        }
        banks.remove(bank);
        return laid(map, grid, joined(banks));
    }

    private static List<List<Sends>> banks(NoteMap map, PadGrid grid) {
        List<Sends> sends = sends(map);
        List<List<Sends>> banks = new ArrayList<>();
        for (int bank = 0; bank < grid.banks(sends.size()); bank++) {
            int from = bank * grid.perBank();
            List<Sends> there = new ArrayList<>(
                    sends.subList(Math.min(from, sends.size()), Math.min(sends.size(), from + grid.perBank())));
            there.addAll(Collections.nCopies(grid.perBank() - there.size(), Sends.NOTHING));
            banks.add(there);
        }
        return banks;
    }

    private static List<Sends> joined(List<List<Sends>> banks) {
        return banks.stream().flatMap(List::stream).toList();
    }

    /**
     * Lets pads send notes, one each, from the first pad on; pads that are left over send nothing, and banks are added where
     * there are more notes than pads.
     *
     * @throws IllegalArgumentException when there are more notes than a map may have pads, or no grid
     */
    public static NoteMap spread(NoteMap map, List<Note> notes) {
        PadGrid grid = grid(map);
        Stream<Sends> sending = notes.stream().map(note -> new Sends(List.of(note), VelocityCurve.STRAIGHT));
        int left = Math.max(0, sends(map).size() - notes.size());
        return laid(
                map,
                grid,
                Stream.concat(sending, Collections.nCopies(left, Sends.NOTHING).stream())
                        .toList());
    }
}
