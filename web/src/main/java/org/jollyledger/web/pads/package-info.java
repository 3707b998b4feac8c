/** Pads on a grid: what each sends, what that sounds on an instrument, and changing either end. */
@NullMarked
package org.jollyledger.web.pads;

import org.jspecify.annotations.NullMarked;
