package org.jollyledger.web.crosswalk;

import org.jollyledger.web.revision.RevisionRepository;

interface KeptRevisionRepository extends RevisionRepository<KeptRevisionEntity> {}
