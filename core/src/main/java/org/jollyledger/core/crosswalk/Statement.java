package org.jollyledger.core.crosswalk;

import java.util.AbstractList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.RandomAccess;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.BarBeat;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;

/**
 * The account of a conversion, hit for hit. Every hit that goes in is carried, substituted, silent, unlisted, passed, or formed: a choke
 * in another form. Layers, and hits put in for chokes, add to them; folding takes away. {@code hitsIn + layered + putIn - folded - silent -
 * formed = hitsOut}, in total and on every line.
 */
public final class Statement {
    /** What can become of a hit. */
    public enum Entry implements Coded {
        CARRIED,
        SUBSTITUTED,
        LAYERED,
        FOLDED,
        SILENT,
        UNLISTED,
        PASSED,
        /** A choke that comes out in another form: no longer a hit. */
        FORMED
    }

    /**
     * The counts of a line, or of all lines together; none is negative.
     *
     * @param hitsIn hits that went in
     * @param carried hits that became the same sound
     * @param substituted hits that became another sound
     * @param layered hits added beyond the first target of a hit
     * @param folded hits that joined a louder one on the same note at the same moment
     * @param silent hits without a target
     * @param unlisted hits on notes that the source map does not list; they pass unchanged
     * @param passed hits that pass unchanged because their route says so
     * @param formed hits that come out as key pressure or a release: chokes in another form
     * @param putIn hits put in for chokes that went in as key pressure or a release, and for a foot that closes without a note
     */
    public record Totals(
            int hitsIn,
            int carried,
            int substituted,
            int layered,
            int folded,
            int silent,
            int unlisted,
            int passed,
            int formed,
            int putIn) {
        /** Of a line that is not played. */
        public static final Totals NONE = new Totals(0, 0, 0, 0, 0, 0, 0, 0, 0, 0);

        /** {@return hits that came out} */
        public int hitsOut() {
            return hitsIn + layered + putIn - folded - silent - formed;
        }

        /** {@return whether every hit that went in is accounted for once} */
        public boolean balances() {
            return hitsIn == carried + substituted + silent + unlisted + passed + formed;
        }
    }

    /**
     * The account of one source note.
     *
     * @param note the note
     * @param line its line in the source map; empty when unlisted
     * @param route its route; empty when unlisted
     * @param totals its counts
     * @param far the substituted hits among them whose sound is far
     */
    public record LineAccount(Note note, Optional<Line> line, Optional<Route> route, Totals totals, int far) {}

    /**
     * A hit that was substituted by a far sound, folded or left silent.
     *
     * @param entry which of the three
     * @param hit its index in the part
     * @param note its note
     * @param landed the note it came out on, or was folded on; empty when silent
     * @param tick when it stood
     * @param place the same in bars and beats
     * @param velocity how loud it was
     */
    public record Loss(
            Entry entry, int hit, Note note, Optional<Note> landed, long tick, BarBeat place, int velocity) {}

    private static final Entry[] ENTRIES = Entry.values();

    private final Part part;
    private final Crosswalk crosswalk;
    private final int[] sums;
    private final int[] counts;
    private final int[] hitsPerNote;
    private final int hitsOut;
    private final Optional<FormPlan> plan;
    private final FormAccount forms;
    private final List<Integer> lostChokes;
    private final long[] losses;

    private Statement(Part part, Crosswalk crosswalk, Ledger ledger, int hitsOut, Optional<FormPlan> plan) {
        this.part = part;
        this.crosswalk = crosswalk;
        this.sums = ledger.sums;
        this.counts = ledger.counts;
        this.hitsPerNote = ledger.hitsPerNote;
        this.hitsOut = hitsOut;
        this.plan = plan;
        forms = plan.map(FormPlan::account).orElse(FormAccount.NONE);
        lostChokes = plan.map(FormPlan::lost).orElse(List.of());
        this.losses = Arrays.copyOf(ledger.losses, ledger.lossCount);
    }

    /** {@return the crosswalk that the part was converted by} */
    public Crosswalk crosswalk() {
        return crosswalk;
    }

    /** {@return the part before conversion} */
    public Part part() {
        return part;
    }

    /** {@return the counts of all lines together} */
    public Totals totals() {
        return totals(part.hitCount(), sums, plan.map(FormPlan::putIn).orElse(0));
    }

    /**
     * {@return hits that became another sound that is far: those among the losses that are neither folded nor silent}
     */
    public int far() {
        Totals totals = totals();
        return losses.length - totals.folded() - totals.silent();
    }

    /** {@return the account of chokes and of the values of the hi-hat's pedal} */
    public FormAccount forms() {
        return forms;
    }

    /** {@return how many chokes by key pressure or a release nothing says on the target map; choke notes are hits} */
    public int unsaidChokes() {
        return (int) lostChokes.stream()
                .map(hit -> crosswalk.sourceLine(Note.of(part.note(hit))))
                .filter(line -> line.isPresent() && !Chokes.isChoke(line.get().sound()))
                .count();
    }

    /** The hits whose choke nothing says on the target map. */
    List<Integer> lostChokes() {
        return lostChokes;
    }

    /** {@return hits counted on their way out, independently of the entries} */
    public int hitsOut() {
        return hitsOut;
    }

    /** {@return whether the entries and the hits counted on their way out agree} */
    public boolean balances() {
        Totals totals = totals();
        return totals.balances() && totals.hitsOut() == hitsOut && forms.balances();
    }

