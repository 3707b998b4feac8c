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
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.SheetRow.Shown;
import org.jollyledger.web.cache.Recently;
import org.jollyledger.web.crosswalk.OpenCrosswalk.KeptLink;
import org.jollyledger.web.crosswalk.OpenCrosswalk.Made;
import org.jollyledger.web.database.Additions;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.part.StoredPart;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.revision.History;
import org.jollyledger.web.room.DiskRoom;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.util.function.SingletonSupplier;

/** Keeps the crosswalks of parts and what was decided about them. */
@Service
class CrosswalkService {
    /** For how many crosswalks what was worked out is kept: those that are open, before and after a change. */
    private static final int MOST_KEPT = 8;

    private final CrosswalkRepository crosswalks;
    private final LedgerService ledger;
    private final PartService parts;
    private final KeptService kept;
    private final Additions additions;
    private final DiskRoom room;
    private final Clock clock = Clock.systemUTC();
    private final History<CrosswalkEntity, CrosswalkRevisionEntity> history;
    private final Recently<Ground, Proposal> proposals = new Recently<>(MOST_KEPT);
    private final Recently<Standing, Made> made = new Recently<>(MOST_KEPT);

    CrosswalkService(
            CrosswalkRepository crosswalks,
            CrosswalkRevisionRepository revisions,
            LedgerService ledger,
            PartService parts,
            KeptService kept,
            Additions additions,
            DiskRoom room) {
        this.room = room;
        this.crosswalks = crosswalks;
        this.ledger = ledger;
        this.parts = parts;
        this.kept = kept;
        this.additions = additions;
        history = new History<>(revisions, clock, (crosswalk, number) -> {});
    }

    /**
     * Opens the crosswalk of a part between two maps; returns its key. A new one is based on the default for the two
     * maps, where there is one.
     */
    long open(String partSlug, String from, String to) {
        return additions.inTurn(() -> {
            StoredPart part = parts.get(partSlug);
            StoredMap source = ledger.get(from);
            StoredMap target = ledger.get(to);
            CrosswalkEntity entity = crosswalks
                    .findByPartIdAndSourceMapIdAndTargetMapId(part.id(), source.id(), target.id())
                    .orElseGet(() -> begin(part, source, target));
            if (!room.isShort()) {
                use(entity, part, source, target);
            }
            return entity.id();
        });
    }

    private void use(CrosswalkEntity entity, StoredPart part, StoredMap source, StoredMap target) {
        parts.writtenFor(part.id(), source.id());
        ledger.use(source.id());
        ledger.use(target.id());
        entity.use(clock.instant());
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
        history.add(
                entity,
                decision.summary(),
                stamp -> new CrosswalkRevisionEntity(stamp, RoutesJson.write(decision.choices())));
    }

    /**
     * A crosswalk as it is now.
     *
     * @throws Refusal when there is none with this key
     */
    @Transactional(readOnly = true)
    public OpenCrosswalk get(long id) {
        CrosswalkEntity entity = entity(id);
        StoredPart part = parts.get(entity.partId());
        StoredMap source = ledger.get(entity.sourceMapId());
        StoredMap target = ledger.get(entity.targetMapId());
        Choices choices = history.current(entity).map(CrosswalkService::choices).orElse(Choices.NONE);
        Optional<StoredKept> below = choices.kept().flatMap(kept::find);
        Ground ground = Ground.of(part, source, target);
        Proposal proposal = proposals.get(ground, () -> Proposal.of(part, source, target));
        Standing standing = new Standing(id, entity.revision(), ground, below.map(CrosswalkService::belowKey));
        return new OpenCrosswalk(
                id,
                entity.revision(),
                part,
                source,
                target,
                proposal.drums,
                made.get(standing, () -> make(proposal, choices, below)),
                history.steps(id, entity.revision()));
    }

