/**
 * How the lines of one note map become lines of another, the conversion of a part along such routes, and the statement
 * that accounts for every hit.
 */
@NullMarked
package org.jollyledger.core.crosswalk;

import org.jspecify.annotations.NullMarked;
