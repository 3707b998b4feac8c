package org.jollyledger.web.rig;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface RigRepository extends JpaRepository<RigEntity, Long> {
    Optional<RigEntity> findBySlug(String slug);

    List<RigEntity> findAllByOrderByCreatedAtDesc();
}
