package org.jollyledger.web.part;

import org.jollyledger.web.revision.RevisionRepository;

interface PartRevisionRepository extends RevisionRepository<PartRevisionEntity> {}
