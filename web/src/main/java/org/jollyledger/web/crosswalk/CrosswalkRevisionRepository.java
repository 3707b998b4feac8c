package org.jollyledger.web.crosswalk;

import org.jollyledger.web.revision.Revisions;

interface CrosswalkRevisionRepository extends Revisions<CrosswalkRevisionEntity> {}
