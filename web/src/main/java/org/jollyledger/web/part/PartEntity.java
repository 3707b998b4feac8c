package org.jollyledger.web.part;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Set;
import java.util.TreeSet;
import org.jollyledger.web.file.FileName;
import org.jspecify.annotations.Nullable;

/** An uploaded part with its bytes, exactly as they came, and the number of the revision that holds. */
@Entity
@Table(name = "part")
class PartEntity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    @Version
    private int version;

    @Column(nullable = false, length = 160)
    private String slug = "";

    @Column(nullable = false, length = 500)
    private String title = "";

    @Column(nullable = false, length = 500)
    private String fileName = "";

    @Lob
    @Column(nullable = false)
    private byte[] content = new byte[0];

    private int sizeInBytes;
    private int hitCount;
    private long barCount;
    private @Nullable Long writtenForId;
    private Instant createdAt = Instant.EPOCH;
    private Instant usedAt = Instant.EPOCH;
    private int revision = 1;
    private int lastRevision = 1;
    private @Nullable Instant removedAt;

    @ElementCollection
    @CollectionTable(name = "part_label", joinColumns = @JoinColumn(name = "part_id"))
    @Column(name = "label", nullable = false, length = PartLabels.LONGEST)
    private Set<String> labels = new TreeSet<>();

    protected PartEntity() {}

    PartEntity(String slug, FileName name, byte[] content, int hitCount, long barCount, Instant now) {
        this.slug = slug;
        this.title = name.title();
        this.fileName = name.text();
        this.content = content.clone();
        this.sizeInBytes = content.length;
        this.hitCount = hitCount;
        this.barCount = barCount;
        this.createdAt = now;
        this.usedAt = now;
    }

    void writtenFor(long mapId, Instant now) {
        writtenForId = mapId;
        usedAt = now;
    }

    /** Makes room for a new revision and goes to it. */
    int nextRevision(int hitCount, long barCount, Instant now) {
        lastRevision++;
        goTo(lastRevision, hitCount, barCount, now);
        return lastRevision;
    }

    void goTo(int number, int newHitCount, long newBarCount, Instant now) {
        revision = number;
        hitCount = newHitCount;
        barCount = newBarCount;
        usedAt = now;
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

    void remove(Instant now) {
        removedAt = now;
    }

    void bringBack(Instant now) {
        removedAt = null;
        usedAt = now;
    }

    boolean isRemoved() {
        return removedAt != null;
    }

    /** The revision that holds; 1 is the file as it came. */
    int revision() {
        return revision;
    }

    Instant createdAt() {
        return createdAt;
    }

    long id() {
        return id == null ? 0 : id;
    }

    String slug() {
        return slug;
    }

    String title() {
        return title;
    }

    String fileName() {
        return fileName;
    }

    byte[] content() {
        return content.clone();
    }

    @Nullable
    Long writtenForId() {
        return writtenForId;
    }
}
