package org.jollyledger.web.reconcile;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFormatException;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.reconcile.Correction;
import org.jollyledger.core.reconcile.Discrepancy;
import org.jollyledger.core.reconcile.Figures;
import org.jollyledger.core.reconcile.Mending;
import org.jollyledger.core.reconcile.Mending.Mended;
import org.jollyledger.core.reconcile.Reconciler;
import org.jollyledger.core.reconcile.Reconciling;
import org.jollyledger.core.reconcile.Reconciling.Chosen;
import org.jollyledger.web.cache.Recently;
import org.jollyledger.web.crosswalk.Crosswalks;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.part.SheetDesk;
import org.jollyledger.web.part.StoredPart;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.StringUtils;

/** Holds kept parts against maps, and settles what is found. */
@Service
class ReconcileService {
    private static final int MOST_LOOKED_AT = 8;

    /** What a choice reaches. */
    enum Reach {
        /** One discrepancy. */
        ONE,
        /** All of its kind on its note. */
        ALIKE,
        /** All of its kind. */
        KIND
    }

    /**
     * A part held against a map.
     *
     * @param sheet the part on the map
     * @param meant the map it was written for, when that is known
     * @param usual the address of the crosswalk that is usual from there to the map it plays on
     * @param figures from where on something counts
     * @param accepted the keys of the discrepancies that are right
     * @param found what was found
     */
    record Open(
            SheetDesk.Open sheet,
            Optional<StoredMap> meant,
            Optional<String> usual,
            Figures figures,
            Set<String> accepted,
            Reconciling found) {
        StoredPart part() {
            return sheet.part();
        }

        NoteMap map() {
            return sheet.map().map();
        }

        boolean isAccepted(Discrepancy discrepancy) {
            return accepted.contains(discrepancy.key());
        }

        /** What is still to be settled, in the order of the music. */
        List<Discrepancy> unsettled() {
            if (accepted.isEmpty()) {
                return found.discrepancies();
            }
            return found.discrepancies().stream()
                    .filter(discrepancy -> !isAccepted(discrepancy))
                    .toList();
        }

        Optional<Discrepancy> find(@Nullable String key) {
            return unsettled().stream()
                    .filter(discrepancy -> discrepancy.key().equals(key))
                    .findFirst();
        }
    }

    private record LookedAt(long part, int revision, long map, int mapRevision, String meant, Figures figures) {}

    private final SheetDesk desk;
    private final PartService parts;
    private final LedgerService ledger;
    private final Crosswalks crosswalks;
    private final FiguresRepository figures;
    private final AcceptedRepository accepted;
    private final TransactionTemplate transaction;
    private final Recently<LookedAt, Reconciling> lookedAt = new Recently<>(MOST_LOOKED_AT);

    ReconcileService(
            SheetDesk desk,
            PartService parts,
            LedgerService ledger,
            Crosswalks crosswalks,
            FiguresRepository figures,
            AcceptedRepository accepted,
            TransactionTemplate transaction) {
        this.desk = desk;
        this.parts = parts;
        this.ledger = ledger;
        this.crosswalks = crosswalks;
        this.figures = figures;
        this.accepted = accepted;
        this.transaction = transaction;
    }

    /**
     * Holds a part against a map.
     *
     * @param map the address of the map it plays on; null or "" for the one it was written for
     * @throws Refusal when there is no such part or map
     */
    Open open(String slug, @Nullable String map) {
        SheetDesk.Open sheet = desk.open(slug, map, null);
        long id = sheet.part().id();
        Optional<StoredMap> meant = sheet.part().writtenForId().map(ledger::get);
        Figures counts = figures.findById(id)
                .map(FiguresEntity::figures)
                .or(() -> meant.map(written -> Figures.of(written.map())))
                .orElse(Figures.USUAL);
        Set<String> right = accepted.findByPartId(id).stream()
                .map(AcceptedEntity::discrepancy)
                .collect(Collectors.toSet());
        Optional<Crosswalks.Usual> usual = meant.flatMap(
                written -> crosswalks.usual(written.id(), sheet.map().id()));
        LookedAt key = new LookedAt(
                id,
                sheet.part().revision(),
                sheet.map().id(),
                sheet.map().revision(),
                meant.map(written -> written.id() + "/" + written.revision()).orElse("")
                        + usual.map(Crosswalks.Usual::state).orElse(""),
                counts);
        Reconciling found = lookedAt.get(
                key,
                () -> reconciler(sheet, meant, usual, counts).look(sheet.drums().part()));
        return new Open(sheet, meant, usual.map(Crosswalks.Usual::slug), counts, right, found);
    }

    private static Reconciler reconciler(
            SheetDesk.Open sheet, Optional<StoredMap> meant, Optional<Crosswalks.Usual> usual, Figures counts) {
        Reconciler plain = Reconciler.of(sheet.map().map(), meant.map(StoredMap::map), counts);
        return usual.map(there -> plain.through(there.crosswalk())).orElse(plain);
    }

