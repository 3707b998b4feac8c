package org.jollyledger.web.revision;

import java.util.Optional;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.NoRepositoryBean;

/** The revisions of one kind of thing. */
@NoRepositoryBean
public interface Revisions<R extends Revision> extends JpaRepository<R, Long> {
    Optional<R> findByOwnerIdAndNumber(long ownerId, int number);

    /** Of several revisions that follow one, the last made. */
    Optional<R> findFirstByOwnerIdAndParentOrderByNumberDesc(long ownerId, int parent);

    /** Revisions without their content, newest first. */
    @Query("""
            select new org.jollyledger.web.revision.RevisionCard(r.number, r.summary, r.createdAt)
            from #{#entityName} r where r.ownerId = :ownerId order by r.number desc""")
    Page<RevisionCard> cards(long ownerId, Pageable page);

    /** What led to a revision, where something is before it. */
    @Query("""
            select r.summary from #{#entityName} r
            where r.ownerId = :ownerId and r.number = :number and r.parent is not null""")
    Optional<String> summary(long ownerId, int number);

    @Query("""
            select r.summary from #{#entityName} r where r.ownerId = :ownerId and r.number =
            (select max(c.number) from #{#entityName} c where c.ownerId = :ownerId and c.parent = :parent)""")
    Optional<String> summaryOfChild(long ownerId, int parent);
}
