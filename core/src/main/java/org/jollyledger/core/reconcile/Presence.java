package org.jollyledger.core.reconcile;

import java.util.Collection;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.Commonness;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;

/**
 * Which of the sounds that a map has a part is likely to use at all: hardly a part does without a kick, few have a
 * whistle; who plays one bongo plays the other as well. The numbers are our own judgement of common practice.
 */
final class Presence {
    private static final Map<KitPiece, Double> PIECES = Map.ofEntries(
            Map.entry(KitPiece.KICK, 0.95),
            Map.entry(KitPiece.SNARE, 0.95),
            Map.entry(KitPiece.HIHAT, 0.90),
            Map.entry(KitPiece.CRASH, 0.70),
            Map.entry(KitPiece.TOM, 0.70),
            Map.entry(KitPiece.RIDE, 0.50),
            Map.entry(KitPiece.TAMBOURINE, 0.15),
            Map.entry(KitPiece.COWBELL, 0.12),
            Map.entry(KitPiece.CLAP, 0.12),
            Map.entry(KitPiece.SPLASH, 0.12),
            Map.entry(KitPiece.CHINA, 0.12),
            Map.entry(KitPiece.SHAKER, 0.10),
            Map.entry(KitPiece.CONGA, 0.10),
            Map.entry(KitPiece.BONGO, 0.10),
            Map.entry(KitPiece.MARACAS, 0.08));
    private static final double OTHER_PIECE = 0.04;
    /** How likely the plainest sound of a piece is used when the piece is; of toms no one is plainer than another. */
    private static final double PLAINEST = 0.9;

    private static final double EACH_TOM = 0.6;
    /** How many other sounds of a piece a part uses that uses the piece. */
    private static final Map<KitPiece, Double> OTHERS = Map.of(
            KitPiece.KICK, 0.25,
            KitPiece.SNARE, 0.9,
            KitPiece.HIHAT, 1.2,
            KitPiece.CRASH, 0.7);

    private static final double OTHERS_OF_THE_REST = 0.5;
    private static final double LEAST = 0.01;
    private static final double MOST_OF_OTHERS = 0.6;
    /** Few parts are played with brushes. */
    private static final double BRUSHES = 0.4;

    private static final Set<Articulation> BRUSH_STROKES =
            EnumSet.of(Articulation.BRUSH_TAP, Articulation.BRUSH_SWEEP, Articulation.BRUSH_SWIRL);
    private static final double HALF_OPEN = 0.35;
    private static final double OPEN = 0.7;

    private final Map<Sound, Double> within = new HashMap<>();
    private final Map<KitPiece, Set<Sound>> sounds = new EnumMap<>(KitPiece.class);

    /** Of a map with these sounds. */
    Presence(Collection<Sound> all) {
        all.forEach(sound ->
                sounds.computeIfAbsent(sound.piece(), piece -> new HashSet<>()).add(sound));
        sounds.values().forEach(this::shareOut);
    }

    private void shareOut(Set<Sound> members) {
        double most = members.stream().mapToDouble(Presence::commonness).max().orElseThrow();
        double rest = members.stream()
                .mapToDouble(Presence::commonness)
                .filter(commonness -> commonness < most)
                .sum();
        for (Sound sound : members) {
            double others = OTHERS.getOrDefault(sound.piece(), OTHERS_OF_THE_REST);
            double plain = sound.piece() == KitPiece.TOM ? EACH_TOM : PLAINEST;
            double share = Math.max(LEAST, Math.min(MOST_OF_OTHERS, commonness(sound) / rest * others));
            within.put(sound, commonness(sound) == most ? plain : share);
        }
    }

    private static double commonness(Sound sound) {
        double closed = Commonness.of(sound);
        return sound.openness().map(openness -> closed * share(openness)).orElse(closed);
    }

    private static double share(Openness openness) {
        return switch (openness) {
            case CLOSED, PEDAL -> 1;
            case OPEN -> OPEN;
            default -> HALF_OPEN;
        };
    }

    /** The logarithm of how likely it is that a part uses just these sounds of the map. */
    double logLikelihood(Set<Sound> used) {
        boolean brushes = used.stream().map(Sound::articulation).anyMatch(BRUSH_STROKES::contains);
        double sum = Math.log(brushes ? BRUSHES : 1 - BRUSHES);
        for (KitPiece piece : KitPiece.values()) {
            double likely = PIECES.getOrDefault(piece, OTHER_PIECE);
            Set<Sound> members = sounds.getOrDefault(piece, Set.of());
            boolean isUsed = members.stream().anyMatch(used::contains);
            sum += Math.log(isUsed ? likely : 1 - likely);
            if (isUsed) {
                for (Sound sound : members) {
                    sum += Math.log(used.contains(sound) ? within.get(sound) : 1 - within.get(sound));
                }
            }
        }
        return sum;
    }
}
