/** Whole folders of parts, converted beside the requests. */
@NullMarked
package org.jollyledger.web.batch;

import org.jspecify.annotations.NullMarked;
