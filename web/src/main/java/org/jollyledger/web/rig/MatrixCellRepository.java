package org.jollyledger.web.rig;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface MatrixCellRepository extends JpaRepository<MatrixCellEntity, MatrixCellEntity.Key> {
    List<MatrixCellEntity> findByMapIdIn(Collection<Long> maps);
}
