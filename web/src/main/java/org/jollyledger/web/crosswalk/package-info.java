/** Crosswalks of stored parts: routes changed by hand, before and after, the statement, the file. */
@NullMarked
package org.jollyledger.web.crosswalk;

import org.jspecify.annotations.NullMarked;
