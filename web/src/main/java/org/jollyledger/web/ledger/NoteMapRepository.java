package org.jollyledger.web.ledger;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface NoteMapRepository extends JpaRepository<NoteMapEntity, Long> {
    Optional<NoteMapEntity> findBySlug(String slug);

    boolean existsBySlug(String slug);

    @Query("select m from NoteMapEntity m where m.removedAt is null and m.searchText like :text escape '\\'"
            + " and m.kind like :kind escape '\\' and m.pieces like :piece escape '\\'")
    Page<NoteMapEntity> search(String text, String kind, String piece, Pageable page);

    Page<NoteMapEntity> findAllByRemovedAtIsNull(Pageable page);

    @Query("select new org.jollyledger.web.ledger.MapName(m.slug, m.name, m.kind, m.lineCount) from NoteMapEntity m"
            + " where m.removedAt is null order by m.name, m.id")
    List<MapName> names();

    List<NoteMapEntity> findAllByRemovedAtIsNullOrderByUsedAtDescName(Pageable page);

    List<NoteMapEntity> findAllByRemovedAtIsNotNullOrderByRemovedAtDesc(Pageable page);

    /**
     * Not a change of the map, and so no new version of it: looking at a map never gets in the way of an edit. Nothing is written
     * for the map that was used last already.
     */
    @Modifying
    @Query("""
            update NoteMapEntity m set m.usedAt = :now
            where m.id = :id and m.usedAt < (select max(o.usedAt) from NoteMapEntity o where o.removedAt is null)""")
    void use(long id, Instant now);

    List<NoteMapEntity> findAllByRemovedAtIsNullAndName(String name);

    /** Those of some maps that were removed. */
    @Query("select new org.jollyledger.web.ledger.MapName(m.slug, m.name, m.kind, m.lineCount) from NoteMapEntity m"
            + " where m.removedAt is not null and m.id in :ids order by m.name, m.id")
    List<MapName> removedOf(Collection<Long> ids);

    /** Which maps there are, and at which revision each is. */
    record Standing(long id, String slug, int revision) {}

    @Query("""
            select new org.jollyledger.web.ledger.NoteMapRepository$Standing(m.id, m.slug, m.revision)
            from NoteMapEntity m where m.removedAt is null order by m.usedAt desc, m.name""")
    List<Standing> standings();
}
