/** The log of what was changed: who, what, and which revision it is since. */
@NullMarked
package org.jollyledger.web.changelog;

import org.jspecify.annotations.NullMarked;
