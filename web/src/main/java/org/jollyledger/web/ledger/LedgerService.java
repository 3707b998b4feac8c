package org.jollyledger.web.ledger;

import java.time.Clock;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.notemap.Legible;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.cache.Recently;
import org.jollyledger.web.database.Additions;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.problem.Paging;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.revision.History;
import org.jollyledger.web.revision.RevisionCard;
import org.jollyledger.web.room.DiskRoom;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.PageRequest;
import org.springframework.data.domain.Pageable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps the note maps. */
@Service
public class LedgerService {
    /** How many maps a page of the index shows. */
    public static final int PAGE_SIZE = 25;

    private static final int MOST_REMOVED = 200;
    /** Enough for the maps that are in use, each with a few of its revisions. */
    private static final int MOST_READ = 2_000;

    private final NoteMapRepository maps;
    private final Additions additions;
    private final DiskRoom room;
    private final Clock clock = Clock.systemUTC();
    private final History<NoteMapEntity, MapRevisionEntity> history;
    private final Recently<RevisionKey, NoteMap> read = new Recently<>(MOST_READ);

    /** A revision of a map, which never changes. */
    private record RevisionKey(long id, int number) {}

    LedgerService(NoteMapRepository maps, MapRevisionRepository revisions, Additions additions, DiskRoom room) {
        this.room = room;
        this.maps = maps;
        this.additions = additions;
        history = new History<>(
                revisions,
                clock,
                (map, number) -> map.describe(stored(map, number).map()));
    }

    /** The maps that a query asks for; pages count from 0. */
    @Transactional(readOnly = true)
    public Page<MapCard> search(LedgerQuery query, int page) {
        Pageable wanted = Paging.of(page, PAGE_SIZE, query.sorting());
        Page<NoteMapEntity> found = query.narrows()
                ? maps.search(query.textPattern(), query.kindPattern(), query.piecePattern(), wanted)
                : maps.findAllByRemovedAtIsNull(wanted);
        return found.map(MapCard::of);
    }

    /** The names of all maps, by name. */
    @Transactional(readOnly = true)
    public List<MapName> names() {
        return maps.names();
    }

    /** All maps as they are now, those used last first. */
    @Transactional(readOnly = true)
    public List<StoredMap> all() {
        return maps.standings().stream()
                .map(map -> stored(map.id(), map.slug(), map.revision(), () -> document(map)))
                .toList();
    }

    /** The maps used last. */
    @Transactional(readOnly = true)
    public List<MapCard> recent(int count) {
        return maps.findAllByRemovedAtIsNullOrderByUsedAtDescName(PageRequest.of(0, count)).stream()
                .map(MapCard::of)
                .toList();
    }

    /**
     * The map at an address, as it is now.
     *
     * @throws Refusal when there is none
     */
    @Transactional(readOnly = true)
    public StoredMap get(String slug) {
        return stored(entity(slug));
    }

    /** The map with a key, as it is now. */
    @Transactional(readOnly = true)
    public StoredMap get(long id) {
        return stored(maps.findById(id).orElseThrow());
    }

    /**
     * A map at one of its revisions.
     *
     * @throws Refusal when there is no such map or revision
     */
    @Transactional(readOnly = true)
    public StoredMap get(String slug, int revision) {
        return stored(entity(slug), revision);
    }

    /** Adds a map. Additions wait for each other, so that no two take one address. */
    public StoredMap add(NoteMap map, boolean builtIn, String summary) {
        return additions.inTurn(() -> stored(save(map, builtIn, summary), map));
    }

    /** Adds maps, all of them or none. */
    public List<StoredMap> addAll(List<NoteMap> added, String summary) {
        return additions.inTurn(() -> added.stream()
                .map(map -> stored(save(map, false, summary), map))
                .toList());
    }

    private static void refuseIllegible(NoteMap map) {
        Legible.problem(map).ifPresent(problem -> {
            throw Refusal.unreadable(problem);
        });
    }

    /** A map that was not legible before this was asked may still be changed. */
    private static void refuseWhatBecomesIllegible(NoteMap before, NoteMap after) {
        Optional<String> problem = Legible.problem(after);
        if (problem.isPresent() && Legible.problem(before).isEmpty()) {
            throw Refusal.unreadable(problem.get());
        }
    }

    private NoteMapEntity save(NoteMap map, boolean builtIn, String summary) {
        refuseIllegible(map);
        String slug = Slugs.free(map.name(), "map", maps::existsBySlug);
        NoteMapEntity entity = maps.save(new NoteMapEntity(slug, map, builtIn, clock.instant()));
        history.add(entity, summary, stamp -> new MapRevisionEntity(stamp, NoteMapJson.write(map)));
        return entity;
    }

    /** Adds a copy of a map that remembers where it comes from. */
    public StoredMap derive(String slug, String name) {
        return additions.inTurn(() -> {
            NoteMapEntity origin = entity(slug);
            StoredMap from = stored(origin);
            String wanted = name.isBlank() ? from.map().name() + ", copy" : name.strip();
            NoteMap copy =
                    Refusal.unlessValid(() -> ownKind(from.map()).withName(Cut.to(NoteMap.LONGEST_NAME, wanted)));
            NoteMapEntity entity = save(copy, false, "Copied from " + from.map().name());
            entity.derivedFrom(origin.id(), origin.revision());
            return stored(entity, copy);
        });
    }

    /** A copy of a published standard is the owner's own, and no standard any more. */
    private static NoteMap ownKind(NoteMap map) {
        return map.kind() == MapKind.STANDARD ? map.withKind(MapKind.LIBRARY) : map;
    }

