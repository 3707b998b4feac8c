package org.jollyledger.web.ledger;

import java.time.Instant;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface WaitingImportRepository extends JpaRepository<WaitingImportEntity, Long> {
    Optional<WaitingImportEntity> findByToken(String token);

    void deleteByCreatedAtBefore(Instant limit);
}
