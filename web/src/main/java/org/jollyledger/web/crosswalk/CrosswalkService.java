package org.jollyledger.web.crosswalk;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import org.jollyledger.core.crosswalk.Choices;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.KeptCrosswalk;
import org.jollyledger.core.crosswalk.KeptCrosswalk.Reopened;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.RoutesJson;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.web.crosswalk.OpenCrosswalk.KeptLink;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.part.StoredPart;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.revision.Revision;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Keeps the crosswalks of parts and what was decided about them. */
@Service
class CrosswalkService {
    private static final int LONGEST_SUMMARY = 400;

    private final CrosswalkRepository crosswalks;
    private final CrosswalkRevisionRepository revisions;
    private final LedgerService ledger;
    private final PartService parts;
    private final KeptService kept;
    private final TransactionTemplate transaction;
    private final Clock clock = Clock.systemUTC();

    CrosswalkService(
            CrosswalkRepository crosswalks,
            CrosswalkRevisionRepository revisions,
            LedgerService ledger,
            PartService parts,
            KeptService kept,
            TransactionTemplate transaction) {
        this.crosswalks = crosswalks;
        this.revisions = revisions;
        this.ledger = ledger;
        this.parts = parts;
        this.kept = kept;
        this.transaction = transaction;
    }

    /**
     * Opens the crosswalk of a part between two maps; answers its key. A new one is laid over the usual one for the two
     * maps, where there is one.
     */
    synchronized long open(String partSlug, String from, String to) {
        return transaction.execute(status -> {
            StoredPart part = parts.get(partSlug);
            StoredMap source = ledger.get(from);
            StoredMap target = ledger.get(to);
            parts.writtenFor(part.id(), source.id());
            ledger.use(source.id());
            ledger.use(target.id());
            CrosswalkEntity entity = crosswalks
                    .findByPartIdAndSourceMapIdAndTargetMapId(part.id(), source.id(), target.id())
                    .orElseGet(() -> begin(part, source, target));
            entity.use(clock.instant());
            return entity.id();
        });
    }

    private CrosswalkEntity begin(StoredPart part, StoredMap source, StoredMap target) {
        CrosswalkEntity entity =
                crosswalks.save(new CrosswalkEntity(part.id(), source.id(), target.id(), clock.instant()));
        kept.usual(source.id(), target.id())
                .flatMap(usual -> kept.find(usual.slug()))
                .ifPresent(usual -> save(entity, Decisions.layOver(Choices.NONE, Optional.of(usual))));
        return entity;
    }

    private void save(CrosswalkEntity entity, Decision decision) {
        int parent = entity.revision();
        int number = entity.nextRevision(clock.instant());
        revisions.save(new CrosswalkRevisionEntity(
                entity.id(),
                number,
                parent,
                Cut.to(LONGEST_SUMMARY, decision.summary()),
                RoutesJson.write(decision.choices()),
                clock.instant()));
    }

    /**
     * A crosswalk as it stands.
     *
     * @throws Refusal when there is none with this key
     */
    @Transactional(readOnly = true)
    public OpenCrosswalk get(long id) {
        CrosswalkEntity entity = entity(id);
        StoredPart part = parts.get(entity.partId());
        StoredMap source = ledger.get(entity.sourceMapId());
        StoredMap target = ledger.get(entity.targetMapId());
        Optional<CrosswalkRevisionEntity> revision = current(entity);
        Choices choices = revision.map(CrosswalkService::choices).orElse(Choices.NONE);
        DrumChannel drums = DrumChannel.find(part.file(), source.map().channel());
        Crosswalk proposal = Crosswalk.propose(source.map(), target.map(), drums.part());
        Optional<StoredKept> below = choices.kept().flatMap(kept::find);
        Reopened base = below.map(stored -> stored.kept().over(proposal)).orElse(new Reopened(proposal, List.of()));
        List<Route> fitting = choices.routes().stream().filter(proposal::fits).toList();
        Crosswalk crosswalk = base.crosswalk().with(fitting);
        return new OpenCrosswalk(
                id,
                entity.revision(),
                part,
                source,
                target,
                drums,
                choices,
                below.map(stored -> new KeptLink(stored.slug(), stored.kept().name())),
                base.crosswalk(),
                base.overtaken(),
                choices.routes().size() - fitting.size(),
                crosswalk,
                Conversion.of(drums.part(), crosswalk),
                revision.map(CrosswalkRevisionEntity::summary),
                child(entity).map(CrosswalkRevisionEntity::summary));
    }

    /**
     * All that a conversion is made from: what was worked out of it is good as long as this is the same.
     *
     * @param kept the revision of the kept crosswalk that lies below; 0 for none
     */
    record Standing(long id, int revision, int part, int source, int target, int kept) {}

