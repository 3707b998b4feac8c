package org.jollyledger.web.part;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jollyledger.web.file.FileName;
import org.jspecify.annotations.Nullable;

/** An uploaded part with its bytes, exactly as they came. */
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
