package org.jollyledger.web.crosswalk;

import java.util.List;
import org.jollyledger.web.ledger.MapView.FamilyMark;

/**
 * The route that is opened: why it leads where it leads, where else it could lead, and all that can be set in it.
 *
 * @param note the source note
 * @param label the note with its name
 * @param name what the line is called
 * @param sound the sound of the line in words
 * @param family the mark of its family
 * @param hits how often the part plays it
 * @param goesTo its targets in words; empty when it is silent or passes
 * @param passes whether hits pass unchanged
 * @param reason why
 * @param chosen whether it was set for this part
 * @param choice what the list of targets shows as chosen
 * @param ways the ways that do the least harm, with what they cost
 * @param alternatives all lines of the target map, the nearest sound first
 * @param firstOnly whether a hit goes to the first target only that takes it
 * @param targets the targets as a form
 * @param histogram how often each velocity is played, as the path of a drawing 127 wide and high
 * @param softest the softest velocity that is played, or 0
 * @param loudest the loudest velocity that is played, or 0
 */
record OpenRoute(
        int note,
        String label,
        String name,
        String sound,
        FamilyMark family,
        int hits,
        List<String> goesTo,
        boolean passes,
        String reason,
        boolean chosen,
        String choice,
        List<Way> ways,
        List<Alternative> alternatives,
        boolean firstOnly,
        List<TargetForm> targets,
        String histogram,
        int softest,
        int loudest) {
    /** Another way: what it costs, and why. */
    record Way(String value, String label, String cost, String because) {}

    /** A line of the target map that could be chosen. */
    record Alternative(String value, String label, String distance, boolean chosen) {}

    /**
     * A target as a form shows it.
     *
     * @param curve {@code numbers} or {@code points}
     * @param points the points as the form sends them, such as "1,20 127,127"
     * @param handles the points to drag
     * @param path the curve as the path of a drawing 127 wide and high
     * @param channel "" for that of the target map
     * @param length in quarters; "" when each hit keeps its own
     * @param plain whether nothing but the note is set
     */
    record TargetForm(
            int note,
            String name,
            int from,
            int to,
            String curve,
            int scale,
            int add,
            int bend,
            int floor,
            int ceiling,
            String points,
            List<Handle> handles,
            String path,
            String channel,
            String length,
            boolean plain) {}

    /** A point of a curve, in the units of the drawing, and in words. */
    record Handle(int x, int y, String words) {}
}
