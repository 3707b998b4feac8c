package org.jollyledger.core.sound;

import java.util.Optional;

/**
 * How bad one sound is as a substitute for another, with its reason. The distance is symmetric and 0 only between
 * equal sounds.
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
        parts[Aspect.PIECE.ordinal()] = Kinship.distance(from.piece(), to.piece());
        parts[Aspect.NUMBER.ordinal()] = numberDistance(from, to);
        parts[Aspect.SIDE.ordinal()] = sideDistance(from.side(), to.side());
        parts[Aspect.ARTICULATION.ordinal()] = articulationDistance(from.articulation(), to.articulation());
        parts[Aspect.OPENNESS.ordinal()] = opennessDistance(from.openness(), to.openness());
        double sum = 0;
        Aspect largest = Aspect.NOTHING;
        for (Aspect aspect : Aspect.values()) {
            double part = parts[aspect.ordinal()];
            sum += part;
            if (part > parts[largest.ordinal()]) {
                largest = aspect;
            }
        }
        return new SoundDistance(from, to, Math.min(1, sum), largest);
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
                "no " + from.piece().words() + " "
                        + from.openness().map(Openness::words).orElse("") + " here: "
                        + to.openness().map(Openness::words).orElse(to.words()) + " is the nearest opening";
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
                to.openness().map(Openness::words).orElse(to.words()) + " in place of "
                        + from.openness().map(Openness::words).orElse("");
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
        int steps = Math.abs(from.number() - to.number());
        if (steps == 0) {
            return 0;
        }
        if (from.piece() != to.piece()) {
            return steps * NUMBER_ON_ANOTHER_PIECE;
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

    private static double articulationDistance(Articulation from, Articulation to) {
        if (from == to) {
            return 0;
        }
        return from.stroke() == to.stroke()
                ? ANOTHER_ARTICULATION_OF_ITS_KIND
                : from.stroke().distance(to.stroke());
    }

    private static double opennessDistance(Optional<Openness> from, Optional<Openness> to) {
        return from.isPresent() && to.isPresent() ? from.get().distance(to.get()) : 0;
    }
}
