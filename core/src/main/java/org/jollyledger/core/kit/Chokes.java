package org.jollyledger.core.kit;

import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.Sound;

/** Which sounds choke, and which can be choked. */
public final class Chokes {
    private Chokes() {}

    /**
     * {@return whether a sound stops the cymbal that it belongs to: its damped tail, or a stroke that is damped at
     * once}
     */
    public static boolean isChoke(Sound sound) {
        return isTail(sound) || sound.articulation() == Articulation.STRUCK_CHOKE;
    }

    /**
     * {@return whether a choke is the damped tail alone: right when the cymbal rings already, and no stroke (common
     * practice)}
     */
    public static boolean isTail(Sound sound) {
        return sound.articulation() == Articulation.CHOKE;
    }

    /**
     * {@return the choke of the same cymbal that sounds as its damped tail alone, or as a stroke that is damped at
     * once}
     *
     * @throws IllegalArgumentException when the cymbal has no such choke
     */
    public static Sound as(boolean tail, Sound choke) {
        return new Sound(
                choke.piece(),
                choke.number(),
                choke.side(),
                tail ? Articulation.CHOKE : Articulation.STRUCK_CHOKE,
                choke.openness());
    }

    /** {@return whether a sound rings long enough to be choked by a hand: cymbals and hats} */
    public static boolean canBeChoked(Sound sound) {
        return sound.family() == Family.CYMBAL || sound.family() == Family.HIHAT;
    }

    /** {@return whether one sound chokes another: it is a choke of the very same cymbal} */
    public static boolean chokes(Sound choke, Sound ringing) {
        return isChoke(choke) && choke.isSamePieceAs(ringing);
    }
}
