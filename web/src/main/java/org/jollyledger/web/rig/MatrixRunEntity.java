package org.jollyledger.web.rig;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** What a job that fills a matrix needs besides. */
@Entity
@Table(name = "matrix_run")
class MatrixRunEntity {
    /** That of the job. */
    @Id
    @Column(length = 64)
    private String token = "";

    private long rigId;

    @Column(nullable = false, length = 200)
    private String label = "";

    protected MatrixRunEntity() {}

    MatrixRunEntity(String token, long rigId, String label) {
        this.token = token;
        this.rigId = rigId;
        this.label = label;
    }

    String token() {
        return token;
    }

    long rigId() {
        return rigId;
    }

    String label() {
        return label;
    }
}
