package org.jollyledger.core.crosswalk;

import org.jollyledger.core.notemap.Line;

/** How the lines of a map are played; all in hits of full loudness. */
interface Use {
    /** How much a line is played. */
    double weight(Line line);

    /** How often two lines sound together. */
    double together(Line one, Line other);

    /** How often, among snare and toms, a line follows another within a fill. */
    double inFill(Line earlier, Line later);

    /** How often, among the struck hats, a line follows another. */
    double hatStep(Line earlier, Line later);
}
