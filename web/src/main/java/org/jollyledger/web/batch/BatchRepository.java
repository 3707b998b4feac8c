package org.jollyledger.web.batch;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface BatchRepository extends JpaRepository<BatchEntity, Long> {
    Optional<BatchEntity> findByToken(String token);

    /** What a list of batches tells, without the maps and the crosswalk they were begun with. */
    record Described(String token, String sourceName, String targetName, String proposing) {}

    String DESCRIBED =
            "select new org.jollyledger.web.batch.BatchRepository$Described(b.token, b.sourceName, b.targetName, b.proposing)"
                    + " from BatchEntity b ";

    @Query(DESCRIBED + "order by b.id desc")
    List<Described> described(Pageable page);

    @Query(DESCRIBED + "where b.token = :token")
    Optional<Described> described(String token);
}
