package org.jollyledger.web.crosswalk;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface CrosswalkRepository extends JpaRepository<CrosswalkEntity, Long> {
    Optional<CrosswalkEntity> findByPartIdAndSourceMapIdAndTargetMapId(long partId, long sourceMapId, long targetMapId);
}
