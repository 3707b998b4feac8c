/**
 * What a line of a note map stands for, whatever its note and its maker's name: a kit piece, an articulation, for
 * hi-hats an openness. The catalogue is data; so is how far two sounds are apart, which comes with its reason in words.
 *
 * <p>This package knows no notes and no maps.
 */
@NullMarked
package org.jollyledger.core.sound;

import org.jspecify.annotations.NullMarked;
