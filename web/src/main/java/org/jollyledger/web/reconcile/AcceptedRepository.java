package org.jollyledger.web.reconcile;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface AcceptedRepository extends JpaRepository<AcceptedEntity, AcceptedEntity.Key> {
    List<AcceptedEntity> findByPartId(long partId);

    void deleteByPartIdAndDiscrepancyIn(long partId, Collection<String> discrepancies);
}
