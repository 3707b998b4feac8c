package org.jollyledger.web.reconcile;

import org.springframework.data.jpa.repository.JpaRepository;

interface FiguresRepository extends JpaRepository<FiguresEntity, Long> {}
