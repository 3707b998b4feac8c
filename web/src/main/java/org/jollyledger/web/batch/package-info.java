/** Whole folders of parts, converted outside of requests. */
@NullMarked
package org.jollyledger.web.batch;

import org.jspecify.annotations.NullMarked;
