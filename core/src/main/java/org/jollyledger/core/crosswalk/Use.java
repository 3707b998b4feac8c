package org.jollyledger.core.crosswalk;

import java.util.Map;
import java.util.OptionalDouble;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.sound.Openness;

/** How the lines of a map are played; weights are in hits of full loudness. */
interface Use {
    /** How much a line is played. */
    double weight(Line line);

    /** How often two lines sound together. */
    double together(Line one, Line other);

    /** How often, among snare and toms, a line follows another within a fill. */
    double inFill(Line earlier, Line later);

    /** How often, among the struck hats, a line follows another. */
    double hatStep(Line earlier, Line later);

    /**
     * How loudly a line is played: the mean of its hits, as {@link org.jollyledger.core.part.PartUsage#loudness} counts
     * them. Empty when nobody knows.
     */
    OptionalDouble loudness(Line line);

    /** How far a hat that its pedal opens is open while it is struck, as shares of 1; empty when nobody knows. */
    Map<Openness, Double> openings(Line line);

    /** What of this is heard in music, and not only typical. */
    Use heard();
}
