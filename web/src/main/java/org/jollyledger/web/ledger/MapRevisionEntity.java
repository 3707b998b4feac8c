package org.jollyledger.web.ledger;

import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jollyledger.web.revision.DocumentRevision;
import org.jspecify.annotations.Nullable;

/** One state of a map: the document that export writes. */
@Entity
@Table(name = "map_revision")
class MapRevisionEntity extends DocumentRevision {
    private long mapId;

    protected MapRevisionEntity() {}

    MapRevisionEntity(
            long mapId, int number, @Nullable Integer parent, String summary, String document, Instant createdAt) {
        super(number, parent, summary, document, createdAt);
        this.mapId = mapId;
    }
}
