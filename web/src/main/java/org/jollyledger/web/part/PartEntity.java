package org.jollyledger.web.part;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.sql.Blob;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Set;
import java.util.TreeSet;
import org.hibernate.Hibernate;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.problem.Refusal.Link;
import org.jollyledger.web.revision.HistoryEntity;
import org.jspecify.annotations.Nullable;

/** An uploaded part with its bytes, exactly as they came, and the number of the revision that holds. */
@Entity
@Table(name = "part")
final class PartEntity extends HistoryEntity {
    /** The number of the state in which a part came, which is none of its revisions. */
    static final int AS_IT_CAME = 1;

    @Column(nullable = false, length = 160)
    private String slug = "";

    @Column(nullable = false, length = 500)
    private String title = "";

    @Column(nullable = false, length = 500)
    private String fileName = "";

    /** Read only when it is asked for, and never written again. */
    @Lob
    @Column(nullable = false, updatable = false)
    private Blob content = Hibernate.getLobHelper().createBlob(new byte[0]);

    private int sizeInBytes;
    private int hitCount;
    private long barCount;
    private @Nullable Long writtenForId;
    private Instant usedAt = Instant.EPOCH;

    @ElementCollection
    @CollectionTable(name = "part_label", joinColumns = @JoinColumn(name = "part_id"))
    @Column(name = "label", nullable = false, length = PartLabels.LONGEST)
    private Set<String> labels = new TreeSet<>();

    protected PartEntity() {}

    PartEntity(String slug, FileName name, byte[] content, int hitCount, long barCount, Instant now) {
        super(AS_IT_CAME, now);
        this.slug = slug;
        this.title = name.title();
        this.fileName = name.text();
        this.content = Hibernate.getLobHelper().createBlob(content);
        this.sizeInBytes = content.length;
        this.hitCount = hitCount;
        this.barCount = barCount;
        this.usedAt = now;
    }

    void writtenFor(long mapId, Instant now) {
        writtenForId = mapId;
        usedAt = now;
    }

    void writtenForUnknown() {
        writtenForId = null;
    }

    @Override
    protected String thing() {
        return "part";
    }

    @Override
    protected Link removedOnes() {
        return new Link("Removed parts", "/removed-parts");
    }

    @Override
    protected boolean beginsUnrevised() {
        return true;
    }

    @Override
    protected void changed(Instant now) {
        usedAt = now;
    }

    /** Takes over what lists show of a part. */
    void describe(int newHitCount, long newBarCount) {
        hitCount = newHitCount;
        barCount = newBarCount;
    }

    void rename(String newTitle) {
        title = newTitle;
    }

    void label(String label) {
        labels.add(label);
    }

    void unlabel(String label) {
        labels.remove(label);
    }

    @Override
    protected void bringBack(Instant now) {
        super.bringBack(now);
        usedAt = now;
    }

    String slug() {
        return slug;
    }

    @Override
    protected String title() {
        return title;
    }

    String fileName() {
        return fileName;
    }

    /** To be called while the part is read from the database. */
    byte[] content() {
        try {
            return content.getBytes(1, sizeInBytes);
        } catch (SQLException e) {
            throw new IllegalStateException("The file of part " + id() + " cannot be read.", e);
        }
    }

    @Nullable
    Long writtenForId() {
        return writtenForId;
    }
}
