package org.jollyledger.web.ledger;

import org.jollyledger.web.revision.RevisionRepository;

interface MapRevisionRepository extends RevisionRepository<MapRevisionEntity> {}
