package org.jollyledger.core.notemap;

import java.util.List;

/**
 * A pad, as it stands on a drawing of the kit seen from above.
 *
 * @param name what the owner calls it, 1 to 60 characters
 * @param kind what it is
 * @param x where its middle is, in thousandths of the drawing's width, from the left as the drummer sits
 * @param y in the same measure, from the far side, 0 to 2,000
 * @param size how wide it is, in thousandths of the drawing's width, 20 to 400
 * @param zones its zones, at most one of each kind
 */
public record Pad(String name, PadKind kind, int x, int y, int size, List<Zone> zones) {
    public static final int LONGEST_NAME = 60;
    /** The width of the drawing, in which places are told. */
    public static final int WIDTH = 1_000;

    public static final int DEEPEST = 2_000;

    private static final int SMALLEST = 20;
    private static final int LARGEST = 400;

    public Pad {
        Texts.require("pad's name", name, LONGEST_NAME);
        if (x < 0 || x > WIDTH || y < 0 || y > DEEPEST) {
            throw new IllegalArgumentException(
                    "The pad \"" + name + "\" stands outside of the drawing; its place goes from 0 to " + WIDTH
                            + " across, and to " + DEEPEST + " towards the drummer.");
        }
        if (size < SMALLEST || size > LARGEST) {
            throw new IllegalArgumentException(
                    "The pad \"" + name + "\" is " + size + " wide; it may be " + SMALLEST + " to " + LARGEST + ".");
        }
        for (Zone zone : zones) {
            if (!kind.zones().contains(zone.kind())) {
                throw new IllegalArgumentException("The pad \"" + name + "\" is a " + kind.words() + ", which has no "
                        + zone.kind().code() + ".");
            }
        }
        if (zones.stream().map(Zone::kind).distinct().count() < zones.size()) {
            throw new IllegalArgumentException("The pad \"" + name + "\" has two zones at one place; join them.");
        }
        zones = List.copyOf(zones);
    }

    /** {@return this pad with other zones} */
    public Pad withZones(List<Zone> newZones) {
        return new Pad(name, kind, x, y, size, newZones);
    }
}
