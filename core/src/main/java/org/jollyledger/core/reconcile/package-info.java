/**
 * Holding a part against note maps: which layout it was written for. It never changes a part; what it finds is described in
 * words.
 */
@NullMarked
package org.jollyledger.core.reconcile;

import org.jspecify.annotations.NullMarked;
