package org.jollyledger.web.crosswalk;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jollyledger.web.problem.Refusal.Link;
import org.jollyledger.web.revision.HistoryEntity;

/** The crosswalk of one part from one map to another, with the number of the revision that holds. */
@Entity
@Table(name = "crosswalk")
final class CrosswalkEntity extends HistoryEntity {
    /** The number of the proposal, which is not stored. */
    static final int PROPOSAL = 0;

    private long partId;
    private long sourceMapId;
    private long targetMapId;
    private Instant changedAt = Instant.EPOCH;

    protected CrosswalkEntity() {}

    CrosswalkEntity(long partId, long sourceMapId, long targetMapId, Instant now) {
        super(PROPOSAL, now);
        this.partId = partId;
        this.sourceMapId = sourceMapId;
        this.targetMapId = targetMapId;
        this.changedAt = now;
    }

    @Override
    protected String thing() {
        return "crosswalk";
    }

    @Override
    protected Link removedOnes() {
        return new Link("Crosswalks", "/crosswalks");
    }

    @Override
    protected String title() {
        return String.valueOf(id());
    }

    @Override
    protected boolean beginsUnrevised() {
        return true;
    }

    @Override
    protected void changed(Instant now) {
        changedAt = now;
    }

    /** Remembers that the part was just converted so. */
    void use(Instant now) {
        changedAt = now;
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
}
