package org.jollyledger.web.ledger;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** One state of a map: the document that export writes. Never changed. */
@Entity
@Table(name = "map_revision")
class MapRevisionEntity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long mapId;
    private int number;
    private @Nullable Integer parent;

    @Column(nullable = false, length = 500)
    private String summary = "";

    @Lob
    @Column(nullable = false)
    private String document = "";

    private Instant createdAt = Instant.EPOCH;

    protected MapRevisionEntity() {}

    MapRevisionEntity(
            long mapId, int number, @Nullable Integer parent, String summary, String document, Instant createdAt) {
        this.mapId = mapId;
        this.number = number;
        this.parent = parent;
        this.summary = summary;
        this.document = document;
        this.createdAt = createdAt;
    }

    int number() {
        return number;
    }

    Optional<Integer> parent() {
        return Optional.ofNullable(parent);
    }

    String summary() {
        return summary;
    }

    Instant createdAt() {
        return createdAt;
    }

    String document() {
        return document;
    }
}