    /**
     * {@return the accounts of the notes that the part plays: lines in the display order of the source map, then the
     * rest}
     */
    public List<LineAccount> lines() {
        List<LineAccount> accounts = new ArrayList<>();
        int[] far = new int[Note.COUNT];
        eachLoss((entry, hit, landed) -> far[part.note(hit)] += entry == Entry.SUBSTITUTED ? 1 : 0);
        boolean[] listed = new boolean[Note.COUNT];
        for (Line line : crosswalk.sourceLines().all()) {
            int note = line.note().number();
            listed[note] = true;
            if (hitsPerNote[note] > 0) {
                accounts.add(account(line.note(), far[note]));
            }
        }
        for (int note = 0; note < Note.COUNT; note++) {
            if (hitsPerNote[note] > 0 && !listed[note]) {
                accounts.add(account(Note.of(note), far[note]));
            }
        }
        return accounts;
    }

    private LineAccount account(Note note, int far) {
        int[] sums = new int[ENTRIES.length];
        for (int entry = 0; entry < ENTRIES.length; entry++) {
            sums[entry] = counts[note.number() * ENTRIES.length + entry];
        }
        return new LineAccount(
                note,
                crosswalk.sourceLine(note),
                crosswalk.routeFrom(note),
                totals(hitsPerNote[note.number()], sums, putIn(note)),
                far);
    }

    private int putIn(Note note) {
        return plan.map(there -> there.putIn(note.number())).orElse(0);
    }

    private static Totals totals(int in, int[] sums, int putIn) {
        return new Totals(
                in,
                sums[Entry.CARRIED.ordinal()],
                sums[Entry.SUBSTITUTED.ordinal()],
                sums[Entry.LAYERED.ordinal()],
                sums[Entry.FOLDED.ordinal()],
                sums[Entry.SILENT.ordinal()],
                sums[Entry.UNLISTED.ordinal()],
                sums[Entry.PASSED.ordinal()],
                sums[Entry.FORMED.ordinal()],
                putIn);
    }

    /**
     * {@return every hit that was substituted by a far sound, folded or left silent, in the order of the part; made as
     * read}
     */
    public List<Loss> losses() {
        return new LossList();
    }

    /** {@return the hits that are folded or left silent, by their indexes in the part} */
    public BitSet goneHits() {
        BitSet gone = new BitSet();
        eachLoss((entry, hit, landed) -> gone.set(hit, gone.get(hit) || entry != Entry.SUBSTITUTED));
        return gone;
    }

    /** Takes the losses one after another: what was booked, the hit, and the note it landed on or {@link Ledger#NOWHERE}. */
    interface LossVisitor {
        void visit(Entry entry, int hit, int landed);
    }

    void eachLoss(LossVisitor visitor) {
        eachLoss(losses, losses.length, visitor);
    }

    private static void eachLoss(long[] losses, int count, LossVisitor visitor) {
        for (int i = 0; i < count; i++) {
            long packed = losses[i];
            visitor.visit(ENTRIES[(int) packed & 0xFF], (int) (packed >>> 16), (int) (packed >>> 8) & 0xFF);
        }
    }

    private final class LossList extends AbstractList<Loss> implements RandomAccess {
        @Override
        public Loss get(int index) {
            long packed = losses[index];
            int hit = (int) (packed >>> 16);
            int landed = (int) (packed >>> 8) & 0xFF;
            return new Loss(
                    ENTRIES[(int) packed & 0xFF],
                    hit,
                    Note.of(part.note(hit)),
                    landed == Ledger.NOWHERE ? Optional.empty() : Optional.of(Note.of(landed)),
                    part.tick(hit),
                    part.place(hit),
                    part.velocity(hit));
        }

        @Override
        public int size() {
            return losses.length;
        }
    }

    /** Where a conversion books its hits. */
    static final class Ledger {
        static final int NOWHERE = 0xFF;

        private final int[] sums = new int[ENTRIES.length];
        /** All entries for each note. */
        private final int[] counts = new int[Note.COUNT * ENTRIES.length];

        private final int[] hitsPerNote;
        private long[] losses = new long[16];
        private int lossCount;

        Ledger(int[] hitsPerNote) {
            this.hitsPerNote = hitsPerNote;
        }

        /** Books some hits of a note. */
        void book(Entry entry, int note, int hits) {
            sums[entry.ordinal()] += hits;
            counts[note * ENTRIES.length + entry.ordinal()] += hits;
        }

        /** Remembers a hit that is lost in some way; {@code landed} is a note or {@link #NOWHERE}. */
        void lose(Entry entry, int hit, int landed) {
            if (lossCount == losses.length) {
                losses = Arrays.copyOf(losses, lossCount * 2);
            }
            losses[lossCount++] = (long) hit << 16 | (long) landed << 8 | entry.ordinal();
        }

        void eachLoss(LossVisitor visitor) {
            Statement.eachLoss(losses, lossCount, visitor);
        }

        /** Losses are listed in the order of the hits, whatever the order in which they were found. */
        void sortLosses() {
            Arrays.sort(losses, 0, lossCount);
        }

        Statement close(Part part, Crosswalk crosswalk, int hitsOut, Optional<FormPlan> plan) {
            return new Statement(part, crosswalk, this, hitsOut, plan);
        }
    }
}
