package org.jollyledger.web.part;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jollyledger.web.revision.Revision;

/** A part after one change; the file as it came is no such state. */
@Entity
@Table(name = "part_revision")
class PartRevisionEntity extends Revision {
    private long partId;

    @Lob
    @Column(nullable = false)
    private byte[] content = new byte[0];

    protected PartRevisionEntity() {}

    /**
     * @param bytes the whole file
     */
    PartRevisionEntity(long partId, int number, int parent, String summary, byte[] bytes, Instant createdAt) {
        super(number, parent, summary, createdAt);
        this.partId = partId;
        this.content = Deflated.of(bytes);
    }

    /** The whole file. */
    byte[] bytes() {
        return Deflated.inflate(content);
    }
}
