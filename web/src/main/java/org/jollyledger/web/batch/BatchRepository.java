package org.jollyledger.web.batch;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;

interface BatchRepository extends JpaRepository<BatchEntity, Long> {
    Optional<BatchEntity> findByToken(String token);

    List<BatchEntity> findAllByStateInOrderByCreatedAt(Collection<BatchState> states);

    List<BatchEntity> findAllByOrderByCreatedAtDesc(Pageable page);
}
