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
    private record Pair(KitPiece first, KitPiece second, double distance) {}

    private static final List<Pair> PAIRS = List.of(
            // cymbals
            new Pair(CRASH, SPLASH, 0.22),
            new Pair(CRASH, CHINA, 0.26),
            new Pair(CRASH, STACK, 0.36),
            new Pair(CRASH, GONG, 0.38),
            new Pair(CRASH, RIDE, 0.40),
            new Pair(CRASH, HIHAT, 0.55),
            new Pair(SPLASH, STACK, 0.30),
            new Pair(SPLASH, CHINA, 0.36),
            new Pair(SPLASH, RIDE, 0.46),
            new Pair(SPLASH, HIHAT, 0.52),
            new Pair(CHINA, STACK, 0.30),
            new Pair(CHINA, GONG, 0.42),
            new Pair(CHINA, RIDE, 0.46),
            new Pair(STACK, HIHAT, 0.46),
            new Pair(RIDE, HIHAT, 0.44),
            new Pair(RIDE, GONG, 0.55),
            // drums
            new Pair(KICK, SURDO, 0.42),
            new Pair(KICK, TOM, 0.60),
            new Pair(SNARE, CLAP, 0.44),
            new Pair(SNARE, TIMBALE, 0.44),
            new Pair(SNARE, TOM, 0.58),
            new Pair(TOM, SURDO, 0.34),
            new Pair(TOM, TIMBALE, 0.40),
            new Pair(TOM, CONGA, 0.42),
            new Pair(TOM, BONGO, 0.46),
            new Pair(TOM, CAJON, 0.55),
            // hand drums
            new Pair(BONGO, CONGA, 0.20),
            new Pair(BONGO, TIMBALE, 0.28),
            new Pair(CONGA, TIMBALE, 0.30),
            new Pair(CONGA, SURDO, 0.42),
            new Pair(CONGA, CAJON, 0.40),
            new Pair(BONGO, CAJON, 0.42),
            // metal and wood
            new Pair(COWBELL, AGOGO, 0.24),
            new Pair(COWBELL, WOOD_BLOCK, 0.42),
            new Pair(COWBELL, TIMBALE, 0.60),
            new Pair(AGOGO, TRIANGLE, 0.45),
            new Pair(WOOD_BLOCK, TEMPLE_BLOCK, 0.14),
            new Pair(WOOD_BLOCK, CLAVES, 0.20),
            new Pair(WOOD_BLOCK, CASTANETS, 0.34),
            new Pair(TEMPLE_BLOCK, CLAVES, 0.30),
            new Pair(CLAVES, CASTANETS, 0.28),
            new Pair(CLAVES, STICKS, 0.32),
            new Pair(WOOD_BLOCK, STICKS, 0.38),
            new Pair(TRIANGLE, BELL_TREE, 0.42),
            new Pair(TRIANGLE, JINGLE_BELL, 0.46),
            // shaken and rattled
            new Pair(SHAKER, MARACAS, 0.10),
            new Pair(SHAKER, CABASA, 0.16),
            new Pair(MARACAS, CABASA, 0.14),
            new Pair(SHAKER, TAMBOURINE, 0.34),
            new Pair(MARACAS, TAMBOURINE, 0.38),
            new Pair(CABASA, TAMBOURINE, 0.40),
            new Pair(TAMBOURINE, JINGLE_BELL, 0.24),
            new Pair(SHAKER, JINGLE_BELL, 0.40),
            new Pair(SHAKER, HIHAT, 0.55),
            new Pair(CABASA, GUIRO, 0.36),
            new Pair(GUIRO, SCRATCH, 0.50),
            // claps and clicks
            new Pair(CLAP, FINGER_SNAP, 0.26),
            new Pair(STICKS, CLICK, 0.26),
            new Pair(CLICK, METRONOME, 0.10),
            new Pair(STICKS, METRONOME, 0.34));

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
