package org.jollyledger.web.part;

import jakarta.persistence.AttributeOverride;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import org.jollyledger.web.revision.Revision;
import org.jollyledger.web.revision.Stamp;
import org.jspecify.annotations.Nullable;

/** A part after one change; the file as uploaded is no such state. */
@Entity
@Table(name = "part_revision")
@AttributeOverride(name = "ownerId", column = @Column(name = "part_id"))
final class PartRevisionEntity extends Revision {
    /** The whole file, deflated, in revisions that schemas up to 11 kept. */
    @Lob
    @Column(name = "content")
    private byte @Nullable [] deflated;

    protected PartRevisionEntity() {}

    /** @param bytes the whole file */
    PartRevisionEntity(Stamp stamp, byte[] bytes) {
        super(stamp, bytes);
    }

    /** The whole file. */
    byte[] bytes() {
        return content();
    }

    @Override
    protected byte @Nullable [] keptBefore() {
        return deflated == null ? null : Deflated.inflate(deflated);
    }
}
