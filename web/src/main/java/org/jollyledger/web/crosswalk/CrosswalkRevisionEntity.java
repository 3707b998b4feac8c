package org.jollyledger.web.crosswalk;

import jakarta.persistence.AttributeOverride;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jollyledger.web.revision.DocumentRevision;

/** What was decided for a part, after one change. The parent of the first is 0, the proposal, which is not stored. */
@Entity
@Table(name = "crosswalk_revision")
@AttributeOverride(name = "document", column = @Column(name = "routes", nullable = false))
class CrosswalkRevisionEntity extends DocumentRevision {
    private long crosswalkId;

    protected CrosswalkRevisionEntity() {}

    CrosswalkRevisionEntity(
            long crosswalkId, int number, int parent, String summary, String document, Instant createdAt) {
        super(number, parent, summary, document, createdAt);
        this.crosswalkId = crosswalkId;
    }
}
