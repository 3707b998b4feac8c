/**
 * A drum part taken from a MIDI file: hits with their ends, on the channels that matter, and where they are in bars
 * and beats. Notes are still bare numbers here; what they mean is a note map's to say.
 */
@NullMarked
package org.jollyledger.core.part;

import org.jspecify.annotations.NullMarked;
