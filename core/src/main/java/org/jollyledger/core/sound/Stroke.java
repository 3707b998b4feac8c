package org.jollyledger.core.sound;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * The kind of sound an articulation makes on any kit piece, with how far it lies from a plain stroke (0 to 1): one figure
 * for when it is wanted and a plain stroke stands in, one for the other way round. The two differ: a single stroke in
 * place of a roll is poor, a roll in place of a single stroke is wrong. These weights are our own judgement of common
 * practice: a rim shot passes for a loud stroke, a side stick does not, a choke is the damped tail of a sound and no
 * stroke at all, and a stroke that is choked at once is heard as one more.
 */
enum Stroke {
    PLAIN(0.00, 0.00),
    /** On a drum away from its centre: softer and thinner. */
    OFF_CENTRE(0.08, 0.09),
    /** The edge of a cymbal: louder, longer. */
    EDGE(0.08, 0.08),
    SNARES_OFF(0.12, 0.21),
    BRUSH_TAP(0.10, 0.10),
    DAMPED(0.16, 0.17),
    RIM(0.14, 0.19),
    BELL(0.22, 0.22),
    GRACED(0.16, 0.50),
    ROLLED(0.24, 0.72),
    SWELL(0.28, 0.74),
    BRUSHED(0.30, 0.72),
    STRUCK_CHOKE(0.22, 0.26),
    PEDAL_SPLASH(0.30, 0.50),
    PEDAL(0.34, 0.42),
    CLICK(0.40, 0.43),
    CHOKE(0.90, 0.90);

    /** Two kinds that are nearer to, or farther from, each other than their ways over the plain stroke would say. */
    private record Pair(Stroke wanted, Stroke found, double distance, String reason) {}

    private static final List<Pair> PAIRS = List.of(
            new Pair(RIM, CLICK, 0.50, "a full stroke is no click"),
            new Pair(CLICK, RIM, 0.52, "a click is no full stroke, least of all the loudest"),
            new Pair(RIM, OFF_CENTRE, 0.28, "the loudest stroke becomes the softest"),
            new Pair(OFF_CENTRE, RIM, 0.40, "the softest stroke becomes the loudest"),
            new Pair(OFF_CENTRE, EDGE, 0.05, "thin and soft, both"),
            new Pair(EDGE, OFF_CENTRE, 0.05, "thin and soft, both"),
            new Pair(RIM, SNARES_OFF, 0.34, "neither its force nor its snares are left"),
            new Pair(SNARES_OFF, OFF_CENTRE, 0.16, "soft and dry, both"),
            new Pair(PEDAL, PEDAL_SPLASH, 0.46, "the foot shuts the hat, and here lets it ring"),
            new Pair(PEDAL_SPLASH, PEDAL, 0.50, "the foot lets the hat ring, and here shuts it"),
            new Pair(ROLLED, SWELL, 0.15, "both go on"),
            new Pair(SWELL, ROLLED, 0.15, "both go on"),
            new Pair(ROLLED, GRACED, 0.22, "more than one stroke, both"),
            new Pair(GRACED, ROLLED, 0.60, "a figure of two strokes does not go on"),
            new Pair(ROLLED, BRUSHED, 0.30, "both go on"),
            new Pair(BRUSHED, ROLLED, 0.25, "both go on"),
            new Pair(BRUSHED, BRUSH_TAP, 0.28, "the same brush"),
            new Pair(BRUSH_TAP, BRUSHED, 0.34, "the same brush, but a tap does not go on"),
            new Pair(STRUCK_CHOKE, CHOKE, 0.72, "one is a stroke, the other the end of one"),
            new Pair(CHOKE, STRUCK_CHOKE, 0.72, "one is a stroke, the other the end of one"),
            new Pair(STRUCK_CHOKE, DAMPED, 0.10, "short, both"),
            new Pair(DAMPED, STRUCK_CHOKE, 0.12, "short, both"));

    private static final Map<Stroke, Map<Stroke, Double>> DISTANCES = table();

    private final double whenWanted;
    private final double whenFound;

    /**
     * @param whenWanted how far it is when a plain stroke stands in for it
     * @param whenFound how far it is when it stands in for a plain stroke
     */
    Stroke(double whenWanted, double whenFound) {
        this.whenWanted = whenWanted;
        this.whenFound = whenFound;
    }

    /** How bad this kind is when another one stands in for it. */
    double distance(Stroke found) {
        return DISTANCES.get(this).get(found);
    }

    private static Map<Stroke, Map<Stroke, Double>> table() {
        Map<Stroke, Map<Stroke, Double>> table = new EnumMap<>(Stroke.class);
        for (Stroke wanted : values()) {
            Map<Stroke, Double> row = new EnumMap<>(Stroke.class);
            for (Stroke found : values()) {
                row.put(found, wanted == found ? 0 : Math.min(1, wanted.whenWanted + found.whenFound));
            }
            table.put(wanted, row);
        }
        PAIRS.forEach(pair -> table.get(pair.wanted).put(pair.found, pair.distance));
        return table;
    }
}
