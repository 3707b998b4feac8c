package org.jollyledger.web.revision;

import jakarta.persistence.Lob;
import jakarta.persistence.MappedSuperclass;
import java.nio.charset.StandardCharsets;
import org.jspecify.annotations.Nullable;

/** A state that is a document. */
@MappedSuperclass
public abstract class DocumentRevision extends Revision {
    /** Held by revisions that schemas up to 11 kept. */
    @Lob
    private @Nullable String document;

    protected DocumentRevision() {}

    protected DocumentRevision(Stamp stamp, String document) {
        super(stamp, document.getBytes(StandardCharsets.UTF_8));
    }

    public String document() {
        return new String(content(), StandardCharsets.UTF_8);
    }

    @Override
    protected byte @Nullable [] keptBefore() {
        return document == null ? null : document.getBytes(StandardCharsets.UTF_8);
    }
}
