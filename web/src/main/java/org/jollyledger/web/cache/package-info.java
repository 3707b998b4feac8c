/** Keeps what was worked out lately, so that what has not changed is not worked out again. */
@NullMarked
package org.jollyledger.web.cache;

import org.jspecify.annotations.NullMarked;
