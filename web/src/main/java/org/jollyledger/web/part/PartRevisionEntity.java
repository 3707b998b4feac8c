package org.jollyledger.web.part;

import jakarta.persistence.AttributeOverride;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import org.jollyledger.web.revision.Revision;
import org.jollyledger.web.revision.Stamp;

/** A part after one change; the file as uploaded is no such state. */
@Entity
@Table(name = "part_revision")
@AttributeOverride(name = "ownerId", column = @Column(name = "part_id"))
final class PartRevisionEntity extends Revision {
    @Lob
    @Column(nullable = false)
    private byte[] content = new byte[0];

    protected PartRevisionEntity() {}

    /** @param bytes the whole file */
    PartRevisionEntity(Stamp stamp, byte[] bytes) {
        super(stamp);
        this.content = Deflated.of(bytes);
    }

    /** The whole file. */
    byte[] bytes() {
        return Deflated.inflate(content);
    }
}
