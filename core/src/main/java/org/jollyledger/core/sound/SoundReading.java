package org.jollyledger.core.sound;

import java.util.Optional;

/**
 * What a name was taken for.
 *
 * @param name the name as it was given
 * @param sound the sound; empty when nothing in the name speaks of one
 * @param confidence 0 to 1: from {@link #SURE} on every word that matters was understood; 0 when there is no sound
 * @param pieceNamed whether a word of the name itself names the kit piece, as "rim shot" does not
 * @param reason which words were taken for what, and which were passed over
 */
public record SoundReading(String name, Optional<Sound> sound, double confidence, boolean pieceNamed, String reason) {
    /** From this confidence on a reading needs no second look. */
    public static final double SURE = 0.75;

    /** {@return whether a person should look at it} */
    public boolean isUnsure() {
        return confidence < SURE;
    }
}
