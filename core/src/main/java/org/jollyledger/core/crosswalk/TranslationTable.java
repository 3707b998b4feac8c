package org.jollyledger.core.crosswalk;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.kit.KitChange;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.pitch.Note;

/**
 * What a crosswalk makes of notes, as a plain table: for each channel and note where its hits go. It knows no lines, no
 * sounds and no names, and needs nothing but itself to be run. Immutable.
 */
public final class TranslationTable {
    /** How many channels there are. */
    public static final int CHANNELS = 16;

    private static final int NONE = -1;

    /** What becomes of hits that no row lists. */
    public enum Unlisted implements Coded {
        /** They keep their note, and go to the channel of the table. */
        PASS,
        /** They are left silent. */
        SILENT;

        /**
         * {@return the one with a code}
         *
         * @throws IllegalArgumentException when there is none
         */
        public static Unlisted parse(String code) {
            return Codes.parse(Unlisted.class, "way with unlisted notes", code);
        }
    }

    /**
     * One place where a hit goes.
     *
     * @param note the note it becomes, 0 to 127
     * @param from the softest velocity it takes, 1 to 127, as the hit had it before the curve
     * @param to the loudest velocity it takes, {@code from} to 127
     * @param curve for each velocity 0 to 127 the one that comes out; 0 stays 0, the others are 1 to 127
     * @param channel the channel it goes to, 1 to 16; empty for that of the table
     * @param length how long it sounds; empty when it keeps its own end
     */
    public record Cell(
            int note, int from, int to, List<Integer> curve, OptionalInt channel, Optional<NoteLength> length) {
        /** A curve that leaves every velocity as it is. */
        public static final List<Integer> STRAIGHT =
                IntStream.range(0, Note.COUNT).boxed().toList();

        public Cell {
            Note.of(note);
            new VelocityRange(from, to);
            curve = curve.equals(STRAIGHT) ? STRAIGHT : List.copyOf(curve);
            if (!isCurve(curve)) {
                throw new IllegalArgumentException(
                        "A curve has 128 velocities: 0 for 0, and one from 1 to 127 for each other.");
            }
            if (channel.isPresent() && (channel.getAsInt() < 1 || channel.getAsInt() > CHANNELS)) {
                throw new IllegalArgumentException(
                        "Channel " + channel.getAsInt() + " does not exist; channels are 1 to 16.");
            }
        }

        static boolean isCurve(List<Integer> curve) {
            return curve == STRAIGHT
                    || curve.size() == Note.COUNT
                            && curve.get(0) == 0
                            && curve.stream()
                                    .skip(1)
                                    .allMatch(velocity -> velocity >= 1 && velocity <= VelocityRange.HIGHEST);
        }

        static Cell of(Target target) {
            return new Cell(
                    target.note().number(),
                    target.velocities().from(),
                    target.velocities().to(),
                    target.curve().equals(VelocityCurve.STRAIGHT) ? STRAIGHT : curve(target.curve()),
                    target.channel(),
                    target.length());
        }

        private static List<Integer> curve(VelocityCurve curve) {
            return IntStream.range(0, Note.COUNT)
                    .map(velocity -> velocity == 0 ? 0 : curve.apply(velocity))
                    .boxed()
                    .toList();
        }

        /** {@return whether it takes a hit of a velocity, 1 to 127} */
        public boolean takes(int velocity) {
            return velocity >= from && velocity <= to;
        }

        /** {@return whether hits keep their velocity, their length, and the channel of the table} */
        public boolean leavesHitsAlone() {
            return channel.isEmpty() && length.isEmpty() && curve.equals(STRAIGHT);
        }
    }

    /**
     * What becomes of the hits of a note.
     *
     * @param channel the channel they come on, 1 to 16; empty for every channel that has no row of its own
     * @param note their note, 0 to 127
     * @param sends to all cells that take its velocity, to the first one, or nowhere: unchanged, as if unlisted
     * @param cells where they can go; a hit that no cell takes is left silent
     */
    public record Row(OptionalInt channel, int note, Route.Sends sends, List<Cell> cells) {
        public Row {
            Note.of(note);
            cells = List.copyOf(cells);
            if (sends == Route.Sends.UNCHANGED && !cells.isEmpty()) {
                throw new IllegalArgumentException("Hits on note " + note
                        + " cannot pass unchanged and go to another note; choose one of the two.");
            }
        }

        /** The one cell to which every hit goes, changing nothing but its note; empty when it is not as simple. */
        Optional<Cell> onlyNote() {
            return cells.size() == 1
                            && cells.get(0).leavesHitsAlone()
                            && cells.get(0).takes(VelocityRange.LOWEST)
                            && cells.get(0).takes(VelocityRange.HIGHEST)
                    ? Optional.of(cells.get(0))
                    : Optional.empty();
        }
    }

