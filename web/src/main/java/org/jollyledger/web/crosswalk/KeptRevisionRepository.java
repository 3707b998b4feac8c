package org.jollyledger.web.crosswalk;

import org.jollyledger.web.revision.Revisions;

interface KeptRevisionRepository extends Revisions<KeptRevisionEntity> {}
