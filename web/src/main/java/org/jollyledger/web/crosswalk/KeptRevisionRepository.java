package org.jollyledger.web.crosswalk;

import java.util.List;
import java.util.Optional;
import org.jollyledger.web.revision.RevisionCard;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface KeptRevisionRepository extends JpaRepository<KeptRevisionEntity, Long> {
    Optional<KeptRevisionEntity> findByKeptIdAndNumber(long keptId, int number);

    @Query("""
            select new org.jollyledger.web.revision.RevisionCard(r.number, r.summary, r.createdAt)
            from KeptRevisionEntity r where r.keptId = :keptId order by r.number desc""")
    List<RevisionCard> cards(long keptId, Pageable page);
}
