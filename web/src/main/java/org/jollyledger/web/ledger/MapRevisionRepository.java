package org.jollyledger.web.ledger;

import java.util.Optional;
import org.jollyledger.web.revision.RevisionCard;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface MapRevisionRepository extends JpaRepository<MapRevisionEntity, Long> {
    Optional<MapRevisionEntity> findByMapIdAndNumber(long mapId, int number);

    Optional<MapRevisionEntity> findFirstByMapIdAndParentOrderByNumberDesc(long mapId, int parent);

    /** Revisions without their documents, newest first. */
    @Query(
            "select new org.jollyledger.web.revision.RevisionCard(r.number, r.summary, r.createdAt) from MapRevisionEntity r"
                    + " where r.mapId = :mapId order by r.number desc")
    Page<RevisionCard> cards(long mapId, Pageable page);
}
