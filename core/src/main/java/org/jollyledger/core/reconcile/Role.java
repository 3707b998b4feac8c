package org.jollyledger.core.reconcile;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.reconcile.Playing.Density;
import org.jollyledger.core.reconcile.Playing.Loudness;
import org.jollyledger.core.reconcile.Playing.Place;
import org.jollyledger.core.reconcile.Playing.Share;
import org.jollyledger.core.reconcile.Playing.Spread;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;

/**
 * What a sound does in the music: where in the bar it falls, how densely, in how many bars, how much of all it is, and how
 * loud beside the rest. The numbers, in percent, lie between our own judgement of common practice (kicks mark the
 * downbeat, snares the backbeat, hats and rides the time, crashes a beginning, toms the fills between) and what was counted
 * in 88 General MIDI files of the Debian packages freedoom and mma.
 */
enum Role {
    // downbeat, backbeat, other beat, half-way, elsewhere; 1, 2, 4, 8, more in a bar; in few, some, most bars;
    // less than 1, 4, 10, 20, 40 in a hundred strokes, or more; softer, as loud, louder
    KICK(
            percent(26, 16, 14, 22, 22),
            percent(6, 26, 47, 16, 5),
            percent(2, 10, 88),
            percent(1, 3, 10, 36, 38, 12),
            percent(7, 65, 28)),
    SNARE(
            percent(7, 46, 10, 13, 24),
            percent(13, 44, 29, 11, 3),
            percent(3, 20, 77),
            percent(3, 9, 25, 44, 15, 4),
            percent(14, 62, 24)),
    CLICK(
            percent(13, 42, 10, 17, 18),
            percent(21, 40, 25, 9, 5),
            percent(18, 31, 51),
            percent(6, 18, 28, 40, 6, 2),
            percent(40, 52, 8)),
    HAT_CLOSED(
            percent(12, 21, 13, 33, 21),
            percent(2, 12, 18, 43, 25),
            percent(5, 23, 72),
            percent(1, 3, 12, 18, 38, 28),
            percent(23, 68, 9)),
    HAT_OPEN(
            percent(13, 21, 11, 41, 14),
            percent(29, 24, 30, 16, 1),
            percent(15, 34, 51),
            percent(4, 18, 28, 20, 18, 12),
            percent(10, 76, 14)),
    HAT_PEDAL(
            percent(12, 43, 19, 9, 17),
            percent(13, 45, 22, 17, 3),
            percent(18, 27, 55),
            percent(6, 15, 22, 28, 26, 3),
            percent(18, 77, 5)),
    RIDE(
            percent(14, 30, 14, 23, 19),
            percent(10, 12, 28, 37, 13),
            percent(14, 47, 39),
            percent(4, 14, 16, 18, 30, 18),
            percent(12, 74, 14)),
    RIDE_BELL(
            percent(15, 26, 14, 27, 18),
            percent(20, 20, 42, 14, 4),
            percent(22, 36, 42),
            percent(8, 14, 24, 30, 20, 4),
            percent(18, 67, 15)),
    CRASH(
            percent(65, 13, 6, 8, 8),
            percent(75, 18, 5, 1.5, 0.5),
            percent(33, 57, 10),
            percent(38, 44, 12, 3, 2.5, 0.5),
            percent(4, 64, 32)),
    OTHER_CYMBAL(
            percent(31, 22, 9, 19, 19),
            percent(60, 14, 17, 7, 2),
            percent(42, 38, 20),
            percent(36, 32, 12, 10, 8, 2),
            percent(9, 63, 28)),
    TOM(
            percent(8, 21, 10, 24, 37),
            percent(23, 34, 27, 13, 3),
            percent(38, 45, 17),
            percent(28, 42, 18, 7, 4, 1),
            percent(10, 74, 16)),
    HAND_DRUM(
            percent(12, 26, 14, 29, 19),
            percent(30, 32, 23, 11, 4),
            percent(10, 22, 68),
            percent(3, 24, 48, 16, 6, 3),
            percent(6, 66, 28)),
    RATTLE(
            percent(12, 31, 10, 28, 19),
            percent(10, 20, 16, 37, 17),
            percent(12, 20, 68),
            percent(4, 8, 14, 20, 38, 16),
            percent(16, 66, 18)),
    PERCUSSION(
            percent(16, 29, 16, 23, 16),
            percent(19, 45, 22, 11, 3),
            percent(32, 30, 38),
            percent(26, 16, 24, 22, 8, 4),
            percent(14, 60, 26)),
    CHOKE(
            percent(10, 20, 20, 25, 25),
            percent(85, 10, 4, 0.5, 0.5),
            percent(90, 9, 1),
            percent(80, 15, 3, 1, 0.5, 0.5),
            percent(10, 60, 30)),
    CONTROL(
            percent(20, 20, 20, 20, 20),
            percent(70, 10, 10, 5, 5),
            percent(90, 5, 5),
            percent(90, 6, 2, 1, 0.5, 0.5),
            percent(33, 34, 33));

