package org.jollyledger.core.reconcile;

import java.util.EnumSet;
import java.util.Set;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.reconcile.Playing.Density;
import org.jollyledger.core.reconcile.Playing.Place;
import org.jollyledger.core.reconcile.Playing.Spread;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;

/**
 * What a sound does in the music: where in the bar it falls, how densely, and in how many bars. The numbers, in
 * percent, are our own judgement of common practice: kicks mark the downbeat, snares the backbeat, hats and rides the
 * time, crashes a beginning, toms the fills between.
 */
enum Role {
    // downbeat, backbeat, other beat, half-way, elsewhere; 1, 2, 4, 8, more in a bar; in few, some, most bars
    KICK(percent(32, 10, 18, 20, 20), percent(14, 30, 40, 14, 2), percent(5, 15, 80)),
    SNARE(percent(6, 45, 9, 12, 28), percent(15, 40, 25, 15, 5), percent(5, 20, 75)),
    CLICK(percent(8, 42, 10, 15, 25), percent(25, 30, 30, 10, 5), percent(30, 40, 30)),
    HAT_CLOSED(percent(12, 20, 12, 36, 20), percent(3, 7, 20, 45, 25), percent(10, 25, 65)),
    HAT_OPEN(percent(12, 14, 10, 50, 14), percent(35, 25, 25, 14, 1), percent(30, 40, 30)),
    HAT_PEDAL(percent(10, 50, 20, 10, 10), percent(15, 45, 35, 4, 1), percent(30, 30, 40)),
    RIDE(percent(14, 24, 14, 28, 20), percent(5, 10, 35, 40, 10), percent(20, 40, 40)),
    RIDE_BELL(percent(14, 24, 14, 30, 18), percent(25, 25, 40, 9, 1), percent(40, 40, 20)),
    CRASH(percent(72, 8, 6, 7, 7), percent(80, 14, 4, 1.5, 0.5), percent(40, 50, 10)),
    OTHER_CYMBAL(percent(40, 15, 10, 20, 15), percent(65, 18, 12, 4, 1), percent(60, 35, 5)),
    TOM(percent(10, 18, 10, 22, 40), percent(25, 30, 30, 12, 3), percent(40, 40, 20)),
    HAND_DRUM(percent(12, 18, 12, 24, 34), percent(10, 25, 40, 20, 5), percent(20, 30, 50)),
    RATTLE(percent(11, 18, 12, 29, 30), percent(10, 15, 20, 30, 25), percent(20, 30, 50)),
    PERCUSSION(percent(14, 20, 13, 24, 29), percent(20, 25, 30, 20, 5), percent(35, 35, 30)),
    CHOKE(percent(10, 20, 20, 25, 25), percent(85, 10, 4, 0.5, 0.5), percent(90, 9, 1)),
    CONTROL(percent(20, 20, 20, 20, 20), percent(70, 10, 10, 5, 5), percent(90, 5, 5));

    private static final Set<KitPiece> HAND_DRUMS =
            EnumSet.of(KitPiece.CONGA, KitPiece.BONGO, KitPiece.CAJON, KitPiece.SURDO, KitPiece.TIMBALE);
    private static final Set<KitPiece> RATTLES =
            EnumSet.of(KitPiece.TAMBOURINE, KitPiece.SHAKER, KitPiece.MARACAS, KitPiece.CABASA, KitPiece.JINGLE_BELL);

    private final double[] places;
    private final double[] densities;
    private final double[] spreads;

    Role(double[] places, double[] densities, double[] spreads) {
        this.places = places;
        this.densities = densities;
        this.spreads = spreads;
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
