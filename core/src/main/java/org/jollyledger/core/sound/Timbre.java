package org.jollyledger.core.sound;

import static org.jollyledger.core.sound.KitPiece.*;

import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;

/**
 * What is heard of a sound before one knows what makes it: what it does in the music, and how far a hat is open. Our own
 * judgement of common practice.
 */
final class Timbre {
    /** What a cymbal does in the music. */
    private enum Role {
        KEEPS_TIME,
        MARKS,
        /** A ride on its edge, or an open hat, does either. */
        EITHER
    }

    /** Time that is kept on what marks is worse than no time, nearly. */
    private static final double TIME_MARKED = 0.30;

    private static final double MARKED_BY_TIME = 0.12;
    /** How much worse it is when the foot opens what shall be shut, than when a stick does. */
    private static final double BY_FOOT = 2;

    private static final double UNKNOWN_UNTIL_PLAYED = 0.09;
    /** What shall wash, on a hat that is shut. */
    private static final double SHUT = 0.30;

    private static final Set<KitPiece> WOOD = EnumSet.of(STICKS, CLAVES, WOOD_BLOCK, TEMPLE_BLOCK, CASTANETS, CLICK);
    private static final double CLICK_ON_A_DRUM = 0.10;

    private Timbre() {}

    /** How far the pieces are from each other, as they are struck. */
    static double pieces(Sound wanted, Sound found) {
        double distance = Kinship.distance(wanted.piece(), found.piece());
        if (isClickOnDrum(wanted) && WOOD.contains(found.piece())) {
            return CLICK_ON_A_DRUM + Kinship.distance(STICKS, found.piece());
        }
        if (isClickOnDrum(found) && WOOD.contains(wanted.piece())) {
            return CLICK_ON_A_DRUM + Kinship.distance(STICKS, wanted.piece());
        }
        if (distance > 0 && role(wanted).isPresent() && role(found).isPresent()) {
            boolean same = role(wanted).equals(role(found))
                    || role(wanted).get() == Role.EITHER
                    || role(found).get() == Role.EITHER;
            return same ? distance : distance + (role(wanted).get() == Role.KEEPS_TIME ? TIME_MARKED : MARKED_BY_TIME);
        }
        return distance;
    }

    /** Whether the two are wood on wood, so that it does not matter what the articulation is called. */
    static boolean areBothClicks(Sound wanted, Sound found) {
        return isClickOnDrum(wanted) && WOOD.contains(found.piece())
                || isClickOnDrum(found) && WOOD.contains(wanted.piece());
    }

    private static boolean isClickOnDrum(Sound sound) {
        boolean drum = sound.piece() == SNARE || sound.piece() == TOM;
        return drum && sound.articulation().stroke() == Stroke.CLICK;
    }

    private static Optional<Role> role(Sound sound) {
        return switch (sound.piece()) {
            case HIHAT -> Optional.of(isWide(sound) ? Role.EITHER : Role.KEEPS_TIME);
            case RIDE ->
                Optional.of(
                        switch (sound.articulation()) {
                            case EDGE, CHOKE, STRUCK_CHOKE -> Role.EITHER;
                            case SWELL, ROLL -> Role.MARKS;
                            default -> Role.KEEPS_TIME;
                        });
            case CRASH, SPLASH, CHINA, STACK, GONG -> Optional.of(Role.MARKS);
            default -> Optional.empty();
        };
    }

    private static boolean isWide(Sound hat) {
        return hat.openness()
                .filter(openness -> openness == Openness.OPEN || openness == Openness.THREE_QUARTER)
                .isPresent();
    }

    /** How far the hats are open, or how long what stands in for a cymbal rings. */
    static double opening(Sound wanted, Sound found) {
        boolean hats = wanted.piece() == HIHAT && found.piece() == HIHAT;
        if (hats) {
            return hats(wanted, found);
        }
        if (wanted.piece() == HIHAT || found.piece() == HIHAT) {
            Sound hat = wanted.piece() == HIHAT ? wanted : found;
            return ring(hat, wanted.piece() == HIHAT ? found : wanted);
        }
        return 0;
    }

    private static double hats(Sound wanted, Sound found) {
        Optional<Openness> is = openness(wanted);
        Optional<Openness> becomes = openness(found);
        if (is.isEmpty() || becomes.isEmpty() || is.equals(becomes)) {
            return 0;
        }
        if (is.get() == Openness.PEDAL || becomes.get() == Openness.PEDAL) {
            return UNKNOWN_UNTIL_PLAYED;
        }
        boolean byFoot = wanted.openness().isEmpty() || found.openness().isEmpty();
        double distance = Math.abs(is.get().position() - becomes.get().position());
        return byFoot ? distance * BY_FOOT : distance;
    }

    /** How far open a hat is heard to be: the foot that strikes shuts it, and its splash is open. */
    private static Optional<Openness> openness(Sound hat) {
        return switch (hat.articulation()) {
            case PEDAL_CLOSE -> Optional.of(Openness.CLOSED);
            case PEDAL_SPLASH -> Optional.of(Openness.OPEN);
            default -> hat.openness();
        };
    }

    private static double ring(Sound hat, Sound other) {
        Optional<Openness> openness = openness(hat);
        if (openness.isEmpty()) {
            return 0;
        }
        double open = openness.get() == Openness.PEDAL
                ? 0.5
                : Math.max(0, openness.get().position()) / Openness.OPEN.position();
        return switch (other.piece()) {
            case RIDE -> other.articulation() == Articulation.EDGE ? 0.10 * (1 - open) : 0.06 * open;
            case CRASH, SPLASH, CHINA, GONG -> SHUT * (1 - open);
            case SHAKER -> SHUT * open;
            default -> 0;
        };
    }
}
