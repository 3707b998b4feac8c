package org.jollyledger.web.rig;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface MatrixRunRepository extends JpaRepository<MatrixRunEntity, String> {
    List<MatrixRunEntity> findAllByRigId(long rigId);
}
