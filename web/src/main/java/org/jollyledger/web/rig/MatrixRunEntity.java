package org.jollyledger.web.rig;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.util.List;

/** What a job that fills a matrix needs besides. */
@Entity
@Table(name = "matrix_run")
final class MatrixRunEntity {
    /** That of the job. */
    @Id
    @Column(length = 64)
    private String token = "";

    private long rigId;

    @Column(nullable = false, length = 200)
    private String label = "";

    /** The addresses of the parts that were picked, with commas between; "" for all with the label. */
    @Lob
    @Column(nullable = false)
    private String parts = "";

    protected MatrixRunEntity() {}

    MatrixRunEntity(String token, long rigId, MatrixChoice choice) {
        this.token = token;
        this.rigId = rigId;
        this.label = choice.label();
        this.parts = String.join(",", choice.parts());
    }

    String token() {
        return token;
    }

    long rigId() {
        return rigId;
    }

    MatrixChoice choice() {
        return new MatrixChoice(label, parts.isEmpty() ? List.of() : List.of(parts.split(",")));
    }
}
