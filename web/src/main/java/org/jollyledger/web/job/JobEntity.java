package org.jollyledger.web.job;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * A job. While it is under way it belongs to the application that began it, which says again and again that it is still
 * there; when it has not said so for a while, the job counts as interrupted.
 */
@Entity
@Table(name = "job")
final class JobEntity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    @Version
    private int version;

    @Column(nullable = false, length = 64)
    private String token = "";

    @Column(nullable = false, length = 32)
    private String kind = "";

    @Column(nullable = false, length = 500)
    private String name = "";

    @Enumerated(EnumType.STRING)
    @Column(nullable = false, length = 16)
    private JobState state = JobState.COLLECTING;

    private int items;

    @Lob
    @Column(nullable = false)
    private String progress = "";

    @Column(nullable = false, length = 1000)
    private String message = "";

    @Column(nullable = false, length = 200)
    private String owner = "";

    private @Nullable Instant leaseUntil;
    private boolean stopWanted;
    private Instant createdAt = Instant.EPOCH;
    private Instant changedAt = Instant.EPOCH;

    protected JobEntity() {}

    JobEntity(String token, String kind, String name, Instant now) {
        this.token = token;
        this.kind = kind;
        this.name = name;
        this.createdAt = now;
        this.changedAt = now;
    }

    void expect(int more) {
        items += more;
    }

    /** An application takes the job, to run it as soon as it can. */
    void take(String newOwner, Instant until, Instant now) {
        owner = newOwner;
        leaseUntil = until;
        stopWanted = false;
        go(JobState.WAITING, "", now);
    }

    /** Its owner is still there. */
    void renew(Instant until) {
        leaseUntil = until;
    }

    /** Whether it is under way, and its owner has not said for too long that it is still there. */
    boolean isAbandoned(Instant now) {
        return state.isUnderWay() && (leaseUntil == null || leaseUntil.isBefore(now));
    }

    void wantStop() {
        stopWanted = true;
    }

    boolean isStopWanted() {
        return stopWanted;
    }

    void go(JobState next, String words, Instant now) {
        state = next;
        message = words;
        changedAt = now;
    }

    void reach(String document, Instant now) {
        progress = document;
        changedAt = now;
    }

    Job job() {
        return new Job(token, kind, name, state, items, progress, message, createdAt);
    }

    Instant createdAt() {
        return createdAt;
    }

    String token() {
        return token;
    }

    String kind() {
        return kind;
    }

    String owner() {
        return owner;
    }

    JobState state() {
        return state;
    }
}
