package org.jollyledger.web.pads;

import java.util.List;
import java.util.function.Function;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.crosswalk.PadReach.Sent;
import org.jollyledger.core.kit.GridEdits;
import org.jollyledger.core.kit.PadEdits;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.PadGrid;

/** What can be done to what pads send, by the name it has in requests. A refusal is an IllegalArgumentException with a sentence. */
enum GridOperation implements Coded {
    LAY((grid, wanted) -> new Change(
            GridEdits.lay(grid.pads().map(), wanted.shape()),
            "Pads on a grid of " + wanted.columns() + " × " + wanted.rows())),
    SEND((grid, wanted) -> {
        Line line = grid.line(wanted.line());
        Sent sent = grid.reach().send(wanted.pad(), line);
        return new Change(
                sent,
                name(sent.map(), wanted.pad()) + " sends " + sends(sent.map(), wanted.pad()) + " for “" + line.name()
                        + "”");
    }),
    CLEAR((grid, wanted) -> {
        NoteMap map = grid.pads().map();
        return new Change(
                PadEdits.setNotes(map, wanted.pad(), 0, List.of()), name(map, wanted.pad()) + " sends nothing");
    }),
    SWAP((grid, wanted) -> {
        NoteMap map = GridEdits.swap(grid.pads().map(), wanted.pad(), wanted.other());
        return new Change(map, "Swapped " + name(map, wanted.pad()) + " and " + name(map, wanted.other()));
    }),
    EARLIER((grid, wanted) -> moved(grid, wanted.bank(), wanted.bank() - 1)),
    LATER((grid, wanted) -> moved(grid, wanted.bank(), wanted.bank() + 1)),
    ADD((grid, wanted) -> new Change(GridEdits.addBank(grid.pads().map()), "Added a bank")),
    DELETE((grid, wanted) -> new Change(
            GridEdits.removeBank(grid.pads().map(), wanted.bank()), "Deleted bank " + PadGrid.bankName(wanted.bank()))),
    SPREAD((grid, wanted) -> new Change(
            grid.reach().spread(grid.played()),
            "Spread the sounds of " + grid.instrument().map().name()));

    /**
     * What is asked for.
     *
     * @param pad the index of a pad
     * @param other that of the pad it is swapped with
     * @param line the note of a line of the instrument
     */
    record Wanted(int pad, int other, int line, int bank, int columns, int rows, boolean fromBottom) {
        PadGrid shape() {
            return new PadGrid(columns, rows, fromBottom);
        }
    }

    /** What a change makes of the pads' map, in words. */
    record Change(Sent sent, String words) {
        Change(NoteMap map, String words) {
            this(new Sent(map, List.of()), words);
        }
    }

    private interface Maker {
        Change make(OpenGrid grid, Wanted wanted);
    }

    private final Maker maker;

    GridOperation(Maker maker) {
        this.maker = maker;
    }

    static GridOperation parse(String code) {
        return Codes.parse(GridOperation.class, "change of pads", code);
    }

    Function<OpenGrid, Change> with(Wanted wanted) {
        return grid -> maker.make(grid, wanted);
    }

    private static Change moved(OpenGrid grid, int bank, int to) {
        return new Change(
                GridEdits.moveBank(grid.pads().map(), bank, to),
                "Moved bank " + PadGrid.bankName(bank) + " to " + PadGrid.bankName(to));
    }

    static String name(NoteMap map, int pad) {
        return pad(map, pad).name();
    }

    private static String sends(NoteMap map, int pad) {
        return OpenGrid.words(pad(map, pad), map);
    }

    /** A pad of a map by its index. */
    static Pad pad(NoteMap map, int at) {
        List<Pad> pads = map.pads().pads();
        if (at < 0 || at >= pads.size()) {
            throw new IllegalArgumentException("Choose a pad first.");
        }
        return pads.get(at);
    }
}
