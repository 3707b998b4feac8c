package org.jollyledger.web.ledger;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface NameRuleRepository extends JpaRepository<NameRuleEntity, Long> {
    List<NameRuleEntity> findAllByOrderByPosition();
}
