package org.jollyledger.web.crosswalk;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.core.exchange.CrosswalkJson;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.web.crosswalk.OpenCrosswalk.KeptLink;
import org.jollyledger.web.database.Additions;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.Slugs;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.revision.History;
import org.jollyledger.web.revision.RevisionCard;
import org.jollyledger.web.revision.Steps;
import org.jollyledger.web.room.DiskRoom;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps crosswalks by name. */
@Service
public class KeptService {
    private static final int MOST_LISTED = 500;

    private final KeptRepository crosswalks;
    private final LedgerService ledger;
    private final Additions additions;
    private final DiskRoom room;
    private final Clock clock = Clock.systemUTC();
    private final History<KeptEntity, KeptRevisionEntity> history;

    KeptService(
            KeptRepository crosswalks,
            KeptRevisionRepository revisions,
            LedgerService ledger,
            Additions additions,
            DiskRoom room) {
        this.room = room;
        this.crosswalks = crosswalks;
        this.ledger = ledger;
        this.additions = additions;
        history = new History<>(
                revisions,
                clock,
                (kept, number) -> kept.describe(document(kept, number).name()));
    }

    /** All kept crosswalks, those used last first. */
    @Transactional(readOnly = true)
    public List<KeptCard> all() {
        return crosswalks.cards(PageRequest.of(0, MOST_LISTED));
    }

    /** The crosswalks that were removed, the last one first. */
    @Transactional(readOnly = true)
    public List<KeptCard> removed() {
        return crosswalks.removed(PageRequest.of(0, MOST_LISTED));
    }

    /** Those kept for a pair of maps, the default first. */
    @Transactional(readOnly = true)
    public List<KeptLink> between(long sourceMapId, long targetMapId) {
        return pair(sourceMapId, targetMapId).stream()
                .map(kept -> new KeptLink(kept.slug(), kept.name()))
                .toList();
    }

    /** The usual one for a pair of maps. */
    @Transactional(readOnly = true)
    public Optional<KeptLink> usual(long sourceMapId, long targetMapId) {
        return pair(sourceMapId, targetMapId).stream()
                .filter(KeptEntity::isUsual)
                .map(kept -> new KeptLink(kept.slug(), kept.name()))
                .findFirst();
    }

    private List<KeptEntity> pair(long sourceMapId, long targetMapId) {
        return crosswalks.findAllBySourceMapIdAndTargetMapIdAndRemovedAtIsNullOrderByUsualDescUsedAtDesc(
                sourceMapId, targetMapId);
    }

    /**
     * The kept crosswalk at an address.
     *
     * @throws Refusal when there is none, or it was removed
     */
    @Transactional(readOnly = true)
    public StoredKept get(String slug) {
        return stored(entity(slug));
    }

    /** The same, also when it was removed: a part that is on it goes on to. */
    @Transactional(readOnly = true)
    public Optional<StoredKept> find(String slug) {
        return crosswalks.findBySlug(slug).map(this::stored);
    }

    /** Keeps a crosswalk between two maps; the first one of a pair is the default. */
    public StoredKept add(KeptCrosswalk kept, long sourceMapId, long targetMapId, String summary) {
        return additions.inTurn(() -> {
            boolean first = pair(sourceMapId, targetMapId).isEmpty();
            String slug = Slugs.free(kept.name(), "crosswalk", crosswalks::existsBySlug);
            KeptEntity entity =
                    crosswalks.save(new KeptEntity(slug, kept.name(), sourceMapId, targetMapId, clock.instant()));
            entity.makeUsual(first);
            save(entity, kept, summary);
            return stored(entity, kept);
        });
    }

    private void save(KeptEntity entity, KeptCrosswalk kept, String summary) {
        history.add(entity, summary, stamp -> new KeptRevisionEntity(stamp, CrosswalkJson.write(kept)));
        entity.describe(kept.name());
    }

