/** Files that people send and keep: their names as labels, and the answer that makes a browser keep one. */
@NullMarked
package org.jollyledger.web.file;

import org.jspecify.annotations.NullMarked;
