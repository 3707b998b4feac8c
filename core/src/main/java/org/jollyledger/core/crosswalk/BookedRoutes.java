package org.jollyledger.core.crosswalk;

import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import org.jollyledger.core.crosswalk.Statement.Entry;
import org.jollyledger.core.crosswalk.TranslationTable.Cell;
import org.jollyledger.core.crosswalk.TranslationTable.Row;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.notemap.ChokeExpression.Form;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.FootClose;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.sound.SoundDistance;

/**
 * A translation table with what is booked along each of its rows, as plain arrays for a quick walk through many hits.
 * They are addressed by {@link TranslationTable#key}.
 */
final class BookedRoutes {
    /** In place of a target where a hit does not go to just one. */
    static final int SEVERAL_OR_NONE = -1;

    private static final int KEYS = TranslationTable.CHANNELS * Note.COUNT;
    private static final Cell[] NO_CELLS = {};

    final TranslationTable table;
    final MapPair maps;
    /** The notes whose routes somebody has chosen. */
    final BitSet chosen;
    /** The source notes that can change their form: chokes, and hats that a pedal opens here or there. */
    private final BitSet withForm = new BitSet();

    /** Whether the foot closes the hi-hat without a note on the source, and with one on the target. */
    final boolean putsFeetIn;

    private final boolean stopsByRelease;
    private final boolean stopsByPressure;
    /** The note to which every hit goes, itself when it passes; else {@link #SEVERAL_OR_NONE}. */
    final int[] onlyTarget = new int[KEYS];
    /** What is booked for hits that go to their only target. */
    final Entry[] onlyEntry = new Entry[KEYS];

    final boolean[] onlyIsFar = new boolean[KEYS];

    /** Where the other hits can go, whether only to the first that takes them, and what is booked there. */
    final Cell[][] cells = new Cell[KEYS][];

    final boolean[] firstOnly = new boolean[KEYS];
    final boolean[][] shapes = new boolean[KEYS][];
    final Entry[][] entries = new Entry[KEYS][];
    final boolean[][] far = new boolean[KEYS][];

    BookedRoutes(TranslationTable table, MapPair maps, BitSet chosen) {
        this.table = table;
        this.maps = maps;
        this.chosen = chosen;
        Form from = maps.source().chokes().form();
        Form to = maps.target().chokes().form();
        putsFeetIn = FootClose.needsNote(maps.source(), maps.target());
        stopsByRelease = from != to && (from == Form.RELEASE || to == Form.RELEASE);
        stopsByPressure = from == Form.PRESSURE;
        boolean passes = table.unlisted() == TranslationTable.Unlisted.PASS;
        Arrays.fill(onlyEntry, passes ? Entry.UNLISTED : Entry.SILENT);
        Arrays.fill(cells, NO_CELLS);
        for (int key = 0; key < KEYS; key++) {
            onlyTarget[key] = passes ? key % Note.COUNT : SEVERAL_OR_NONE;
        }
        for (Row row : table.rows()) {
            Booked booked = book(row, maps);
            int first = row.channel().orElse(1);
            int last = row.channel().orElse(TranslationTable.CHANNELS);
            for (int channel = first; channel <= last; channel++) {
                if (table.row(channel, row.note()).filter(there -> there == row).isPresent()) {
                    enter(row, booked, TranslationTable.key(channel, row.note()));
                }
            }
        }
        findForms();
    }

    private void findForms() {
        for (Line line : maps.source().firstLines()) {
            int note = line.note().number();
            Sound sound = line.sound();
            boolean opensThere = Hats.isStruck(sound)
                    && ends(note).stream()
                            .mapToObj(end -> maps.targetLines().at(Note.of(end)))
                            .flatMap(Optional::stream)
                            .anyMatch(end -> Hats.isByPedal(end.sound()));
            withForm.set(note, Chokes.isChoke(sound) || Hats.isByPedal(sound) || opensThere);
        }
    }

    /** Whether anything that a part plays may change its form along these routes. */
    boolean mayChangeForm(Part part) {
        if (stopsByRelease || stopsByPressure && part.pressureCount() > 0) {
            return true;
        }
        if (putsFeetIn && !part.pedal(Kit.of(maps.source())).changes().isEmpty()) {
            return true;
        }
        int[] played = part.hitsPerNote();
        return withForm.stream().anyMatch(note -> played[note] > 0);
    }

    /** The notes to which hits on a note can go, on whichever channel they come. */
    BitSet ends(int note) {
        BitSet ends = new BitSet();
        for (int channel = 1; channel <= TranslationTable.CHANNELS; channel++) {
            int key = TranslationTable.key(channel, note);
            if (onlyTarget[key] != SEVERAL_OR_NONE) {
                ends.set(onlyTarget[key]);
            }
            for (Cell cell : cells[key]) {
                ends.set(cell.note());
            }
        }
        return ends;
    }

    /** What is booked along the cells of a row. */
    private record Booked(boolean[] shapes, Entry[] entries, boolean[] far) {}

    private static Booked book(Row row, MapPair maps) {
        List<Cell> cells = row.cells();
        Booked booked = new Booked(new boolean[cells.size()], new Entry[cells.size()], new boolean[cells.size()]);
        for (int i = 0; i < cells.size(); i++) {
            Cell cell = cells.get(i);
            booked.shapes[i] = !cell.leavesHitsAlone();
            booked.entries[i] = Entry.SUBSTITUTED;
            // What an unlisted note stands for nobody knows, so where it was sent is neither the same nor far.
            if (maps.sourceLines().at(Note.of(row.note())).isPresent()) {
                SoundDistance distance = maps.distance(Note.of(row.note()), Note.of(cell.note()));
                booked.entries[i] = distance.value() == 0 ? Entry.CARRIED : Entry.SUBSTITUTED;
                booked.far[i] = distance.isFar();
            }
        }
        return booked;
    }

    private void enter(Row row, Booked booked, int key) {
        if (row.sends() == Route.Sends.UNCHANGED) {
            onlyTarget[key] = row.note();
            onlyEntry[key] = Entry.PASSED;
            return;
        }
        cells[key] = row.cells().toArray(Cell[]::new);
        firstOnly[key] = row.sends() == Route.Sends.TO_FIRST;
        shapes[key] = booked.shapes;
        entries[key] = booked.entries;
        far[key] = booked.far;
        boolean one = row.onlyNote().isPresent();
        onlyTarget[key] = one ? cells[key][0].note() : SEVERAL_OR_NONE;
        onlyEntry[key] = one ? booked.entries[0] : Entry.SILENT;
        onlyIsFar[key] = one && booked.far[0];
    }
}
