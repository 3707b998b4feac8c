/** Breaks off long work that nobody waits for any more. Knows nothing of drums. */
@NullMarked
package org.jollyledger.core.patience;

import org.jspecify.annotations.NullMarked;
