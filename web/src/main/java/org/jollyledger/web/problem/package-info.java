/** What is refused, in one sentence, as a page or as a problem document. */
@NullMarked
package org.jollyledger.web.problem;

import org.jspecify.annotations.NullMarked;
