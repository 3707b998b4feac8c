package org.jollyledger.web.part;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jollyledger.web.part.PartCard.Converted;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PartRepository extends JpaRepository<PartEntity, Long> {
    Optional<PartEntity> findBySlug(String slug);

    boolean existsBySlug(String slug);

    // Names of nested records have a dollar sign, as Hibernate looks for classes.
    /** What of a part shows whether something made of it is still good. */
    record Standing(
            long id, int revision, String title, @Nullable Long writtenForId) {}

    @Query("""
            select new org.jollyledger.web.part.PartRepository$Standing(p.id, p.revision, p.title, p.writtenForId)
            from PartEntity p where p.slug = :slug and p.removedAt is null""")
    Optional<Standing> standing(String slug);

    /** Without the bytes, which no list needs. */
    @Query("""
            select new org.jollyledger.web.part.PartCard(p.id, p.slug, p.title, p.fileName, p.sizeInBytes, p.hitCount,
                p.barCount, p.revision, m.slug, m.name)
            from PartEntity p left join NoteMapEntity m on m.id = p.writtenForId
            where p.removedAt is null
                and (lower(p.title) like :text escape '\\' or lower(p.fileName) like :text escape '\\'
                    or lower(m.name) like :text escape '\\'
                    or exists (select 1 from PartEntity q join q.labels l
                        where q.id = p.id and lower(l) like :text escape '\\'))
                and (:label = '' or :label member of p.labels)
            order by p.usedAt desc, p.id""")
    Page<PartCard> search(String text, String label, Pageable page);

    @Query("""
            select new org.jollyledger.web.part.PartCard(p.id, p.slug, p.title, p.fileName, p.sizeInBytes, p.hitCount,
                p.barCount, p.revision, m.slug, m.name)
            from PartEntity p left join NoteMapEntity m on m.id = p.writtenForId
            where p.removedAt is not null order by p.removedAt desc, p.id""")
    List<PartCard> removed(Pageable page);

    /** A label of a part. */
    record Labelled(long partId, String label) {}

    @Query("""
            select new org.jollyledger.web.part.PartRepository$Labelled(p.id, l)
            from PartEntity p join p.labels l where p.id in :ids order by l""")
    List<Labelled> labels(Collection<Long> ids);

    @Query("select distinct l from PartEntity p join p.labels l where p.removedAt is null order by l")
    List<String> allLabels();

    /** What parts were converted to, the last one last. */
    @Query("""
            select new org.jollyledger.web.part.PartCard$Converted(c.partId, c.id, m.name, c.changedAt)
            from CrosswalkEntity c join NoteMapEntity m on m.id = c.targetMapId
            where c.partId in :ids order by c.changedAt, c.id""")
    List<Converted> conversions(Collection<Long> ids);

    // One of a kind has a query of its own: one for many is worked out anew each time.
    @Query("""
            select new org.jollyledger.web.part.PartCard$Converted(c.partId, c.id, m.name, c.changedAt)
            from CrosswalkEntity c join NoteMapEntity m on m.id = c.targetMapId
            where c.partId = :id order by c.changedAt, c.id""")
    List<Converted> conversions(long id);

    /** How large the largest of some parts is. */
    @Query("select coalesce(max(p.sizeInBytes), 0) from PartEntity p where p.slug in :slugs")
    long largestOf(Collection<String> slugs);

    @Query("select coalesce(max(p.sizeInBytes), 0) from PartEntity p where p.slug = :slug")
    long sizeOf(String slug);

    /** How large the part of a crosswalk is. */
    @Query("""
            select coalesce(max(p.sizeInBytes), 0) from PartEntity p
            where p.id = (select c.partId from CrosswalkEntity c where c.id = :crosswalk)""")
    long largestOf(long crosswalk);

    /** What the parts are called that were written for a map, those used last first. */
    @Query(
            "select p.title from PartEntity p where p.writtenForId = :map and p.removedAt is null order by p.usedAt desc, p.id")
    List<String> writtenFor(long map);

    @Query("select p.revision from PartEntity p where p.id = :id")
    int revision(long id);
}
