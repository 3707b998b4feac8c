package org.jollyledger.web.crosswalk;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jollyledger.web.problem.Refusal.Link;
import org.jollyledger.web.revision.HistoryEntity;

/** A crosswalk kept by name between two maps, with the number of the revision that holds. */
@Entity
@Table(name = "kept_crosswalk")
final class KeptEntity extends HistoryEntity {
    @Column(nullable = false, length = 160)
    private String slug = "";

    @Column(nullable = false, length = 500)
    private String name = "";

    private long sourceMapId;
    private long targetMapId;
    private boolean usual;
    private Instant changedAt = Instant.EPOCH;
    private Instant usedAt = Instant.EPOCH;

    protected KeptEntity() {}

    KeptEntity(String slug, String name, long sourceMapId, long targetMapId, Instant now) {
        super(0, now);
        this.slug = slug;
        this.name = name;
        this.sourceMapId = sourceMapId;
        this.targetMapId = targetMapId;
        this.changedAt = now;
        this.usedAt = now;
    }

    @Override
    protected String thing() {
        return "crosswalk";
    }

    @Override
    protected Link removedOnes() {
        return new Link("Removed crosswalks", "/crosswalks#removed");
    }

    @Override
    protected String title() {
        return name;
    }

    @Override
    protected void changed(Instant now) {
        changedAt = now;
    }

    /** Takes over what lists show of a crosswalk. */
    void describe(String newName) {
        name = newName;
    }

    void use(Instant now) {
        usedAt = now;
    }

    void makeUsual(boolean isUsual) {
        usual = isUsual;
    }

    @Override
    protected void remove(Instant now) {
        super.remove(now);
        usual = false;
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
}
