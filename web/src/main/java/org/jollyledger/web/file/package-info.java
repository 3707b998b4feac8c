/** Files that people send and keep: their names as labels, texts that fit, and the answer that makes a browser keep one. */
@NullMarked
package org.jollyledger.web.file;

import org.jspecify.annotations.NullMarked;
