package org.jollyledger.web.crosswalk;

import jakarta.persistence.AttributeOverride;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import org.jollyledger.web.revision.DocumentRevision;
import org.jollyledger.web.revision.Stamp;

/** A kept crosswalk after one change. */
@Entity
@Table(name = "kept_crosswalk_revision")
@AttributeOverride(name = "ownerId", column = @Column(name = "kept_id"))
final class KeptRevisionEntity extends DocumentRevision {
    protected KeptRevisionEntity() {}

    KeptRevisionEntity(Stamp stamp, String document) {
        super(stamp, document);
    }
}
