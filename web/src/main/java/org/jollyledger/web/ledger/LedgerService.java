package org.jollyledger.web.ledger;

import java.time.Clock;
import java.util.List;
import java.util.Locale;
import org.jollyledger.core.exchange.DocumentException;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.problem.Refusal;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Keeps the note maps. */
@Service
public class LedgerService {
    /** How many maps a page of the index shows. */
    public static final int PAGE_SIZE = 40;

    private final NoteMapRepository maps;
    private final MapRevisionRepository revisions;
    private final TransactionTemplate transaction;
    private final Clock clock = Clock.systemUTC();

    LedgerService(NoteMapRepository maps, MapRevisionRepository revisions, TransactionTemplate transaction) {
        this.maps = maps;
        this.revisions = revisions;
        this.transaction = transaction;
    }

    /** The maps whose name, maker's text or line names hold some words, by name; pages count from 0. */
    @Transactional(readOnly = true)
    public Page<MapCard> search(String words, int page) {
        String literal = words.strip().toLowerCase(Locale.ROOT).replaceAll("([\\\\%_])", "\\\\$1");
        return maps.search("%" + literal + "%", PageRequest.of(Math.max(0, page), PAGE_SIZE))
                .map(MapCard::of);
    }

    /** All maps by name. */
    @Transactional(readOnly = true)
    public List<MapCard> all() {
        return maps.findAllByOrderByName().stream().map(MapCard::of).toList();
    }

    /** The maps used last. */
    @Transactional(readOnly = true)
    public List<MapCard> recent(int count) {
        return maps.findAllByOrderByUsedAtDescName(PageRequest.of(0, count)).stream()
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

    /** Adds a map. Additions wait for each other, so that no two take one address. */
    public synchronized StoredMap add(NoteMap map, boolean builtIn, String summary) {
        return transaction.execute(status -> {
            String slug = Slugs.free(map.name(), "map", maps::existsBySlug);
            NoteMapEntity entity = maps.save(new NoteMapEntity(slug, map, builtIn, clock.instant()));
            revisions.save(new MapRevisionEntity(
                    entity.id(), entity.revision(), summary, NoteMapJson.write(map), clock.instant()));
            return new StoredMap(entity.id(), slug, entity.revision(), map);
        });
    }

    /** Remembers that a map was just used. */
    @Transactional
    public void use(long id) {
        maps.findById(id).ifPresent(map -> map.use(clock.instant()));
    }

    @Transactional(readOnly = true)
    public boolean isEmpty() {
        return maps.count() == 0;
    }

    private NoteMapEntity entity(String slug) {
        return maps.findBySlug(slug)
                .orElseThrow(() -> Refusal.notFound(
                        "There is no map \"" + slug + "\" in the ledger; look for it on the ledger page."));
    }

    private StoredMap stored(NoteMapEntity entity) {
        MapRevisionEntity revision = revisions
                .findByMapIdAndNumber(entity.id(), entity.revision())
                .orElseThrow(() -> new IllegalStateException("Map " + entity.slug() + " lacks its revision."));
        try {
            return new StoredMap(entity.id(), entity.slug(), entity.revision(), NoteMapJson.read(revision.document()));
        } catch (DocumentException e) {
            throw new IllegalStateException("Map " + entity.slug() + " cannot be read back: " + e.getMessage(), e);
        }
    }
}
