package org.jollyledger.web.job;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;

interface JobRepository extends JpaRepository<JobEntity, Long> {
    Optional<JobEntity> findByToken(String token);

    List<JobEntity> findAllByStateIn(Collection<JobState> states);

    List<JobEntity> findAllByKindAndStateIn(String kind, Collection<JobState> states);

    List<JobEntity> findAllByKindOrderByCreatedAtDesc(String kind, Pageable page);
}
