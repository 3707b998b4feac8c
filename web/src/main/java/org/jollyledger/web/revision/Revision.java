package org.jollyledger.web.revision;

import jakarta.persistence.Column;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.MappedSuperclass;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** One state of something that has a history. Never changed and never deleted; undoing goes to its parent. */
@MappedSuperclass
public abstract class Revision {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    /** What it is a revision of; each table has its own name for the column. */
    private long ownerId;

    private int number;
    private @Nullable Integer parent;

    @Column(nullable = false, length = 500)
    private String summary = "";

    private Instant createdAt = Instant.EPOCH;

    protected Revision() {}

    protected Revision(Stamp stamp) {
        this.ownerId = stamp.ownerId();
        this.number = stamp.number();
        this.parent = stamp.parent();
        this.summary = stamp.summary();
        this.createdAt = stamp.at();
    }

    /** Counted from 1. */
    public int number() {
        return number;
    }

    /** The state before the change; empty for the first. */
    public Optional<Integer> parent() {
        return Optional.ofNullable(parent);
    }

    /** Change, in words. */
    public String summary() {
        return summary;
    }

    public Instant createdAt() {
        return createdAt;
    }
}
