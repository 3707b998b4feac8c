package org.jollyledger.core.sound;

import static org.jollyledger.core.sound.KitPiece.*;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * Which kit pieces can stand in for each other: the distance of their plain strokes, 0 to 1. What is not listed is no
 * substitute. The values are our own judgement of common practice, ordered rather than measured.
 */
final class Kinship {
    /** Two kit pieces with how far they are from each other, and why. */
    record Pair(KitPiece first, KitPiece second, double distance, String reason) {}

    static final List<Pair> PAIRS = List.of(
            // cymbals
            new Pair(CRASH, CHINA, 0.22, "both mark, as long and as loud; the china is rougher"),
            new Pair(CRASH, SPLASH, 0.25, "both mark; the splash is higher and short"),
            new Pair(CRASH, STACK, 0.44, "both mark; the stack does not ring"),
            new Pair(CRASH, GONG, 0.42, "both mark; the gong is far lower"),
            new Pair(CRASH, RIDE, 0.36, "a large cymbal on its edge, if a dark one"),
            new Pair(CRASH, HIHAT, 0.53, "open it washes as a small crash does"),
            new Pair(SPLASH, STACK, 0.32, "short and high, both"),
            new Pair(SPLASH, CHINA, 0.37, "both mark; the china is long"),
            new Pair(SPLASH, RIDE, 0.48, "a cymbal still, but long and dark"),
            new Pair(SPLASH, HIHAT, 0.51, "open it is short and high"),
            new Pair(CHINA, STACK, 0.31, "rough, both; the stack is short"),
            new Pair(CHINA, GONG, 0.43, "both mark; the gong is far lower"),
            new Pair(CHINA, RIDE, 0.46, "a large cymbal, but a clean one"),
            new Pair(CHINA, HIHAT, 0.57, "open it is rough and loud"),
            new Pair(STACK, HIHAT, 0.45, "short and high, both; the hat keeps time"),
            new Pair(RIDE, HIHAT, 0.40, "the other thing that keeps time"),
            new Pair(RIDE, GONG, 0.56, "long and dark, both"),
            // drums
            new Pair(KICK, SURDO, 0.42, "the lowest drum, both"),
            new Pair(KICK, TOM, 0.59, "a low drum"),
            new Pair(KICK, CAJON, 0.58, "its bass is a small kick"),
            new Pair(SNARE, CLAP, 0.43, "takes the backbeat"),
            new Pair(SNARE, TIMBALE, 0.45, "a high, dry drum"),
            new Pair(SNARE, TOM, 0.57, "a drum, but with a pitch and no snares"),
            new Pair(SNARE, CAJON, 0.55, "its slap takes the backbeat"),
            new Pair(TOM, SURDO, 0.34, "a drum with a pitch, lower"),
            new Pair(TOM, TIMBALE, 0.40, "a drum with a pitch, higher"),
            new Pair(TOM, CONGA, 0.41, "a drum with a pitch, played by hand"),
            new Pair(TOM, BONGO, 0.46, "a small drum with a pitch"),
            new Pair(TOM, CAJON, 0.56, "a drum of a kind"),
            // hand drums
            new Pair(BONGO, CONGA, 0.20, "by hand, with a pitch"),
            new Pair(BONGO, TIMBALE, 0.28, "small, high, in pairs"),
            new Pair(CONGA, TIMBALE, 0.30, "in pairs, with a pitch"),
            new Pair(CONGA, SURDO, 0.43, "with a pitch, lower"),
            new Pair(CONGA, CAJON, 0.39, "by hand"),
            new Pair(BONGO, CAJON, 0.42, "by hand"),
            // metal and wood
            new Pair(COWBELL, AGOGO, 0.24, "a bell that is struck"),
            new Pair(COWBELL, WOOD_BLOCK, 0.42, "short and dry"),
            new Pair(COWBELL, TIMBALE, 0.60, "a part of the same set"),
            new Pair(AGOGO, TRIANGLE, 0.45, "small metal that is struck"),
            new Pair(WOOD_BLOCK, TEMPLE_BLOCK, 0.14, "hollow wood"),
            new Pair(WOOD_BLOCK, CLAVES, 0.21, "hard wood"),
            new Pair(WOOD_BLOCK, CASTANETS, 0.35, "wood"),
            new Pair(TEMPLE_BLOCK, CLAVES, 0.30, "wood"),
            new Pair(CLAVES, CASTANETS, 0.28, "hard wood"),
            new Pair(CLAVES, STICKS, 0.32, "wood on wood"),
            new Pair(WOOD_BLOCK, STICKS, 0.38, "wood on wood"),
            new Pair(TRIANGLE, BELL_TREE, 0.41, "bright metal that rings"),
            new Pair(TRIANGLE, JINGLE_BELL, 0.46, "bright metal"),
            // shaken and rattled
            new Pair(SHAKER, MARACAS, 0.10, "shaken seeds"),
            new Pair(SHAKER, CABASA, 0.16, "shaken or turned beads"),
            new Pair(MARACAS, CABASA, 0.14, "shaken or turned beads"),
            new Pair(SHAKER, TAMBOURINE, 0.34, "shaken; with jingles"),
            new Pair(MARACAS, TAMBOURINE, 0.38, "shaken; with jingles"),
            new Pair(CABASA, TAMBOURINE, 0.40, "shaken; with jingles"),
            new Pair(TAMBOURINE, JINGLE_BELL, 0.24, "jingles"),
            new Pair(SHAKER, JINGLE_BELL, 0.41, "shaken; with jingles"),
            new Pair(SHAKER, HIHAT, 0.55, "keeps time, short and high"),
            new Pair(CABASA, GUIRO, 0.36, "scraped"),
            new Pair(GUIRO, SCRATCH, 0.50, "scraped"),
            // claps and clicks
            new Pair(CLAP, FINGER_SNAP, 0.26, "of hands"),
            new Pair(STICKS, CLICK, 0.27, "counts in"),
            new Pair(CLICK, METRONOME, 0.10, "counts"),
            new Pair(STICKS, METRONOME, 0.33, "counts in"));

    private static final Map<KitPiece, Map<KitPiece, Double>> DISTANCES = table();

    private Kinship() {}

    static double distance(KitPiece one, KitPiece other) {
        return one == other ? 0 : DISTANCES.get(one).getOrDefault(other, 1.0);
    }

    private static Map<KitPiece, Map<KitPiece, Double>> table() {
        Map<KitPiece, Map<KitPiece, Double>> table = new EnumMap<>(KitPiece.class);
        for (KitPiece piece : KitPiece.values()) {
            table.put(piece, new EnumMap<>(KitPiece.class));
        }
        for (Pair pair : PAIRS) {
            table.get(pair.first).put(pair.second, pair.distance);
            table.get(pair.second).put(pair.first, pair.distance);
        }
        return table;
    }
}
