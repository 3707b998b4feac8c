package org.jollyledger.web.batch;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface BatchRepository extends JpaRepository<BatchEntity, Long> {
    Optional<BatchEntity> findByToken(String token);

    /** What a list of batches tells, without the maps and the crosswalk they were begun with. */
    record Described(String token, String sourceName, String targetName, String proposing) {}

    @Query("""
            select new org.jollyledger.web.batch.BatchRepository$Described(b.token, b.sourceName, b.targetName, b.proposing)
            from BatchEntity b where b.token in :tokens""")
    List<Described> described(Collection<String> tokens);
}
