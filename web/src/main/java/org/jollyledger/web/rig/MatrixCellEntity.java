package org.jollyledger.web.rig;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import org.jollyledger.core.batch.MatrixCell;

/** What is lost of a part on a map, with what it was made of. */
@Entity
@Table(name = "matrix_cell")
@IdClass(MatrixCellEntity.Key.class)
final class MatrixCellEntity {
    /** Which part on which map. */
    record Key(long partId, long mapId) implements Serializable {}

    @Id
    private long partId;

    @Id
    private long mapId;

    @Column(nullable = false, length = 300)
    private String madeOf = "";

    private int hits;
    private int silentAsItIs;
    private int otherAsItIs;
    private int silent;
    private int folded;
    private int far;
    private int chokes;

    protected MatrixCellEntity() {}

    MatrixCellEntity(long partId, long mapId, String madeOf, MatrixCell cell) {
        this.partId = partId;
        this.mapId = mapId;
        this.madeOf = madeOf;
        hits = cell.hits();
        silentAsItIs = cell.silentAsItIs();
        otherAsItIs = cell.otherAsItIs();
        silent = cell.silent();
        folded = cell.folded();
        far = cell.far();
        chokes = cell.chokes();
    }

    Key key() {
        return new Key(partId, mapId);
    }

    String madeOf() {
        return madeOf;
    }

    MatrixCell cell() {
        return new MatrixCell(hits, silentAsItIs, otherAsItIs, silent, folded, far, chokes);
    }
}
