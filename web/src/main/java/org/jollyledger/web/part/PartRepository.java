package org.jollyledger.web.part;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PartRepository extends JpaRepository<PartEntity, Long> {
    Optional<PartEntity> findBySlug(String slug);

    boolean existsBySlug(String slug);

    /** Without the bytes, which no list needs. */
    @Query("""
            select new org.jollyledger.web.part.PartCard(p.slug, p.title, p.fileName, p.sizeInBytes, p.hitCount,
                p.barCount, m.slug, m.name)
            from PartEntity p left join NoteMapEntity m on m.id = p.writtenForId
            order by p.usedAt desc, p.id""")
    List<PartCard> cards(Pageable page);
}
