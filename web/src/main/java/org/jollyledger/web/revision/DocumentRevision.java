package org.jollyledger.web.revision;

import jakarta.persistence.Column;
import jakarta.persistence.Lob;
import jakarta.persistence.MappedSuperclass;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A state that is a document. */
@MappedSuperclass
public abstract class DocumentRevision extends Revision {
    @Lob
    @Column(nullable = false)
    private String document = "";

    protected DocumentRevision() {}

    protected DocumentRevision(
            int number, @Nullable Integer parent, String summary, String document, Instant createdAt) {
        super(number, parent, summary, createdAt);
        this.document = document;
    }

    public String document() {
        return document;
    }
}
