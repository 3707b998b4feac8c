package org.jollyledger.core.sound;

import java.util.Optional;

/**
 * How bad one sound is as a substitute for another, with its reason. It is 0 only between equal sounds, and no two sounds
 * are equally good for a third: what still is alike after family, role, pitch, openness and articulation, the catalogue
 * tells apart, in which the usual comes before the rare. The way back may be longer or shorter: a plain stroke in place
 * of a roll is poor, a roll in place of a plain stroke is wrong.
 *
 * @param from the sound that is wanted
 * @param to the sound that stands in
 * @param value 0 (the same) to 1 (no substitute at all)
 * @param aspect in what they differ most
 */
public record SoundDistance(Sound from, Sound to, double value, Aspect aspect) {
    /** From here on a substitute is heard as another sound, and each hit that gets it is named. */
    public static final double FAR = 0.30;
    /** From here on there is no substitute: better silent, and said. */
    public static final double NO_SUBSTITUTE = 0.70;

    private static final double ANOTHER_ARTICULATION_OF_ITS_KIND = 0.06;
    private static final double ANOTHER_SIDE = 0.04;
    private static final double SIDE_NOT_TOLD = 0.01;
    private static final double NUMBER_ON_ANOTHER_PIECE = 0.01;
    /** Every tom farther down is nearer to a kick or a surdo; from this one on they are as low as toms get. */
    private static final int LOWEST_TOM = 6;

    private static final double TOM_HIGHER_UP = 0.02;
    /** For each place farther behind in the catalogue; all places together are less than anything that is heard. */
    private static final double LATER = 1e-8;

    /** What two sounds can differ in. */
    public enum Aspect {
        NOTHING,
        PIECE,
        NUMBER,
        SIDE,
        ARTICULATION,
        OPENNESS
    }

    static SoundDistance between(Sound from, Sound to) {
        double[] parts = new double[Aspect.values().length];
        if (from.equals(to)) {
            return new SoundDistance(from, to, 0, Aspect.NOTHING);
        }
        parts[Aspect.PIECE.ordinal()] = Timbre.pieces(from, to);
        parts[Aspect.NUMBER.ordinal()] = numberDistance(from, to);
        parts[Aspect.SIDE.ordinal()] = sideDistance(from.side(), to.side());
        parts[Aspect.ARTICULATION.ordinal()] = articulationDistance(from, to);
        parts[Aspect.OPENNESS.ordinal()] = Timbre.opening(from, to);
        double sum = 0;
        Aspect largest = Aspect.NOTHING;
        for (Aspect aspect : Aspect.values()) {
            double part = parts[aspect.ordinal()];
            sum += part;
            if (part > parts[largest.ordinal()]) {
                largest = aspect;
            }
        }
        return new SoundDistance(from, to, Math.min(1, sum + catalogueOrder(to)), largest);
    }

    /** {@return whether the two are heard as different sounds} */
    public boolean isFar() {
        return value >= FAR;
    }

    /** {@return whether the one can stand in for the other at all} */
    public boolean isSubstitute() {
        return value < NO_SUBSTITUTE;
    }

    /**
     * {@return why the nearest sound of a map is this one, such as "no rim shot here: snare, centre is the nearest
     * stroke"}
     */
    public String reason() {
        return switch (aspect) {
            case NOTHING -> "the same sound";
            case PIECE ->
                "no " + from.piece().words() + " here: " + to.words() + " is the nearest " + kindOfNeighbour();
            case NUMBER ->
                "no " + from.piece().words() + " " + from.number() + " here: " + to.pieceWords() + " is the nearest "
                        + from.piece().words();
            case SIDE -> "no " + from.pieceWords() + " here: " + to.pieceWords() + " is the nearest";
            case ARTICULATION ->
                "no " + from.articulation().words() + " here: " + to.words() + " is the nearest stroke";
            case OPENNESS ->
                from.openness().isPresent() && to.openness().isPresent()
                        ? "no " + from.piece().words() + " "
                                + from.openness().get().words() + " here: "
                                + to.openness().get().words() + " is the nearest opening"
                        : "no " + from.words() + " here: " + to.words() + " is the nearest";
        };
    }

    /**
     * {@return what is different, without saying that nothing nearer exists, such as "snare, centre in place of rim
     * shot"}
     */
    public String difference() {
        return switch (aspect) {
            case NOTHING -> "the same sound";
            case PIECE, NUMBER, SIDE -> to.words() + " in place of " + from.pieceWords();
            case ARTICULATION ->
                to.words() + " in place of " + from.articulation().words();
            case OPENNESS ->
                from.openness().isPresent() && to.openness().isPresent()
                        ? to.openness().get().words() + " in place of "
                                + from.openness().get().words()
                        : to.words() + " in place of " + from.words();
        };
    }

    private String kindOfNeighbour() {
        return switch (to.family()) {
            case CYMBAL -> "cymbal";
            case PERCUSSION -> "percussion";
            default -> "sound";
        };
    }

    private static double numberDistance(Sound from, Sound to) {
        if (from.piece() != to.piece()) {
            Sound tom = from.piece() == KitPiece.TOM ? from : to;
            Sound other = tom == from ? to : from;
            return tom.piece() == KitPiece.TOM && other.piece().isLowDrum()
                    ? TOM_HIGHER_UP * (LOWEST_TOM - Math.min(tom.number(), LOWEST_TOM))
                    : Math.abs(from.number() - to.number()) * NUMBER_ON_ANOTHER_PIECE;
        }
        int steps = Math.abs(from.number() - to.number());
        if (steps == 0) {
            return 0;
        }
        // Every tom farther down is another pitch; a third crash is as good as a second, nearly.
        return from.piece() == KitPiece.TOM ? Math.min(0.05 * steps, 0.30) : Math.min(0.06 + 0.02 * steps, 0.20);
    }

    private static double sideDistance(Optional<Side> from, Optional<Side> to) {
        if (from.equals(to)) {
            return 0;
        }
        return from.isPresent() && to.isPresent() ? ANOTHER_SIDE : SIDE_NOT_TOLD;
    }

    private static double articulationDistance(Sound from, Sound to) {
        Articulation wanted = from.articulation();
        Articulation found = to.articulation();
        if (wanted == found || Timbre.areBothClicks(from, to)) {
            return 0;
        }
        boolean bothPlain = wanted.stroke() == Stroke.PLAIN && found.stroke() == Stroke.PLAIN;
        if (bothPlain && from.piece() != to.piece()) {
            return 0;
        }
        return wanted.stroke() == found.stroke()
                ? ANOTHER_ARTICULATION_OF_ITS_KIND
                : wanted.stroke().distance(found.stroke());
    }

    /** What tells apart the sounds that are heard as equally far: the usual before the rare. */
    private static double catalogueOrder(Sound to) {
        int place = to.number() - 1;
        place = place * Articulation.values().length + to.articulation().ordinal();
        place = place * KitPiece.values().length + to.piece().ordinal();
        place = place * (Openness.values().length + 1)
                + to.openness().map(openness -> openness.ordinal() + 1).orElse(0);
        place = place * (Side.values().length + 1)
                + to.side().map(side -> side.ordinal() + 1).orElse(0);
        return place * LATER;
    }
}
