package org.jollyledger.web.crosswalk;

import jakarta.persistence.AttributeOverride;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import org.jollyledger.web.revision.DocumentRevision;
import org.jollyledger.web.revision.Stamp;

/** What was decided for a part, after one change. The parent of the first is 0, the proposal, which is not stored. */
@Entity
@Table(name = "crosswalk_revision")
@AttributeOverride(name = "ownerId", column = @Column(name = "crosswalk_id"))
@AttributeOverride(name = "document", column = @Column(name = "routes"))
final class CrosswalkRevisionEntity extends DocumentRevision {
    protected CrosswalkRevisionEntity() {}

    CrosswalkRevisionEntity(Stamp stamp, String document) {
        super(stamp, document);
    }
}
