package org.jollyledger.web.rig;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RigRepository extends JpaRepository<RigEntity, Long> {
    Optional<RigEntity> findBySlug(String slug);

    /** What the rigs are called that have a map. */
    @Query("select r.name from RigEntity r where :map member of r.maps order by r.name, r.id")
    List<String> havingMap(long map);

    List<RigEntity> findAllByOrderByCreatedAtDesc();
}