    private final List<Row> rows;
    private final OptionalInt channel;
    private final Unlisted unlisted;
    private final Supplier<KitChange> forms;
    private final List<Integer> asRouted;
    private final int[] rowOf = new int[CHANNELS * Note.COUNT];

    private TranslationTable(
            List<Row> rows, OptionalInt channel, Unlisted unlisted, Supplier<KitChange> forms, List<Integer> asRouted) {
        this.asRouted = List.copyOf(asRouted);
        this.rows = List.copyOf(rows);
        this.channel = channel;
        this.unlisted = unlisted;
        this.forms = forms;
        Arrays.fill(rowOf, NONE);
        for (boolean ofOneChannel : new boolean[] {false, true}) {
            for (int row = 0; row < rows.size(); row++) {
                if (rows.get(row).channel.isPresent() == ofOneChannel) {
                    enter(row);
                }
            }
        }
    }

    private void enter(int row) {
        Row entered = rows.get(row);
        int first = entered.channel.orElse(1);
        int last = entered.channel.orElse(CHANNELS);
        for (int on = first; on <= last; on++) {
            int key = key(on, entered.note);
            if (rowOf[key] != NONE && rows.get(rowOf[key]).channel.equals(entered.channel)) {
                throw new IllegalArgumentException(
                        "Two rows say what becomes of note " + entered.note + "; join them into one.");
            }
            rowOf[key] = row;
        }
    }

    /** The table of some routes between two maps: a row for each of them, for every channel. */
    static TranslationTable of(Collection<Route> routes, MapPair maps) {
        List<Row> rows = new ArrayList<>();
        for (Route route : routes) {
            rows.add(new Row(
                    OptionalInt.empty(),
                    route.source().number(),
                    route.sends(),
                    route.targets().stream().map(Cell::of).toList()));
        }
        return new TranslationTable(
                rows,
                maps.isOne() ? OptionalInt.empty() : maps.target().channel(),
                Unlisted.PASS,
                maps.forms(),
                routes.stream()
                        .filter(route -> route.origin() == Route.Origin.CHOSEN)
                        .map(route -> route.source().number())
                        .sorted()
                        .toList());
    }

    /**
     * {@return a table of given rows}
     *
     * @param rows one for each note and channel at most
     * @param channel the channel that hits go to, 1 to 16; empty when each keeps its own
     * @param asRouted the notes whose rows somebody chose: chokes on them take their row and no other form
     * @throws IllegalArgumentException when two rows speak of one note on one channel
     */
    public static TranslationTable of(
            List<Row> rows, OptionalInt channel, Unlisted unlisted, KitChange forms, List<Integer> asRouted) {
        return new TranslationTable(rows, channel, unlisted, () -> forms, asRouted);
    }

    /** {@return its rows, in the order in which they were given} */
    public List<Row> rows() {
        return rows;
    }

    /**
     * What becomes of a note.
     *
     * @param on the channel it comes on, 1 to 16
     * @param note 0 to 127
     * @return empty when it is unlisted
     */
    public Optional<Row> row(int on, int note) {
        int row = rowOf[key(on, note)];
        return row == NONE ? Optional.empty() : Optional.of(rows.get(row));
    }

    /**
     * {@return the channel that hits go to when their cell says nothing else, 1 to 16; empty when each keeps its own}
     */
    public OptionalInt channel() {
        return channel;
    }

    /** {@return what becomes of notes without a row} */
    public Unlisted unlisted() {
        return unlisted;
    }

    /** {@return how chokes and the openness of the hi-hat change their form} */
    public KitChange forms() {
        return forms.get();
    }

    /** {@return the notes whose rows somebody chose, rising: chokes on them take their row and no other form} */
    public List<Integer> asRouted() {
        return asRouted;
    }

    /** Whether any cell sends hits to a channel of its own. */
    boolean sendsApart() {
        return rows.stream().flatMap(row -> row.cells.stream()).anyMatch(cell -> cell.channel.isPresent());
    }

    /** One number for a channel, 1 to 16, and a note, 0 to 127: less than 2,048. */
    static int key(int channel, int note) {
        return channel - 1 << 7 | note;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof TranslationTable table
                && rows.equals(table.rows)
                && channel.equals(table.channel)
                && unlisted == table.unlisted
                && asRouted.equals(table.asRouted)
                && forms().equals(table.forms());
    }

    @Override
    public int hashCode() {
        return rows.hashCode();
    }
}
