/** Parts held against maps: what will not sound as meant, what settles it, and what somebody has said is right. */
@NullMarked
package org.jollyledger.web.reconcile;

import org.jspecify.annotations.NullMarked;
