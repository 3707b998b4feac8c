package org.jollyledger.web.crosswalk;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface CrosswalkRevisionRepository extends JpaRepository<CrosswalkRevisionEntity, Long> {
    Optional<CrosswalkRevisionEntity> findByCrosswalkIdAndNumber(long crosswalkId, int number);

    Optional<CrosswalkRevisionEntity> findFirstByCrosswalkIdAndParentOrderByNumberDesc(long crosswalkId, int parent);
}
