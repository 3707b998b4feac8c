/**
 * Note maps: which note plays which sound on one library, kit or box, under the owner's names. General MIDI 1 and 2
 * percussion are built in. A map is a value; a changed map is another map.
 */
@NullMarked
package org.jollyledger.core.notemap;

import org.jspecify.annotations.NullMarked;