    /** What the conversion of a crosswalk is made from now. */
    @Transactional(readOnly = true)
    public Standing standing(long id) {
        CrosswalkEntity entity = entity(id);
        int below = current(entity)
                .map(CrosswalkService::choices)
                .flatMap(Choices::kept)
                .flatMap(kept::find)
                .map(StoredKept::revision)
                .orElse(0);
        return new Standing(
                id,
                entity.revision(),
                parts.revision(entity.partId()),
                ledger.get(entity.sourceMapId()).revision(),
                ledger.get(entity.targetMapId()).revision(),
                below);
    }

    /**
     * Decides something about a crosswalk.
     *
     * @param base the revision the decision was made on
     * @return what was done, in words
     * @throws Refusal when the maps do not allow it, or the crosswalk has changed since
     */
    @Transactional
    public String decide(long id, int base, Supplier<Function<OpenCrosswalk, Decision>> how) {
        CrosswalkEntity entity = entityAt(id, base);
        Decision decision = Refusal.unlessValid(() -> how.get().apply(get(id)));
        save(entity, decision);
        return decision.summary();
    }

    /** Lays what was decided over a kept crosswalk, or over the proposal. */
    @Transactional
    public String layOver(long id, int base, Optional<String> slug) {
        Optional<StoredKept> below = slug.map(kept::get);
        return decide(id, base, () -> open -> Decisions.layOver(open.choices(), below));
    }

    /**
     * Keeps the routes of a part's crosswalk by name, and lays the part over them.
     *
     * @param into the kept crosswalk that they replace; empty for a new one
     */
    @Transactional
    public String keep(long id, int base, String name, Optional<String> into) {
        OpenCrosswalk open = get(id);
        String title = into.map(slug -> kept.get(slug).kept().name()).orElse(name.strip());
        KeptCrosswalk keeping = Refusal.unlessValid(() ->
                KeptCrosswalk.of(title, "", open.crosswalk(), open.choices().accepted()));
        StoredKept stored = into.map(slug -> replace(slug, keeping, open))
                .orElseGet(() -> kept.add(
                        keeping,
                        open.source().id(),
                        open.target().id(),
                        "Kept from " + open.part().title()));
        String done = "Kept as " + stored.kept().name();
        decide(
                id,
                base,
                () -> now -> new Decision(
                        Decisions.layOver(Choices.NONE, Optional.of(stored)).choices(), done));
        return done;
    }

    private StoredKept replace(String slug, KeptCrosswalk keeping, OpenCrosswalk open) {
        StoredKept before = kept.get(slug);
        return kept.change(
                slug,
                before.revision(),
                "Changed from " + open.part().title(),
                now -> new KeptCrosswalk(
                        now.name(), now.remark(), keeping.from(), keeping.to(), keeping.routes(), keeping.accepted()));
    }

    /** Keeps the converted part as a part of its own; answers its address. */
    String keepPart(long id) {
        OpenCrosswalk open = get(id);
        FileName name =
                FileName.of(open.part().fileName().madeFor(open.target().map().name(), ".mid"));
        String slug = parts.add(name, open.conversion().bytes());
        parts.writtenFor(parts.get(slug).id(), open.target().id());
        return slug;
    }

    /** Takes the last change back; answers what it was. */
    @Transactional
    public Optional<String> undo(long id, int base) {
        CrosswalkEntity entity = entityAt(id, base);
        Optional<CrosswalkRevisionEntity> last = current(entity);
        last.flatMap(Revision::parent).ifPresent(parent -> entity.goTo(parent, clock.instant()));
        return last.map(CrosswalkRevisionEntity::summary);
    }

    /** Does again what was taken back last; answers what it was. */
    @Transactional
    public Optional<String> redo(long id, int base) {
        CrosswalkEntity entity = entityAt(id, base);
        Optional<CrosswalkRevisionEntity> next = child(entity);
        next.ifPresent(revision -> entity.goTo(revision.number(), clock.instant()));
        return next.map(CrosswalkRevisionEntity::summary);
    }

    private CrosswalkEntity entity(long id) {
        return crosswalks
                .findById(id)
                .orElseThrow(() -> Refusal.notFound("There is no crosswalk " + id + "; open one from a part's page."));
    }

    private CrosswalkEntity entityAt(long id, int base) {
        CrosswalkEntity entity = entity(id);
        if (entity.revision() != base) {
            throw Refusal.overtaken(
                    "This crosswalk was changed elsewhere since you opened it; here it is as it stands now, choose again.");
        }
        return entity;
    }

    private Optional<CrosswalkRevisionEntity> current(CrosswalkEntity entity) {
        return revisions.findByCrosswalkIdAndNumber(entity.id(), entity.revision());
    }

    private Optional<CrosswalkRevisionEntity> child(CrosswalkEntity entity) {
        return revisions.findFirstByCrosswalkIdAndParentOrderByNumberDesc(entity.id(), entity.revision());
    }

    private static Choices choices(CrosswalkRevisionEntity revision) {
        try {
            return RoutesJson.read(revision.document());
        } catch (DocumentException e) {
            throw new IllegalStateException("Stored choices cannot be read back: " + e.getMessage(), e);
        }
    }
}
