package org.jollyledger.web.crosswalk;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A crosswalk kept by name between two maps, with the number of the revision that holds. */
@Entity
@Table(name = "kept_crosswalk")
class KeptEntity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    @Version
    private int version;

    @Column(nullable = false, length = 160)
    private String slug = "";

    @Column(nullable = false, length = 500)
    private String name = "";

    private long sourceMapId;
    private long targetMapId;
    private boolean usual;
    private int revision;
    private int lastRevision;
    private Instant createdAt = Instant.EPOCH;
    private Instant changedAt = Instant.EPOCH;
    private Instant usedAt = Instant.EPOCH;
    private @Nullable Instant removedAt;

    protected KeptEntity() {}

    KeptEntity(String slug, String name, long sourceMapId, long targetMapId, Instant now) {
        this.slug = slug;
        this.name = name;
        this.sourceMapId = sourceMapId;
        this.targetMapId = targetMapId;
        this.createdAt = now;
        this.changedAt = now;
        this.usedAt = now;
    }

    /** Makes room for a new revision and goes to it. */
    int nextRevision(String newName, Instant now) {
        lastRevision++;
        goTo(lastRevision, newName, now);
        return lastRevision;
    }

    void goTo(int number, String newName, Instant now) {
        revision = number;
        name = newName;
        changedAt = now;
    }

    void use(Instant now) {
        usedAt = now;
    }

    void makeUsual(boolean isUsual) {
        usual = isUsual;
    }

    void remove(Instant now) {
        removedAt = now;
        usual = false;
    }

    void bringBack() {
        removedAt = null;
    }

    long id() {
        return id == null ? 0 : id;
    }

    String slug() {
        return slug;
    }

    String name() {
        return name;
    }

    long sourceMapId() {
        return sourceMapId;
    }

    long targetMapId() {
        return targetMapId;
    }

    boolean isUsual() {
        return usual;
    }

    int revision() {
        return revision;
    }

    boolean isRemoved() {
        return removedAt != null;
    }
}
