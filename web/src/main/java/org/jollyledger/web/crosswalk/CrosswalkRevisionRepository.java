package org.jollyledger.web.crosswalk;

import org.jollyledger.web.revision.RevisionRepository;

interface CrosswalkRevisionRepository extends RevisionRepository<CrosswalkRevisionEntity> {}