    /** Keeps a copy under another name. */
    public StoredKept copy(String slug, String name) {
        StoredKept from = get(slug);
        String wanted = name.isBlank() ? from.kept().name() + ", copy" : name.strip();
        return add(
                Refusal.unlessValid(() -> from.kept().withName(Cut.to(KeptCrosswalk.LONGEST_NAME, wanted))),
                from.source().id(),
                from.target().id(),
                "Copied from " + from.kept().name());
    }

    /**
     * Makes a change the crosswalk's next revision.
     *
     * @param base the revision it was made on
     * @throws Refusal when the crosswalk has changed since, or the change cannot be made
     */
    @Transactional
    public StoredKept change(String slug, int base, String summary, UnaryOperator<KeptCrosswalk> how) {
        KeptEntity entity = history.at(entity(slug), base);
        KeptCrosswalk before = stored(entity).kept();
        KeptCrosswalk after = Refusal.unlessValid(() -> how.apply(before));
        if (!after.equals(before)) {
            save(entity, after, summary);
        }
        return stored(entity, after);
    }

    /** Makes a crosswalk again what it was at one of its revisions. */
    @Transactional
    public StoredKept restore(String slug, int base, int number) {
        KeptCrosswalk then = document(entity(slug), number);
        return change(slug, base, History.restored(number), now -> then);
    }

    /** Undoes the last change; returns what it was. */
    @Transactional
    public Optional<String> undo(String slug, int base) {
        return history.undo(entity(slug), base);
    }

    /** Redoes what was undone last; returns what it was. */
    @Transactional
    public Optional<String> redo(String slug, int base) {
        return history.redo(entity(slug), base);
    }

    /** What can be undone and redone. */
    @Transactional(readOnly = true)
    public Steps steps(String slug) {
        KeptEntity entity = entity(slug);
        return history.steps(entity.id(), entity.revision());
    }

    /** The revisions, newest first; pages count from 0. */
    @Transactional(readOnly = true)
    public Page<RevisionCard> history(String slug, int page) {
        return history.page(entity(slug), page);
    }

    /** Makes a crosswalk the default for its maps, or not any more. */
    @Transactional
    public void makeUsual(String slug, boolean usual) {
        KeptEntity entity = entity(slug);
        pair(entity.sourceMapId(), entity.targetMapId()).forEach(other -> other.makeUsual(false));
        entity.makeUsual(usual);
    }

    /** Remembers that a crosswalk was just used, unless there is no room for that. */
    @Transactional
    public void use(String slug) {
        if (!room.isShort()) {
            crosswalks.findBySlug(slug).ifPresent(kept -> kept.use(clock.instant()));
        }
    }

    /** Takes a crosswalk out of the list; it can be restored. */
    @Transactional
    public String remove(String slug) {
        return history.remove(entity(slug));
    }

    /** Brings a removed crosswalk back. */
    @Transactional
    public String bringBack(String slug) {
        return history.bringBack(crosswalks.findBySlug(slug).orElseThrow(() -> unknown(slug)));
    }

    private KeptEntity entity(String slug) {
        return history.unlessRemoved(crosswalks.findBySlug(slug).orElseThrow(() -> unknown(slug)));
    }

    private static Refusal unknown(String slug) {
        return Refusal.notFound(
                "There is no saved crosswalk \"" + slug + "\"; look for it on the crosswalks page.",
                new Refusal.Link("Crosswalks", "/crosswalks"));
    }

    private StoredKept stored(KeptEntity entity) {
        return stored(entity, document(entity, entity.revision()));
    }

    private StoredKept stored(KeptEntity entity, KeptCrosswalk kept) {
        return new StoredKept(
                entity.id(),
                entity.slug(),
                entity.revision(),
                entity.isUsual(),
                kept,
                ledger.get(entity.sourceMapId()),
                ledger.get(entity.targetMapId()));
    }

    private KeptCrosswalk document(KeptEntity entity, int number) {
        try {
            return CrosswalkJson.read(history.get(entity, number).document());
        } catch (DocumentException e) {
            throw new IllegalStateException(
                    "Crosswalk " + entity.slug() + " cannot be read back: " + e.getMessage(), e);
        }
    }
}