    /**
     * A map with all that its page shows.
     *
     * @throws Refusal when there is none
     */
    @Transactional(readOnly = true)
    OpenMap open(String slug) {
        NoteMapEntity entity = entity(slug);
        Optional<StoredMap> origin = entity.derivedFromId()
                .flatMap(maps::findById)
                .map(from -> stored(from, entity.derivedFromRevision().orElse(from.revision())));
        return new OpenMap(stored(entity), state(entity), origin);
    }

    /**
     * Makes a change its map's next revision.
     *
     * @param base the revision that the change was made on
     * @param summary what was done, in words
     * @param how makes the new map from the one at that revision; nothing is saved when they are equal
     * @throws Refusal when the map has changed since, is built in, or the change cannot be made
     */
    @Transactional
    public StoredMap change(String slug, int base, String summary, UnaryOperator<NoteMap> how) {
        NoteMapEntity entity = entityAt(slug, base);
        NoteMap before = stored(entity).map();
        NoteMap after = Refusal.unlessValid(() -> how.apply(before));
        if (after.equals(before)) {
            return stored(entity);
        }
        refuseWhatBecomesIllegible(before, after);
        history.add(entity, summary, stamp -> new MapRevisionEntity(stamp, NoteMapJson.write(after)));
        entity.describe(after);
        return stored(entity, after);
    }

    /** Undoes the last change; returns what it was. */
    @Transactional
    public Optional<String> undo(String slug, int base) {
        return history.undo(entityAt(slug, base), base);
    }

    /** Redoes what was undone last; returns what it was. */
    @Transactional
    public Optional<String> redo(String slug, int base) {
        return history.redo(entityAt(slug, base), base);
    }

    /** Makes the map again what it was at one of its revisions. */
    @Transactional
    public StoredMap restore(String slug, int base, int number) {
        NoteMap then = get(slug, number).map();
        return change(slug, base, History.restored(number), now -> then);
    }

    /** What can be undone and done again, in words. */
    @Transactional(readOnly = true)
    public EditState editState(String slug) {
        return state(entity(slug));
    }

    private EditState state(NoteMapEntity entity) {
        return new EditState(entity.isBuiltIn(), history.steps(entity.id(), entity.revision()), entity.changedAt());
    }

    /** The revisions of a map, newest first; pages count from 0. */
    @Transactional(readOnly = true)
    public Page<RevisionCard> history(String slug, int page) {
        return history.page(entity(slug), page);
    }

    /** Takes a map out of the ledger; it can be restored. */
    @Transactional
    public String remove(String slug) {
        NoteMapEntity entity = entity(slug);
        if (entity.isBuiltIn()) {
            throw Refusal.forbidden("“" + entity.name() + "” is built in and cannot be removed.");
        }
        return history.remove(entity);
    }

    /** Brings a removed map back. */
    @Transactional
    public String bringBack(String slug) {
        return history.bringBack(maps.findBySlug(slug).orElseThrow(() -> unknown(slug)));
    }

    /** The maps that were removed, the last one first. */
    @Transactional(readOnly = true)
    public List<MapCard> removed() {
        return maps.findAllByRemovedAtIsNotNullOrderByRemovedAtDesc(PageRequest.of(0, MOST_REMOVED)).stream()
                .map(MapCard::of)
                .toList();
    }

    /** Those of some maps, by their keys, that were removed. */
    @Transactional(readOnly = true)
    public List<MapName> removedOf(Collection<Long> ids) {
        return maps.removedOf(ids);
    }

    /** The address of the map with a name, if there is one. */
    @Transactional(readOnly = true)
    public Optional<String> slugOf(String name) {
        return maps.findAllByRemovedAtIsNullAndName(name).stream()
                .filter(map -> !map.isBuiltIn())
                .map(NoteMapEntity::slug)
                .findFirst();
    }

    /** Remembers that a map was just used, unless there is no room for that. */
    @Transactional
    public void use(long id) {
        if (!room.isShort()) {
            maps.use(id, clock.instant());
        }
    }

    @Transactional(readOnly = true)
    public boolean isEmpty() {
        return maps.count() == 0;
    }

    private NoteMapEntity entity(String slug) {
        return history.unlessRemoved(maps.findBySlug(slug).orElseThrow(() -> unknown(slug)));
    }

    private static Refusal unknown(String slug) {
        return Refusal.notFound(
                "There is no map \"" + slug + "\" in the ledger; look for it on the ledger page.",
                new Refusal.Link("The ledger", "/"));
    }

    private NoteMapEntity entityAt(String slug, int base) {
        NoteMapEntity entity = entity(slug);
        if (entity.isBuiltIn()) {
            throw Refusal.forbidden(
                    "“" + entity.name() + "” is built in and stays as published; make a copy to change it.");
        }
        return history.at(entity, base);
    }

    private static StoredMap stored(NoteMapEntity entity, NoteMap map) {
        return new StoredMap(entity.id(), entity.slug(), entity.revision(), map);
    }

    private StoredMap stored(NoteMapEntity entity) {
        return stored(entity, entity.revision());
    }

    private StoredMap stored(NoteMapEntity entity, int number) {
        return stored(
                entity.id(),
                entity.slug(),
                number,
                () -> history.get(entity, number).document());
    }

    /** A revision never changes, so that its document is read once. */
    private StoredMap stored(long id, String slug, int number, Supplier<String> document) {
        NoteMap map = read.get(new RevisionKey(id, number), () -> read(slug, document.get()));
        return new StoredMap(id, slug, number, map);
    }

    private String document(NoteMapRepository.Standing map) {
        return history.find(map.id(), map.revision()).orElseThrow().document();
    }

    private static NoteMap read(String slug, String document) {
        try {
            return NoteMapJson.read(document);
        } catch (DocumentException e) {
            throw new IllegalStateException("Map " + slug + " cannot be read back: " + e.getMessage(), e);
        }
    }
}
