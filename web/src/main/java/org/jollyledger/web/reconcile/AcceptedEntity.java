package org.jollyledger.web.reconcile;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;

/** A discrepancy of a part of which somebody has said that it is right. */
@Entity
@Table(name = "part_accepted")
@IdClass(AcceptedEntity.Key.class)
final class AcceptedEntity {
    /** Which discrepancy of which part. */
    record Key(long partId, String discrepancy) implements Serializable {}

    @Id
    private long partId;

    @Id
    @Column(length = 120)
    private String discrepancy = "";

    protected AcceptedEntity() {}

    AcceptedEntity(long partId, String discrepancy) {
        this.partId = partId;
        this.discrepancy = discrepancy;
    }

    String discrepancy() {
        return discrepancy;
    }
}
