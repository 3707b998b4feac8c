package org.jollyledger.web.crosswalk;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** The crosswalk of one part from one map to another, with the number of the revision that holds. */
@Entity
@Table(name = "crosswalk")
class CrosswalkEntity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    @Version
    private int version;

    private long partId;
    private long sourceMapId;
    private long targetMapId;
    private int revision;
    private int lastRevision;
    private Instant createdAt = Instant.EPOCH;
    private Instant changedAt = Instant.EPOCH;

    protected CrosswalkEntity() {}

    CrosswalkEntity(long partId, long sourceMapId, long targetMapId, Instant now) {
        this.partId = partId;
        this.sourceMapId = sourceMapId;
        this.targetMapId = targetMapId;
        this.createdAt = now;
        this.changedAt = now;
    }

    /** Makes room for a new revision and goes to it. */
    int nextRevision(Instant now) {
        lastRevision++;
        goTo(lastRevision, now);
        return lastRevision;
    }

    void goTo(int number, Instant now) {
        revision = number;
        changedAt = now;
    }

    /** Remembers that the part was just converted so. */
    void use(Instant now) {
        changedAt = now;
    }

    long id() {
        return id == null ? 0 : id;
    }

    long partId() {
        return partId;
    }

    long sourceMapId() {
        return sourceMapId;
    }

    long targetMapId() {
        return targetMapId;
    }

    /** The revision that holds; 0 is the proposal, which is not stored. */
    int revision() {
        return revision;
    }
}
