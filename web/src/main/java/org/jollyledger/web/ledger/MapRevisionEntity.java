package org.jollyledger.web.ledger;

import jakarta.persistence.AttributeOverride;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import org.jollyledger.web.revision.DocumentRevision;
import org.jollyledger.web.revision.Stamp;

/** One state of a map: the document that export writes. */
@Entity
@Table(name = "map_revision")
@AttributeOverride(name = "ownerId", column = @Column(name = "map_id"))
final class MapRevisionEntity extends DocumentRevision {
    protected MapRevisionEntity() {}

    MapRevisionEntity(Stamp stamp, String document) {
        super(stamp, document);
    }
}
