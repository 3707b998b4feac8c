/** The ledger: note maps, their revisions, their pages. */
@NullMarked
package org.jollyledger.web.ledger;

import org.jspecify.annotations.NullMarked;
