/**
 * How the lines of one note map become lines of another, the conversion of a part along such routes, the same while it is
 * played, and the statement that accounts for every hit.
 */
@NullMarked
package org.jollyledger.core.crosswalk;

import org.jspecify.annotations.NullMarked;
