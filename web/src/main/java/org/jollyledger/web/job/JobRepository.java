package org.jollyledger.web.job;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface JobRepository extends JpaRepository<JobEntity, Long> {
    Optional<JobEntity> findByToken(String token);

    List<JobEntity> findAllByStateIn(Collection<JobState> states);

    /** Without what they are at, which may be long. */
    @Query("select j.token from JobEntity j where j.kind = :kind and j.state in :states and j.createdAt < :before")
    List<String> tokens(String kind, Collection<JobState> states, Instant before);

    int countByKindAndStateIn(String kind, Collection<JobState> states);

    List<JobEntity> findAllByKindOrderByCreatedAtDesc(String kind, Pageable page);
}
