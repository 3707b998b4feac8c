package org.jollyledger.core.sound;

import static org.jollyledger.core.sound.KitPiece.CHINA;
import static org.jollyledger.core.sound.KitPiece.CONTROL;
import static org.jollyledger.core.sound.KitPiece.CRASH;
import static org.jollyledger.core.sound.KitPiece.HIHAT;
import static org.jollyledger.core.sound.KitPiece.KICK;
import static org.jollyledger.core.sound.KitPiece.RIDE;
import static org.jollyledger.core.sound.KitPiece.SNARE;
import static org.jollyledger.core.sound.KitPiece.SPLASH;
import static org.jollyledger.core.sound.KitPiece.TOM;

import java.util.Map;

/**
 * How often a sound is played in a song of a thousand strokes or so. The numbers are our own judgement of common
 * practice, ordered rather than measured.
 */
public final class Commonness {
    private static final Map<KitPiece, Double> STROKES = Map.of(
            KICK, 180.0,
            SNARE, 170.0,
            HIHAT, 260.0,
            RIDE, 110.0,
            TOM, 16.0,
            CRASH, 16.0,
            CHINA, 5.0,
            SPLASH, 4.0,
            CONTROL, 0.1);
    private static final double STROKES_OF_OTHERS = 3;
    /** The farther an articulation is from the plain stroke, the more seldom it is. */
    private static final double RARITY = 3;

    private static final double RAREST = 0.05;

    private Commonness() {}

    /** {@return strokes of a sound in such a song; more than 0} */
    public static double of(Sound sound) {
        double strokes = STROKES.getOrDefault(sound.piece(), STROKES_OF_OTHERS);
        double rarity = Sound.of(sound.piece(), 1, sound.piece().usualArticulation())
                        .distanceTo(Sound.of(sound.piece(), 1, sound.articulation()))
                        .value()
                * RARITY;
        double share = sound.family() == Family.TOM ? 1 : 1.0 / sound.number();
        return strokes * share * Math.max(RAREST, 1 - rarity);
    }
}
