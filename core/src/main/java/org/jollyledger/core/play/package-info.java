/**
 * A part to hear: how each sound is made from tones and noise, and what sounds when, how loudly, and until when. It makes
 * no sound itself; whoever plays does only what is in the schedule.
 */
@NullMarked
package org.jollyledger.core.play;

import org.jspecify.annotations.NullMarked;
