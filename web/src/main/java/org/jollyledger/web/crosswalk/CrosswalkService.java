package org.jollyledger.web.crosswalk;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.crosswalk.Choices;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Target;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.RoutesJson;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.part.PartService;
import org.jollyledger.web.part.StoredPart;
import org.jollyledger.web.problem.Refusal;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Keeps crosswalks and the changes made to them. */
@Service
class CrosswalkService {
    /** What a choice says in place of a target note. */
    static final String SILENT = "silent";

    static final String AS_PROPOSED = "proposed";

    private static final int LONGEST_SUMMARY = 500;

    private final CrosswalkRepository crosswalks;
    private final CrosswalkRevisionRepository revisions;
    private final LedgerService ledger;
    private final PartService parts;
    private final TransactionTemplate transaction;
    private final Clock clock = Clock.systemUTC();

    CrosswalkService(
            CrosswalkRepository crosswalks,
            CrosswalkRevisionRepository revisions,
            LedgerService ledger,
            PartService parts,
            TransactionTemplate transaction) {
        this.crosswalks = crosswalks;
        this.revisions = revisions;
        this.ledger = ledger;
        this.parts = parts;
        this.transaction = transaction;
    }

    /** Opens the crosswalk of a part between two maps, a new one where there is none; answers its key. */
    synchronized long open(String partSlug, String from, String to) {
        return transaction.execute(status -> {
            StoredPart part = parts.get(partSlug);
            StoredMap source = ledger.get(from);
            StoredMap target = ledger.get(to);
            parts.writtenFor(part.id(), source.id());
            ledger.use(source.id());
            ledger.use(target.id());
            return crosswalks
                    .findByPartIdAndSourceMapIdAndTargetMapId(part.id(), source.id(), target.id())
                    .orElseGet(() ->
                            crosswalks.save(new CrosswalkEntity(part.id(), source.id(), target.id(), clock.instant())))
                    .id();
        });
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
        DrumChannel drums = DrumChannel.find(part.file(), source.map().channel());
        Crosswalk crosswalk = withChoices(Crosswalk.propose(source.map(), target.map(), drums.part()), revision);
        return new OpenCrosswalk(
                id,
                entity.revision(),
                part,
                source,
                target,
                drums,
                crosswalk,
                Conversion.of(drums.part(), crosswalk),
                revision.map(CrosswalkRevisionEntity::summary),
                child(entity).map(CrosswalkRevisionEntity::summary));
    }

    /**
     * Sends the hits of one source note somewhere else.
     *
     * @param base the revision the choice was made on
     * @param choice the number of a target note, {@link #SILENT} or {@link #AS_PROPOSED}
     * @return what was done, in words
     * @throws Refusal when the choice is none, or the crosswalk has changed since
     */
    @Transactional
    public String choose(long id, int base, int sourceNote, String choice) {
        CrosswalkEntity entity = entityAt(id, base);
        Crosswalk before = get(id).crosswalk();
        Crosswalk after;
        try {
            after = change(before, Note.of(sourceNote), choice);
        } catch (IllegalArgumentException e) {
            throw Refusal.unreadable(String.valueOf(e.getMessage()));
        }
        String summary = summary(after, Note.of(sourceNote));
        int parent = entity.revision();
        int number = entity.nextRevision(clock.instant());
        revisions.save(new CrosswalkRevisionEntity(
                id, number, parent, summary, RoutesJson.write(chosen(after)), clock.instant()));
        return summary;
    }

    /** A crosswalk with those of some earlier choices that its maps still allow. */
    private static Crosswalk withChoices(Crosswalk proposal, Optional<CrosswalkRevisionEntity> revision) {
        return proposal.with(revision.map(CrosswalkService::routes).orElse(List.of()).stream()
                .filter(proposal::fits)
                .toList());
    }

    private static Choices chosen(Crosswalk crosswalk) {
        return new Choices(
                Optional.empty(),
                crosswalk.routes().stream()
                        .filter(route -> route.origin() == Route.Origin.CHOSEN)
                        .toList(),
                Set.of());
    }

    private static Crosswalk change(Crosswalk before, Note source, String choice) {
        return switch (choice) {
            case AS_PROPOSED -> before.withProposalFor(source);
            case SILENT -> before.with(Route.chosen(source, List.of()));
            default -> {
                if (!choice.matches("\\d{1,3}")) {
                    throw new IllegalArgumentException(
                            "\"" + choice + "\" is no target; choose a line of the target map.");
                }
                yield before.with(Route.chosen(source, List.of(Target.all(Note.of(Integer.parseInt(choice))))));
            }
        };
    }

    private static String summary(Crosswalk crosswalk, Note note) {
        String source = name(crosswalk.source(), note);
        Route route = crosswalk.routeFrom(note).orElseThrow();
        List<String> targets = route.targets().stream()
                .map(target -> name(crosswalk.target(), target.note()))
                .toList();
        String words =
                targets.isEmpty() ? source + " is left silent" : source + " goes to " + String.join(" and ", targets);
        String whole = route.origin() == Route.Origin.PROPOSED ? words + ", as proposed" : words;
        return whole.substring(0, Math.min(whole.length(), LONGEST_SUMMARY));
    }

    private static String name(NoteMap map, Note note) {
        return map.lineAt(note).map(Line::name).orElse("note " + note.number());
    }

    /** Takes the last change back; answers what it was. */
    @Transactional
    public Optional<String> undo(long id, int base) {
        CrosswalkEntity entity = entityAt(id, base);
        Optional<CrosswalkRevisionEntity> last = current(entity);
        last.ifPresent(revision -> entity.goTo(revision.parent(), clock.instant()));
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

    private static List<Route> routes(CrosswalkRevisionEntity revision) {
        try {
            return RoutesJson.read(revision.routes()).routes();
        } catch (DocumentException e) {
            throw new IllegalStateException("Stored routes cannot be read back: " + e.getMessage(), e);
        }
    }
}
