/** Rigs, the maps one plays on together, and the matrix: what would be lost of which part on which of them. */
@NullMarked
package org.jollyledger.web.rig;

import org.jspecify.annotations.NullMarked;
