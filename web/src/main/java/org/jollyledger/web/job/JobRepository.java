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

    // States one by one: a query for a list of them is worked out anew each time.
    @Query("select count(j) from JobEntity j where j.kind = :kind and (j.state = :one or j.state = :other)")
    int count(String kind, JobState one, JobState other);

    /** The latest jobs as they were saved last. */
    @Query("""
            select new org.jollyledger.web.job.Job(
                j.token, j.kind, j.name, j.state, j.items, j.progress, j.message, j.createdAt)
            from JobEntity j where j.kind = :kind order by j.createdAt desc""")
    List<Job> latest(String kind, Pageable page);
}