    private static final Set<KitPiece> HAND_DRUMS =
            EnumSet.of(KitPiece.CONGA, KitPiece.BONGO, KitPiece.CAJON, KitPiece.SURDO, KitPiece.TIMBALE);
    private static final Set<KitPiece> RATTLES =
            EnumSet.of(KitPiece.TAMBOURINE, KitPiece.SHAKER, KitPiece.MARACAS, KitPiece.CABASA, KitPiece.JINGLE_BELL);

    /** All but what is no drum that is struck. */
    static final List<Role> DRUMS =
            Stream.of(values()).filter(role -> role != CHOKE && role != CONTROL).toList();

    private final double[] places;
    private final double[] densities;
    private final double[] spreads;
    private final double[] shares;
    private final double[] loudnesses;

    Role(double[] places, double[] densities, double[] spreads, double[] shares, double[] loudnesses) {
        this.places = places;
        this.densities = densities;
        this.spreads = spreads;
        this.shares = shares;
        this.loudnesses = loudnesses;
    }

    private static double[] percent(double... shares) {
        return shares;
    }

    double share(Place place) {
        return places[place.ordinal()] / 100;
    }

    double share(Density density) {
        return densities[density.ordinal()] / 100;
    }

    double share(Spread spread) {
        return spreads[spread.ordinal()] / 100;
    }

    double share(Share share) {
        return shares[share.ordinal()] / 100;
    }

    double share(Loudness loudness) {
        return loudnesses[loudness.ordinal()] / 100;
    }

    static Role of(Sound sound) {
        if (Chokes.isChoke(sound)) {
            return CHOKE;
        }
        return switch (sound.piece()) {
            case KICK -> KICK;
            case SNARE -> isClick(sound.articulation()) ? CLICK : SNARE;
            case TOM -> sound.articulation() == Articulation.RIM ? CLICK : TOM;
            case HIHAT -> sound.openness().map(Role::hat).orElse(HAT_PEDAL);
            case RIDE -> sound.articulation() == Articulation.BELL ? RIDE_BELL : RIDE;
            case CRASH -> CRASH;
            case SPLASH, CHINA, STACK, GONG -> OTHER_CYMBAL;
            case CONTROL -> CONTROL;
            default -> percussion(sound.piece());
        };
    }

    private static boolean isClick(Articulation articulation) {
        return articulation == Articulation.SIDE_STICK || articulation == Articulation.RIM_CLICK;
    }

    private static Role hat(Openness openness) {
        return switch (openness) {
            case TIGHT, CLOSED, PEDAL -> HAT_CLOSED;
            default -> HAT_OPEN;
        };
    }

    private static Role percussion(KitPiece piece) {
        if (HAND_DRUMS.contains(piece)) {
            return HAND_DRUM;
        }
        return RATTLES.contains(piece) ? RATTLE : PERCUSSION;
    }
}
