package org.jollyledger.web.crosswalk;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** The chosen routes after one change. Never changed. */
@Entity
@Table(name = "crosswalk_revision")
class CrosswalkRevisionEntity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long crosswalkId;
    private int number;
    private @Nullable Integer parent;

    @Column(nullable = false, length = 500)
    private String summary = "";

    @Lob
    @Column(nullable = false)
    private String routes = "";

    private Instant createdAt = Instant.EPOCH;

    protected CrosswalkRevisionEntity() {}

    CrosswalkRevisionEntity(long crosswalkId, int number, int parent, String summary, String routes, Instant now) {
        this.crosswalkId = crosswalkId;
        this.number = number;
        this.parent = parent;
        this.summary = summary;
        this.routes = routes;
        this.createdAt = now;
    }

    int number() {
        return number;
    }

    int parent() {
        return parent == null ? 0 : parent;
    }

    String summary() {
        return summary;
    }

    String routes() {
        return routes;
    }
}
