package org.jollyledger.web.ledger;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface NoteMapRepository extends JpaRepository<NoteMapEntity, Long> {
    Optional<NoteMapEntity> findBySlug(String slug);

    boolean existsBySlug(String slug);

    @Query("select m from NoteMapEntity m where m.searchText like :pattern escape '\\' order by m.name, m.id")
    Page<NoteMapEntity> search(String pattern, Pageable page);

    List<NoteMapEntity> findAllByOrderByName();

    List<NoteMapEntity> findAllByOrderByUsedAtDescName(Pageable page);
}
