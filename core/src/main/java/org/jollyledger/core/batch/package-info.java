/** Whole archives of parts converted with one crosswalk, one file after the other, in constant memory. */
@NullMarked
package org.jollyledger.core.batch;

import org.jspecify.annotations.NullMarked;
