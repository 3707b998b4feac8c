package org.jollyledger.web.batch;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import org.jollyledger.core.batch.BatchRepairs;
import org.jspecify.annotations.Nullable;

/** What a job that converts a folder needs besides: the crosswalk it converts with, as it was when it was made. */
@Entity
@Table(name = "batch")
final class BatchEntity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    @Version
    private int version;

    /** That of the job. */
    @Column(nullable = false, length = 64)
    private String token = "";

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

    /** The code of {@link Proposing}. */
    @Column(nullable = false, length = 16)
    private String proposing = "";

    /** The codes of the kinds of discrepancies that are put right before, with commas between. */
    @Column(nullable = false, length = 400)
    private String repairs = "";

    private int archives;

    protected BatchEntity() {}

    BatchEntity(String token, Snapshot snapshot) {
        this.token = token;
        this.sourceName = snapshot.sourceName();
        this.targetName = snapshot.targetName();
        this.sourceMap = snapshot.source();
        this.targetMap = snapshot.target();
        this.crosswalk = snapshot.crosswalk();
        this.proposing = snapshot.proposing().code();
        this.repairs = RepairKinds.format(snapshot.repairs());
    }

    /**
     * The maps and the crosswalk as documents, and what the maps are called.
     *
     * @param crosswalk "" when it is proposed only when the batch runs
     */
    record Snapshot(
            String sourceName,
            String targetName,
            String source,
            String target,
            String crosswalk,
            Proposing proposing,
            BatchRepairs repairs) {}

    void writtenFor(String name, String map) {
        sourceName = name;
        sourceMap = map;
    }

    /** Makes room for one more archive of files; returns its number, from 1. */
    int nextArchive() {
        archives++;
        return archives;
    }

    String sourceName() {
        return sourceName;
    }

    String targetName() {
        return targetName;
    }

    Snapshot snapshot() {
        return new Snapshot(
                sourceName, targetName, sourceMap, targetMap, crosswalk, proposing(), RepairKinds.parse(repairs));
    }

    Proposing proposing() {
        return Proposing.parse(proposing);
    }

    int archives() {
        return archives;
    }
}
