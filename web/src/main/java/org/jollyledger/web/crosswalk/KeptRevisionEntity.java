package org.jollyledger.web.crosswalk;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jollyledger.web.revision.DocumentRevision;
import org.jspecify.annotations.Nullable;

/** A kept crosswalk after one change. */
@Entity
@Table(name = "kept_crosswalk_revision")
class KeptRevisionEntity extends DocumentRevision {
    private long keptId;

    protected KeptRevisionEntity() {}

    KeptRevisionEntity(
            long keptId, int number, @Nullable Integer parent, String summary, String document, Instant createdAt) {
        super(number, parent, summary, document, createdAt);
        this.keptId = keptId;
    }
}
