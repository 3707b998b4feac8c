package org.jollyledger.core.crosswalk;

/**
 * What a route can do to the music, with what it costs for one hit of full loudness, compared with 0 to 1 for the distance of
 * the sounds. The costs are our own judgement of common practice, ordered rather than measured: a lost voice is worse
 * than any substitute that is heard as the same kind of thing, and no better than silence.
 */
enum Harm {
    /** Another sound; the cost is its distance. */
    SUBSTITUTE(1.0, "", "it sounds different"),
    /** Another sound, though the very same is there. */
    LEFT(0.10, "so that it keeps its very sound", "its very sound is here, and not used"),
    /** No sound at all: worse than the worst substitute. */
    SILENCE(0.80, "", "it stays silent"),
    /** Two kit pieces struck together land on one line, so that one is not heard. */
    UNISON(
            0.60,
            "so that it and %s still sound together as two",
            "it and %s, struck together, become one",
            "to keep it apart from %s",
            "it and %s become one"),
    /** Two drums that follow one another in a fill land on one line. */
    FILL(
            0.30,
            "so that the fill with %s stays on two drums",
            "the fill with %s stays on one drum",
            "to keep it apart from %s",
            "it and %s become one drum"),
    /** A fill falls, but no longer onto another drum. */
    FLAT_FILL(
            0.25,
            "so that the fill with %s still moves",
            "the fill with %s no longer moves",
            "to keep it higher or lower than %s",
            "it is no longer higher or lower than %s"),
    /** A fill that falls comes to rise, or the other way round. */
    TURNED_FILL(
            0.70,
            "so that the fill with %s still goes its way",
            "the fill with %s changes direction",
            "to keep it and %s in their order",
            "it and %s change their order"),
    /** A fill over toms leaves them for another kind of drum. */
    LEFT_FILL(
            1.00,
            "so that the fill with %s stays on toms",
            "the fill with %s leaves the toms",
            "to keep it on a tom as %s is",
            "it is no tom any more, as %s still is"),
    /** Of two toms, played one after the other or not, the higher one becomes the lower: never. */
    CROSSED_TOMS(1.50, "to keep it and %s in their order", "it and %s change their order"),
    /** A cymbal or kick is on the other side. */
    SIDE(0.06, "so that it stays on its side", "it changes sides"),
    /** The hat opens where it closed, or by more or less than before; the cost is for all the way. */
    OPENNESS(
            0.50,
            "so that the hat opens and closes against %s as before",
            "the hat no longer moves against %s as before",
            "so that the hat is open or closed against %s as before",
            "the hat is no longer open or closed against %s as before"),
    /** Two kit pieces become one line, though they are not played together. */
    MERGED(0.002, "to keep it apart from %s", "it and %s become one"),
    /** An open hat and a closed one become the same, where the target has two: never. */
    MERGED_HATS(
            0.75, "so that it and %s stay open and closed", "open and closed, it and %s can no longer be told apart"),
    /** One articulation of a kit piece goes elsewhere than the others. */
    SPLIT(0.12, "so that it stays on one kit piece with %s", "it leaves the kit piece of %s"),
    /** What is played softly becomes a sound that is loud by itself. */
    TOO_LOUD(0.40, "because it is played softly", "its soft strokes become loud"),
    /** The lowest drum becomes a high one, where the target has a lower. */
    RAISED(0.30, "so that it stays low", "the low drum becomes a high one"),
    /** A choke stops another cymbal than the one that rings. */
    STRAY_CHOKE(0.80, "so that it stops the cymbal of %s", "it chokes another cymbal than %s rings on");

    private final double cost;
    private final String avoided;
    private final String done;
    private final String avoidedUnheard;
    private final String doneUnheard;

    Harm(double cost, String avoided, String done) {
        this(cost, avoided, done, avoided, done);
    }

    Harm(double cost, String avoided, String done, String avoidedUnheard, String doneUnheard) {
        this.cost = cost;
        this.avoided = avoided;
        this.done = done;
        this.avoidedUnheard = avoidedUnheard;
        this.doneUnheard = doneUnheard;
    }

    double cost() {
        return cost;
    }

    /**
     * Why a route was laid so that this does not happen.
     *
     * @param heard whether a part would have it, and not only a kit as it is typically played
     */
    String avoided(String other, boolean heard) {
        return String.format(heard ? avoided : avoidedUnheard, other);
    }

    /** What would happen. */
    String done(String other, boolean heard) {
        return String.format(heard ? done : doneUnheard, other);
    }
}
