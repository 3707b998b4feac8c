package org.jollyledger.web.ledger;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** What was brought in and waits for choices. */
@Entity
@Table(name = "waiting_import")
final class WaitingImportEntity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    @Column(nullable = false, length = 64)
    private String token = "";

    @Column(nullable = false, length = 500)
    private String fileName = "";

    @Lob
    @Column(nullable = false)
    private byte[] content = {};

    private Instant createdAt = Instant.EPOCH;

    protected WaitingImportEntity() {}

    WaitingImportEntity(String token, String fileName, byte[] content, Instant createdAt) {
        this.token = token;
        this.fileName = fileName;
        this.content = content.clone();
        this.createdAt = createdAt;
    }

    String fileName() {
        return fileName;
    }

    byte[] content() {
        return content.clone();
    }

    Instant createdAt() {
        return createdAt;
    }
}
