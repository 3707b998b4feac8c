package org.jollyledger.web.batch;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A batch: the crosswalk it converts with, as it was when it was begun, and how it stands. */
@Entity
@Table(name = "batch")
class BatchEntity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    @Version
    private int version;

    @Column(nullable = false, length = 64)
    private String token = "";

    @Column(nullable = false, length = 500)
    private String name = "";

    @Column(nullable = false, length = 500)
    private String sourceName = "";

    @Column(nullable = false, length = 500)
    private String targetName = "";

    @Lob
    @Column(nullable = false)
    private String sourceMap = "";

    @Lob
    @Column(nullable = false)
    private String targetMap = "";

    @Lob
    @Column(nullable = false)
    private String crosswalk = "";

    @Enumerated(EnumType.STRING)
    @Column(nullable = false, length = 16)
    private BatchState state = BatchState.COLLECTING;

    private int archives;
    private int expectedFiles;

    @Lob
    @Column(nullable = false)
    private String progress = "";

    @Column(nullable = false, length = 1000)
    private String message = "";

    private Instant createdAt = Instant.EPOCH;
    private Instant changedAt = Instant.EPOCH;

    protected BatchEntity() {}

    BatchEntity(String token, String name, Snapshot snapshot, String progress, Instant now) {
        this.token = token;
        this.name = name;
        this.sourceName = snapshot.sourceName();
        this.targetName = snapshot.targetName();
        this.sourceMap = snapshot.source();
        this.targetMap = snapshot.target();
        this.crosswalk = snapshot.crosswalk();
        this.progress = progress;
        this.createdAt = now;
        this.changedAt = now;
    }

    /** A crosswalk with its maps, as documents, and what the maps are called. */
    record Snapshot(String sourceName, String targetName, String source, String target, String crosswalk) {}

    /** Makes room for one more archive of files; answers its number, from 1. */
    int nextArchive(int files) {
        archives++;
        expectedFiles += files;
        return archives;
    }

    /** Expects more files, now that an archive has come and was counted. */
    void expect(int files) {
        expectedFiles += files;
    }

    void go(BatchState next, String words, Instant now) {
        state = next;
        message = words;
        changedAt = now;
    }

    void reach(String document, Instant now) {
        progress = document;
        changedAt = now;
    }

    String token() {
        return token;
    }

    String name() {
        return name;
    }

    String sourceName() {
        return sourceName;
    }

    String targetName() {
        return targetName;
    }

    Snapshot snapshot() {
        return new Snapshot(sourceName, targetName, sourceMap, targetMap, crosswalk);
    }

    BatchState state() {
        return state;
    }

    int archives() {
        return archives;
    }

    int expectedFiles() {
        return expectedFiles;
    }

    String progress() {
        return progress;
    }

    String message() {
        return message;
    }

    Instant createdAt() {
        return createdAt;
    }
}
