/** Uploaded parts, their bytes, and the sheet that shows them. */
@NullMarked
package org.jollyledger.web.part;

import org.jspecify.annotations.NullMarked;
