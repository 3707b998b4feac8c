package org.jollyledger.web.rig;

import java.time.Clock;
import java.util.List;
import org.jollyledger.web.changelog.ChangeLog;
import org.jollyledger.web.database.Additions;
import org.jollyledger.web.file.Cut;
import org.jollyledger.web.file.Visible;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.MapUse;
import org.jollyledger.web.ledger.Slugs;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.problem.Refusal;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps rigs. */
@Service
public class RigService implements MapUse.Users {
    static final int MOST_MAPS = 60;
    private static final int LONGEST_NAME = 120;

    private final RigRepository rigs;
    private final LedgerService ledger;
    private final Additions additions;
    private final Clock clock = Clock.systemUTC();

    RigService(RigRepository rigs, LedgerService ledger, Additions additions) {
        this.additions = additions;
        this.rigs = rigs;
        this.ledger = ledger;
    }

    /** All rigs, the newest first. */
    @Transactional(readOnly = true)
    public List<Rig> all() {
        return rigs.findAllByOrderByCreatedAtDesc().stream().map(this::rig).toList();
    }

    /**
     * The rig at an address.
     *
     * @throws Refusal when there is none
     */
    @Transactional(readOnly = true)
    public Rig get(String slug) {
        return rig(entity(slug));
    }

    @Transactional(readOnly = true)
    Rig get(long id) {
        return rig(rigs.findById(id).orElseThrow());
    }

    private Rig rig(RigEntity entity) {
        return new Rig(
                entity.id(),
                entity.slug(),
                entity.name(),
                entity.maps().stream().map(ledger::get).toList());
    }

    /** Adds a rig of some maps, by their addresses; returns its address. */
    public String add(String name, List<String> maps) {
        return additions.inTurn(() -> added(name, maps));
    }

    private String added(String name, List<String> maps) {
        List<Long> ids = ids(maps);
        String clean = named(name);
        String slug = Slugs.free(clean, "rig", taken -> rigs.findBySlug(taken).isPresent());
        rigs.save(new RigEntity(slug, clean, ids, clock.instant()));
        ChangeLog.note("rig “" + clean + "”", "added");
        return slug;
    }

    /** Gives a rig another name. */
    @Transactional
    public void rename(String slug, String name) {
        RigEntity rig = entity(slug);
        String clean = named(name);
        ChangeLog.note("rig “" + rig.name() + "”", "renamed to “" + clean + "”");
        rig.change(clean, rig.maps());
    }

    /** Gives a rig another name and other maps. */
    @Transactional
    public void change(String slug, String name, List<String> maps) {
        String clean = named(name);
        entity(slug).change(clean, ids(maps));
        ChangeLog.note("rig “" + clean + "”", "changed");
    }

    @Override
    @Transactional(readOnly = true)
    public MapUse useOf(long map) {
        return new MapUse("rig", "rigs", rigs.havingMap(map));
    }

    private static String named(String name) {
        String clean = Visible.text(name);
        if (clean.isEmpty()) {
            throw Refusal.incomplete("A rig needs a name; type one.");
        }
        return Cut.to(LONGEST_NAME, clean);
    }

    private List<Long> ids(List<String> maps) {
        List<Long> ids =
                maps.stream().distinct().map(ledger::get).map(StoredMap::id).toList();
        if (ids.isEmpty() || ids.size() > MOST_MAPS) {
            throw Refusal.incomplete("A rig has 1 to " + MOST_MAPS + " maps, not " + ids.size() + "; choose some.");
        }
        return ids;
    }

    private RigEntity entity(String slug) {
        return rigs.findBySlug(slug)
                .orElseThrow(() -> Refusal.notFound(
                        "There is no rig \"" + slug + "\"; look for it on the rigs page.",
                        new Refusal.Link("Rigs", "/rigs")));
    }
}
