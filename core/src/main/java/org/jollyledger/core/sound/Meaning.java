package org.jollyledger.core.sound;

import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.code.Coded;

/** What a fragment of a name can say about a sound. */
sealed interface Meaning {
    /**
     * A kit piece, with what the word says of it besides: "ohh" is an open hi-hat.
     *
     * @param number which of several, or 0 where the word does not say
     * @param standing how much the word counts next to other pieces
     */
    record Piece(
            KitPiece piece,
            int number,
            Optional<Pitch> pitch,
            Optional<Articulation> articulation,
            Optional<Openness> openness,
            Standing standing)
            implements Meaning {}

    /** How much a word that names a piece has to say. */
    enum Standing {
        STRONG,
        /** Gives way to any other kit piece in the name, as "cymbal" does to "ride". */
        WEAK,
        /** Names no piece of the catalogue, but one that is like this. */
        LIKE
    }

    /**
     * A way to strike, or how far open.
     *
     * @param articulations the first that the piece knows is meant
     * @param alone the piece that is meant when the name names none
     */
    record Strike(List<Articulation> articulations, Optional<Openness> openness, Optional<KitPiece> alone)
            implements Meaning {}

    /** Which of several, by pitch. */
    record Rank(Pitch pitch) implements Meaning {}

    /** Where it is, or which hand or foot plays it. */
    record Where(Side side) implements Meaning {}

    /** Which of several, by number. */
    record Count(int number) implements Meaning {}

    /** Says nothing about the sound. */
    record Nothing() implements Meaning {}

    /** May be one of several words that say different things. */
    record Unclear() implements Meaning {}

    /** The order of pieces that come in several pitches. Toms count as General MIDI System Level 1 names six of them. */
    enum Pitch implements Coded {
        HIGH(1, 1),
        HIGH_MID(2, 1),
        MID(2, 2),
        LOW_MID(3, 2),
        LOW(4, 2),
        RACK(1, 0),
        FLOOR(5, 0);

        private static final Set<KitPiece> PAIRED = EnumSet.of(
                KitPiece.BONGO,
                KitPiece.CONGA,
                KitPiece.TIMBALE,
                KitPiece.AGOGO,
                KitPiece.WOOD_BLOCK,
                KitPiece.TEMPLE_BLOCK);

        private final int tom;
        private final int ofPair;

        Pitch(int tom, int ofPair) {
            this.tom = tom;
            this.ofPair = ofPair;
        }

        /** Which of its kind this is; 0 where a pitch says nothing about the piece. */
        int number(KitPiece piece) {
            return piece == KitPiece.TOM ? tom : comesInPairs(piece) ? ofPair : 0;
        }

        static boolean comesInPairs(KitPiece piece) {
            return PAIRED.contains(piece);
        }
    }
}
