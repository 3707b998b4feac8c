/**
 * A part to check: its rows, how percussion notation draws each hit, the figures that hits make together, and the
 * stretch of it that is in view. It works out what is where in ticks and rows, and never draws.
 */
@NullMarked
package org.jollyledger.core.sheet;

import org.jspecify.annotations.NullMarked;
