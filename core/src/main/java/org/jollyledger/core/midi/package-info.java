/**
 * Standard MIDI Files (RP-001), read and written over their original bytes. A file that is read and written again has
 * the same bytes; an edit changes what it must and nothing else; what is damaged is read as far as it goes and named
 * with its place.
 *
 * <p>This package knows events, not music: what a note means is decided further up.
 */
@NullMarked
package org.jollyledger.core.midi;

import org.jspecify.annotations.NullMarked;