    /** What was found in an opened part as it came. */
    Reconciling foundAtFirst(Open open) {
        LookedAt key = new LookedAt(
                open.part().id(),
                1,
                open.sheet().map().id(),
                open.sheet().map().revision(),
                open.meant()
                        .map(written -> written.id() + "/" + written.revision())
                        .orElse(""),
                open.figures());
        return lookedAt.get(
                key,
                () -> Reconciling.of(asItCame(open), open.map(), open.meant().map(StoredMap::map), open.figures()));
    }

    /** How an opened part was when it came. */
    Part asItCame(Open open) {
        return DrumChannel.find(
                        parts.get(open.part().slug(), 1).file(), open.map().channel())
                .part();
    }

    /** The part as one correction would leave it. */
    Part after(Open open, Discrepancy discrepancy, Correction correction) {
        byte[] bytes = open.found()
                .settle(List.of(new Chosen(discrepancy, correction)))
                .bytes();
        return DrumChannel.find(read(bytes), open.map().channel()).part();
    }

    private static MidiFile read(byte[] bytes) {
        try {
            return MidiFile.read(bytes);
        } catch (MidiFormatException e) {
            throw new IllegalStateException("A part that was corrected cannot be read back.", e);
        }
    }

    /**
     * Settles a discrepancy, or all like it.
     *
     * @param base the revision that was looked at
     * @param key which discrepancy
     * @param code which of its corrections
     * @return what was done, in one line
     * @throws Refusal when it is there no more
     */
    String settle(Open open, int base, @Nullable String key, @Nullable String code, Reach reach) {
        requireStanding(open, base);
        Discrepancy first = open.find(key)
                .orElseThrow(() -> Refusal.unreadable("This discrepancy is settled already; choose another."));
        Correction wanted = first.correction(code == null ? "" : code)
                .orElseThrow(() ->
                        Refusal.unreadable("This discrepancy has no such correction; choose one of those shown."));
        List<Discrepancy> reached = open.unsettled().stream()
                .filter(discrepancy -> reaches(first, discrepancy, reach))
                .toList();
        String what = first.kind().words()
                + (reached.size() == 1 ? " at " + first.place().words() : ", " + reached.size() + " times");
        if (wanted.action() == Correction.Action.KEEP) {
            accept(open, reached.stream().map(Discrepancy::key).toList());
            return StringUtils.capitalize(what) + ": kept as it is.";
        }
        if (!wanted.changesPart()) {
            throw Refusal.unreadable("This correction does not change the part; follow its link instead.");
        }
        List<Chosen> chosen = new ArrayList<>();
        for (Discrepancy discrepancy : reached) {
            discrepancy
                    .correction(wanted.code())
                    .or(() -> Optional.of(discrepancy.proposed()))
                    .filter(Correction::changesPart)
                    .ifPresent(correction -> chosen.add(new Chosen(discrepancy, correction)));
        }
        Reconciling.Settled settled = open.found().settle(chosen);
        String summary = StringUtils.capitalize(what) + ": " + StringUtils.uncapitalize(wanted.words());
        parts.change(open.part().slug(), base, summary, settled.bytes());
        return summary + ".";
    }

    private static boolean reaches(Discrepancy first, Discrepancy other, Reach reach) {
        return switch (reach) {
            case ONE -> first == other;
            case ALIKE ->
                first.kind() == other.kind() && first.note().equals(other.note()) && first.channel() == other.channel();
            case KIND -> first.kind() == other.kind();
        };
    }

    /** Settles everything that can be settled without looking at it. */
    String settleSafe(Open open, int base) {
        requireStanding(open, base);
        Mended mended = Mending.mend(
                open.part().file(),
                open.map(),
                open.meant().map(StoredMap::map),
                open.figures(),
                DiscrepancyKind.allSafe(),
                open::isAccepted);
        int count = mended.account().settled().values().stream()
                .mapToInt(Integer::intValue)
                .sum();
        if (count == 0) {
            return "There is nothing that can be fixed without looking at it.";
        }
        String summary = "Fixed what is safe: " + Counted.of(count, "discrepancy", "discrepancies");
        parts.change(open.part().slug(), base, summary, mended.file().toBytes());
        return summary + ".";
    }

    private void accept(Open open, List<String> keys) {
        long part = open.part().id();
        transaction.executeWithoutResult(status -> keys.forEach(key -> accepted.save(new AcceptedEntity(part, key))));
    }

    /** Takes back that discrepancies of a kind are right. */
    @Transactional
    public String withdraw(Open open, DiscrepancyKind kind) {
        List<String> keys = open.found().discrepancies().stream()
                .filter(discrepancy -> discrepancy.kind() == kind && open.isAccepted(discrepancy))
                .map(Discrepancy::key)
                .toList();
        accepted.deleteByPartIdAndDiscrepancyIn(open.part().id(), keys);
        return StringUtils.capitalize(kind.words()) + ": " + keys.size() + " on the list again.";
    }

    /** From here on this counts in a part. */
    @Transactional
    public String count(Open open, Figures counts) {
        figures.save(new FiguresEntity(open.part().id(), counts));
        return "The part was looked at again by these figures.";
    }

    private static void requireStanding(Open open, int base) {
        if (open.part().revision() != base) {
            throw Refusal.overtaken("This part was changed elsewhere since you opened it. This is how it is now:"
                    + " make your change again.");
        }
    }
}
