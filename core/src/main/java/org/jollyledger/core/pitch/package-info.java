/**
 * Note numbers and their names. A name means a number only together with an octave convention; nothing here guesses
 * which one is meant.
 */
@NullMarked
package org.jollyledger.core.pitch;

import org.jspecify.annotations.NullMarked;
