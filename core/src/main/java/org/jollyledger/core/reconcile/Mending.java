package org.jollyledger.core.reconcile;

import java.util.Collections;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.HitChange;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.reconcile.Reconciling.Chosen;
import org.jollyledger.core.reconcile.Reconciling.Settled;

/**
 * Puts right all discrepancies of some kinds in a file, each by what is proposed, one kind after another, until nothing of
 * these kinds is left that can be put right.
 */
public final class Mending {
    /** What one correction uncovers for another is put right in the next round; this many are never needed. */
    private static final int MOST_ROUNDS = 12;

    /**
     * The account of a mended file.
     *
     * @param hitsIn the hits on all channels before
     * @param putIn hits put in
     * @param deleted hits deleted
     * @param moved hits moved to another note
     * @param hitsOut the hits on all channels after, counted in the mended file
     * @param settled discrepancies put right, by kind
     * @param left discrepancies that are still there, by kind
     * @param accepted discrepancies that somebody has said are right, by kind
     */
    public record Account(
            int hitsIn,
            int putIn,
            int deleted,
            int moved,
            int hitsOut,
            Map<DiscrepancyKind, Integer> settled,
            Map<DiscrepancyKind, Integer> left,
            Map<DiscrepancyKind, Integer> accepted) {
        public Account {
            settled = Collections.unmodifiableMap(settled);
            left = Collections.unmodifiableMap(left);
            accepted = Collections.unmodifiableMap(accepted);
        }

        /** {@return whether every hit is accounted for} */
        public boolean balances() {
            return hitsIn + putIn - deleted == hitsOut;
        }
    }

    private final NoteMap map;
    private final Reconciler reconciler;
    private final Predicate<Discrepancy> isAccepted;
    private final Map<DiscrepancyKind, Integer> settled = new EnumMap<>(DiscrepancyKind.class);
    private MidiFile file;
    private int putIn;
    private int deleted;
    private int moved;

    private Mending(
            MidiFile file, NoteMap map, Optional<NoteMap> meant, Figures figures, Predicate<Discrepancy> isAccepted) {
        this.file = file;
        this.map = map;
        reconciler = Reconciler.of(map, meant, figures);
        this.isAccepted = isAccepted;
    }

    /**
     * A mended file with its account.
     *
     * @param file the file as it is now
     */
    public record Mended(MidiFile file, Account account) {}

    /**
     * Mends a file.
     *
     * @param map the map it plays on
     * @param meant the map it was written for, when that is known
     * @param kinds which kinds are put right
     * @param isAccepted which discrepancies somebody has said are right
     */
    public static Mended mend(
            MidiFile file,
            NoteMap map,
            Optional<NoteMap> meant,
            Figures figures,
            Set<DiscrepancyKind> kinds,
            Predicate<Discrepancy> isAccepted) {
        int hitsIn = hits(file);
        Mending mending = new Mending(file, map, meant, figures, isAccepted);
        for (int round = 0; round < MOST_ROUNDS && mending.round(kinds); round++) {
            // Each round mends what the one before has left.
        }
        Map<DiscrepancyKind, Integer> left = new EnumMap<>(DiscrepancyKind.class);
        Map<DiscrepancyKind, Integer> accepted = new EnumMap<>(DiscrepancyKind.class);
        for (Discrepancy discrepancy :
                mending.look(EnumSet.allOf(DiscrepancyKind.class)).discrepancies()) {
            (isAccepted.test(discrepancy) ? accepted : left).merge(discrepancy.kind(), 1, Integer::sum);
        }
        Account account = new Account(
                hitsIn,
                mending.putIn,
                mending.deleted,
                mending.moved,
                hits(mending.file),
                mending.settled,
                left,
                accepted);
        return new Mended(mending.file, account);
    }

    private static int hits(MidiFile file) {
        return Part.of(file, Channels.ALL).hitCount();
    }

    private Reconciling look(Set<DiscrepancyKind> kinds) {
        return reconciler.look(DrumChannel.find(file, map.channel()).part(), kinds);
    }

    /** Mends one kind after another, each as the part is then; returns whether anything was mended. */
    private boolean round(Set<DiscrepancyKind> kinds) {
        boolean changed = false;
        Reconciling found = look(kinds);
        for (DiscrepancyKind kind : DiscrepancyKind.values()) {
            List<Chosen> chosen = chosen(found, kind);
            if (!chosen.isEmpty()) {
                Settled done = found.settle(chosen);
                done.choices().forEach(this::book);
                file = read(done.bytes());
                found = look(kinds);
                changed = true;
            }
        }
        return changed;
    }

    private List<Chosen> chosen(Reconciling found, DiscrepancyKind kind) {
        return found.discrepancies().stream()
                .filter(discrepancy -> discrepancy.kind() == kind
                        && discrepancy.proposed().changesPart()
                        && !isAccepted.test(discrepancy))
                .map(discrepancy -> new Chosen(discrepancy, discrepancy.proposed()))
                .toList();
    }

    private void book(Chosen choice) {
        settled.merge(choice.discrepancy().kind(), 1, Integer::sum);
        for (HitChange change : choice.correction().changes()) {
            putIn += change instanceof HitChange.Strike ? 1 : 0;
            deleted += change instanceof HitChange.Delete ? 1 : 0;
            moved += change instanceof HitChange.ToNote ? 1 : 0;
        }
    }

    private static MidiFile read(byte[] bytes) {
        try {
            return MidiFile.read(bytes);
        } catch (MidiFormatException e) {
            throw new IllegalStateException("A file that was mended cannot be read back.", e);
        }
    }
}
