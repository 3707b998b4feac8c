package org.jollyledger.web.ledger;

import org.jollyledger.web.revision.Revisions;

interface MapRevisionRepository extends Revisions<MapRevisionEntity> {}
