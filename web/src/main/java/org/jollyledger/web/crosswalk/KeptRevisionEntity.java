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

/** A kept crosswalk after one change. Never changed. */
@Entity
@Table(name = "kept_crosswalk_revision")
class KeptRevisionEntity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long keptId;
    private int number;
    private @Nullable Integer parent;

    @Column(nullable = false, length = 500)
    private String summary = "";

    @Lob
    @Column(nullable = false)
    private String document = "";

    private Instant createdAt = Instant.EPOCH;

    protected KeptRevisionEntity() {}

    KeptRevisionEntity(
            long keptId, int number, @Nullable Integer parent, String summary, String document, Instant now) {
        this.keptId = keptId;
        this.number = number;
        this.parent = parent;
        this.summary = summary;
        this.document = document;
        this.createdAt = now;
    }

    int number() {
        return number;
    }

    @Nullable
    Integer parent() {
        return parent;
    }

    String summary() {
        return summary;
    }

    String document() {
        return document;
    }

    Instant createdAt() {
        return createdAt;
    }
}
