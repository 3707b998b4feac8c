/**
 * What rings on an instrument and what stops it: chokes in their three forms (a note of their own, key pressure, the
 * release of a note) and the openness of a hi-hat in its two (notes, a controller). Everyone who has to know asks here;
 * nobody else has a rule of ringing. Also what a kit looks like and sends: its pads, its pedal, and the figures of both. Knows no
 * parts and no time but the seconds it is given.
 */
@NullMarked
package org.jollyledger.core.kit;

import org.jspecify.annotations.NullMarked;
