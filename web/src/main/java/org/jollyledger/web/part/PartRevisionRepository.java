package org.jollyledger.web.part;

import org.jollyledger.web.revision.Revisions;

interface PartRevisionRepository extends Revisions<PartRevisionEntity> {}
