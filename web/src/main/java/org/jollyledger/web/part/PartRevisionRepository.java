package org.jollyledger.web.part;

import java.util.Optional;
import org.jollyledger.web.revision.RevisionCard;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PartRevisionRepository extends JpaRepository<PartRevisionEntity, Long> {
    Optional<PartRevisionEntity> findByPartIdAndNumber(long partId, int number);

    Optional<PartRevisionEntity> findFirstByPartIdAndParentOrderByNumberDesc(long partId, int parent);

    @Query("""
            select new org.jollyledger.web.revision.RevisionCard(r.number, r.summary, r.createdAt)
            from PartRevisionEntity r where r.partId = :partId order by r.number desc""")
    Page<RevisionCard> cards(long partId, Pageable page);

    @Query("select r.summary from PartRevisionEntity r where r.partId = :partId and r.number = :number")
    Optional<String> summary(long partId, int number);

    @Query("""
            select r.summary from PartRevisionEntity r where r.partId = :partId and r.number =
            (select max(c.number) from PartRevisionEntity c where c.partId = :partId and c.parent = :parent)""")
    Optional<String> summaryOfChild(long partId, int parent);
}
