package org.jollyledger.web.revision;

import jakarta.persistence.Column;
import jakarta.persistence.Lob;
import jakarta.persistence.MappedSuperclass;

/** A state that is a document. */
@MappedSuperclass
public abstract class DocumentRevision extends Revision {
    @Lob
    @Column(nullable = false)
    private String document = "";

    protected DocumentRevision() {}

    protected DocumentRevision(Stamp stamp, String document) {
        super(stamp);
        this.document = document;
    }

    public String document() {
        return document;
    }
}
