package org.jollyledger.web.ledger;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface MapRevisionRepository extends JpaRepository<MapRevisionEntity, Long> {
    Optional<MapRevisionEntity> findByMapIdAndNumber(long mapId, int number);
}
