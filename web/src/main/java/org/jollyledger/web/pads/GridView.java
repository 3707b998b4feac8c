package org.jollyledger.web.pads;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jollyledger.core.crosswalk.PadReach;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.PadGrid;
import org.jollyledger.core.notemap.PadPlan;
import org.jollyledger.web.ledger.MapView.FamilyMark;
import org.jspecify.annotations.Nullable;

/**
 * Pads on a grid as their page shows them.
 *
 * @param slug the address of the pads' map
 * @param base at which revision it is
 * @param mayBeSet whether the map is not built in
 * @param to the address of the map that sounds
 * @param straight whether the pads are plugged straight into the instrument of their map
 * @param grid its shape; null while it has none
 * @param sounds the lines of the instrument
 * @param idle the pads that sound nothing, in words
 */
public record GridView(
        String slug,
        String name,
        int base,
        boolean mayBeSet,
        String to,
        String toName,
        boolean straight,
        @Nullable PadGrid grid,
        List<BankView> banks,
        List<SoundView> sounds,
        List<String> idle) {
    /** A bank, its rows as one sees them from the far side. */
    public record BankView(int index, String name, boolean first, boolean last, List<List<CellView>> rows) {}

    /**
     * A pad.
     *
     * @param note the first note that it sends; -1 for none
     * @param sends what it sends, in words
     * @param heard what that sounds, in words
     * @param shared the other pads that send the same note
     */
    public record CellView(
            int index,
            String name,
            int note,
            String sends,
            String heard,
            boolean silent,
            @Nullable FamilyMark family,
            String shared) {}

    /**
     * A line of the instrument.
     *
     * @param sends the note that a pad would send for it
     * @param fresh whether the pads' map gets a line for that
     * @param pads the pads that sound it
     */
    public record SoundView(
            int note, String label, String name, FamilyMark family, String sends, boolean fresh, String pads) {}

    static GridView of(OpenGrid open, boolean mayBeSet) {
        NoteMap map = open.pads().map();
        Optional<PadGrid> grid = map.pads().grid();
        NoteMap instrument = open.instrument().map();
        return new GridView(
                open.pads().slug(),
                map.name(),
                open.pads().revision(),
                mayBeSet,
                open.instrument().slug(),
                instrument.name(),
                open.straight(),
                grid.orElse(null),
                grid.map(shape -> banks(shape, map, open.reach())).orElse(List.of()),
                grid.isPresent() ? sounds(map, instrument, open.reach()) : List.of(),
                grid.map(shape -> idle(shape, map, open.reach().idle())).orElse(List.of()));
    }

    /** The pads that sound nothing; a bank of which none does is named as a whole. */
    private static List<String> idle(PadGrid grid, NoteMap map, List<Integer> pads) {
        Map<Integer, List<Integer>> byBank = pads.stream().collect(Collectors.groupingBy(grid::bank));
        return byBank.entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .flatMap(bank -> bank.getValue().size() == grid.perBank()
                        ? Stream.of("all of bank " + PadGrid.bankName(bank.getKey()))
                        : bank.getValue().stream()
                                .map(at -> map.pads().pads().get(at).name()))
                .toList();
    }

    /** The sounds of the instrument that no pad reaches. */
    public List<String> unreached() {
        return sounds.stream()
                .filter(sound -> sound.pads.isEmpty())
                .map(SoundView::name)
                .toList();
    }

    /** Whether there can be one bank more. */
    public boolean mayGrow() {
        return grid != null && (banks.size() + 1) * grid.perBank() <= PadPlan.MOST_PADS;
    }

    private static List<BankView> banks(PadGrid grid, NoteMap map, PadReach reach) {
        List<Pad> pads = map.pads().pads();
        Map<Integer, List<String>> sending = new HashMap<>();
        for (Pad pad : pads) {
            if (note(pad) >= 0) {
                sending.computeIfAbsent(note(pad), note -> new ArrayList<>()).add(pad.name());
            }
        }
        List<CellView> cells = new ArrayList<>();
        for (int at = 0; at < pads.size(); at++) {
            cells.add(cell(at, pads.get(at), map, reach, sending));
        }
        Map<Integer, Map<Integer, List<CellView>>> rows = cells.stream()
                .collect(Collectors.groupingBy(
                        cell -> grid.bank(cell.index), Collectors.groupingBy(cell -> grid.row(cell.index))));
        int count = grid.banks(pads.size());
        return rows.entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .map(bank -> new BankView(
                        bank.getKey(),
                        PadGrid.bankName(bank.getKey()),
                        bank.getKey() == 0,
                        bank.getKey() == count - 1,
                        bank.getValue().entrySet().stream()
                                .sorted(Map.Entry.comparingByKey())
                                .map(Map.Entry::getValue)
                                .toList()))
                .toList();
    }

    private static int note(Pad pad) {
        return pad.zones().stream()
                .flatMap(zone -> zone.notes().stream())
                .findFirst()
                .map(note -> note.number())
                .orElse(-1);
    }

    private static CellView cell(int at, Pad pad, NoteMap map, PadReach reach, Map<Integer, List<String>> sending) {
        List<Line> heard = reach.heard(pad);
        int note = note(pad);
        return new CellView(
                at,
                pad.name(),
                note,
                OpenGrid.words(pad, map),
                heard.stream().map(Line::name).collect(Collectors.joining(", ")),
                heard.isEmpty(),
                heard.stream()
                        .findFirst()
                        .map(line -> FamilyMark.of(line.sound().family()))
                        .orElse(null),
                sending.getOrDefault(note, List.of()).stream()
                        .filter(name -> !name.equals(pad.name()))
                        .collect(Collectors.joining(", ")));
    }

    private static List<SoundView> sounds(NoteMap map, NoteMap instrument, PadReach reach) {
        Map<Line, List<String>> pads = new HashMap<>();
        for (Pad pad : map.pads().pads()) {
            reach.heard(pad)
                    .forEach(line ->
                            pads.computeIfAbsent(line, any -> new ArrayList<>()).add(pad.name()));
        }
        return instrument.firstLines().stream()
                .sorted(Comparator.comparing(pads::containsKey))
                .map(line -> new SoundView(
                        line.note().number(),
                        line.note().label(instrument.middleC()),
                        line.name(),
                        FamilyMark.of(line.sound().family()),
                        reach.wouldSend(line)
                                .map(note -> note.label(map.middleC()))
                                .orElse(""),
                        reach.noteFor(line).isEmpty(),
                        String.join(", ", pads.getOrDefault(line, List.of()))))
                .toList();
    }
}
