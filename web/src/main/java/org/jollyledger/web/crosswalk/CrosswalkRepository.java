package org.jollyledger.web.crosswalk;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface CrosswalkRepository extends JpaRepository<CrosswalkEntity, Long> {
    /** What the parts are called that are converted from a map or to it, with the map they go to. */
    @Query("""
            select concat(p.title, ' on ', t.name) from CrosswalkEntity c, PartEntity p, NoteMapEntity t
            where p.id = c.partId and t.id = c.targetMapId and p.removedAt is null
                and (c.sourceMapId = :map or c.targetMapId = :map)
            order by c.changedAt desc, c.id""")
    List<String> between(long map);

    Optional<CrosswalkEntity> findByPartIdAndSourceMapIdAndTargetMapId(long partId, long sourceMapId, long targetMapId);
}