    private static Made make(Proposal proposal, Choices choices, Optional<StoredKept> below) {
        Crosswalk proposed = proposal.crosswalk;
        Reopened base = below.map(stored -> stored.kept().over(proposed)).orElse(new Reopened(proposed, List.of()));
        List<Route> fitting = choices.routes().stream().filter(proposed::fits).toList();
        Crosswalk crosswalk = base.crosswalk().with(fitting);
        return new Made(
                choices,
                below.map(stored -> new KeptLink(stored.slug(), stored.kept().name())),
                base.crosswalk(),
                base.overtaken(),
                choices.routes().size() - fitting.size(),
                crosswalk,
                new Findings(Conversion.of(proposal.drums.part(), crosswalk), proposal.sheet, crosswalk.target()));
    }

    /** A part on its way between two maps: what is proposed for it is good as long as this is the same. */
    private record Ground(
            long part, int partRevision, long source, int sourceRevision, long target, int targetRevision) {
        static Ground of(StoredPart part, StoredMap source, StoredMap target) {
            return new Ground(
                    part.id(), part.revision(), source.id(), source.revision(), target.id(), target.revision());
        }
    }

    /** What is proposed for a part, and which of its hits those are. */
    private record Proposal(DrumChannel drums, Crosswalk crosswalk, SingletonSupplier<Sheet> sheet) {
        static Proposal of(StoredPart part, StoredMap source, StoredMap target) {
            DrumChannel drums = DrumChannel.find(part.file(), source.map().channel());
            return new Proposal(
                    drums,
                    Crosswalk.propose(source.map(), target.map(), drums.part()),
                    SingletonSupplier.of(() -> Sheet.of(drums.part(), source.map(), Shown.PLAYED)));
        }
    }

    /** A kept crosswalk at one of its revisions. */
    private record Below(long id, int revision) {}

    private static Below belowKey(StoredKept kept) {
        return new Below(kept.id(), kept.revision());
    }

    /** All that a conversion is made from: what was worked out of it is good as long as this is the same. */
    private record Standing(long id, int revision, Ground ground, Optional<Below> below) {}

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
    public String keep(long id, int base, String name, Optional<String> into) {
        return additions.inTurn(() -> kept(id, base, name, into));
    }

    private String kept(long id, int base, String name, Optional<String> into) {
        OpenCrosswalk open = get(id);
        String title = into.map(slug -> kept.get(slug).kept().name()).orElse(name.strip());
        KeptCrosswalk keeping = Refusal.unlessValid(() ->
                KeptCrosswalk.of(title, "", open.crosswalk(), open.choices().accepted()));
        StoredKept stored = into.map(slug -> replace(slug, keeping, open))
                .orElseGet(() -> kept.add(
                        keeping,
                        open.source().id(),
                        open.target().id(),
                        "Saved from " + open.part().title()));
        String done = "Saved as " + stored.kept().name();
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
                slug, before.revision(), "Changed from " + open.part().title(), now -> now.withRoutesOf(keeping));
    }

    /** Keeps the converted part as a part of its own; returns its address. */
    String keepPart(long id) {
        OpenCrosswalk open = get(id);
        FileName name =
                FileName.of(open.part().fileName().madeFor(open.target().map().name(), ".mid"));
        String slug = parts.add(name, open.conversion().bytes());
        parts.writtenFor(parts.get(slug).id(), open.target().id());
        return slug;
    }

    /** Undoes the last change; returns what it was. */
    @Transactional
    public Optional<String> undo(long id, int base) {
        return history.undo(entity(id), base);
    }

    /** Redoes what was undone last; returns what it was. */
    @Transactional
    public Optional<String> redo(long id, int base) {
        return history.redo(entity(id), base);
    }

    private CrosswalkEntity entity(long id) {
        return crosswalks
                .findById(id)
                .orElseThrow(() -> Refusal.notFound(
                        "There is no crosswalk " + id + "; open one from a part's page.",
                        new Refusal.Link("Parts", "/parts")));
    }

    private CrosswalkEntity entityAt(long id, int base) {
        return history.at(entity(id), base);
    }

    private static Choices choices(CrosswalkRevisionEntity revision) {
        try {
            return RoutesJson.read(revision.document());
        } catch (DocumentException e) {
            throw new IllegalStateException("Stored choices cannot be read back: " + e.getMessage(), e);
        }
    }
}
