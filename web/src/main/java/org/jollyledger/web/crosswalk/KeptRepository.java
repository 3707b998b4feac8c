package org.jollyledger.web.crosswalk;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface KeptRepository extends JpaRepository<KeptEntity, Long> {
    Optional<KeptEntity> findBySlug(String slug);

    boolean existsBySlug(String slug);

    List<KeptEntity> findAllBySourceMapIdAndTargetMapIdAndRemovedAtIsNullOrderByUsualDescUsedAtDesc(
            long sourceMapId, long targetMapId);

    /** What the kept crosswalks are called that lead from a map or to it. */
    @Query("""
            select k.name from KeptEntity k
            where (k.sourceMapId = :map or k.targetMapId = :map) and k.removedAt is null order by k.usedAt desc, k.id""")
    List<String> between(long map);

    @Query("""
            select new org.jollyledger.web.crosswalk.KeptCard(
                k.slug, k.name, s.slug, s.name, t.slug, t.name, k.usual, k.changedAt)
            from KeptEntity k, NoteMapEntity s, NoteMapEntity t
            where s.id = k.sourceMapId and t.id = k.targetMapId and k.removedAt is null
            order by k.usedAt desc, k.name""")
    List<KeptCard> cards(Pageable page);

    @Query("""
            select new org.jollyledger.web.crosswalk.KeptCard(
                k.slug, k.name, s.slug, s.name, t.slug, t.name, k.usual, k.changedAt)
            from KeptEntity k, NoteMapEntity s, NoteMapEntity t
            where s.id = k.sourceMapId and t.id = k.targetMapId and k.removedAt is not null
            order by k.removedAt desc""")
    List<KeptCard> removed(Pageable page);
}
