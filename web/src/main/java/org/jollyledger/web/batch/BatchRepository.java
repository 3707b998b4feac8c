package org.jollyledger.web.batch;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface BatchRepository extends JpaRepository<BatchEntity, Long> {
    Optional<BatchEntity> findByToken(String token);
}
