package org.jollyledger.core.crosswalk;

/**
 * What a route can do to the music, with what it costs for one hit of full loudness, compared with 0 to 1 for the distance of
 * the sounds. The costs are our own judgement of common practice, ordered rather than measured: a lost voice is worse
 * than any substitute that is heard as the same kind of thing, and no better than silence.
 */
enum Harm {
    /** Another sound; the cost is its distance. */
    SUBSTITUTE(1.0, "", "it sounds different"),
    /** No sound at all: worse than the worst substitute. */
    SILENCE(0.80, "", "it stays silent"),
    /** Two kit pieces struck together land on one line, so that one is not heard. */
    UNISON(0.60, "so that it and %s still sound together as two", "it and %s, struck together, become one"),
    /** Two drums that follow one another in a fill land on one line. */
    FILL(0.30, "so that the fill with %s stays on two drums", "the fill with %s stays on one drum"),
    /** A fill falls, but no longer onto another drum. */
    FLAT_FILL(0.25, "so that the fill with %s still moves", "the fill with %s no longer moves"),
    /** A fill that falls comes to rise, or the other way round. */
    TURNED_FILL(0.70, "so that the fill with %s still goes its way", "the fill with %s changes direction"),
    /** A cymbal or kick is on the other side. */
    SIDE(0.06, "so that it stays on its side", "it changes sides"),
    /** The hat opens where it closed, or by more or less than before; the cost is for all the way. */
    OPENNESS(
            0.50,
            "so that the hat opens and closes against %s as before",
            "the hat no longer moves against %s as before"),
    /** One articulation of a kit piece goes elsewhere than the others. */
    SPLIT(0.12, "so that it stays on one kit piece with %s", "it leaves the kit piece of %s"),
    /** A choke stops another cymbal than the one that rings. */
    STRAY_CHOKE(0.80, "so that it stops the cymbal of %s", "it chokes another cymbal than %s rings on");

    private final double cost;
    private final String avoided;
    private final String done;

    Harm(double cost, String avoided, String done) {
        this.cost = cost;
        this.avoided = avoided;
        this.done = done;
    }

    double cost() {
        return cost;
    }

    /** Why a route was laid so that this does not happen. */
    String avoided(String other) {
        return String.format(avoided, other);
    }

    /** What would happen. */
    String done(String other) {
        return String.format(done, other);
    }
}
