package org.jollyledger.core.reconcile;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.jollyledger.core.reconcile.Playing.Meeting;

/**
 * Which roles are struck together: a foot goes with anything, one hand does not play two cymbals, toms stand alone. The
 * numbers, in percent, lie between our own judgement of common practice and what was counted in 88 General MIDI files
 * of the Debian packages freedoom and mma.
 */
enum Company {
    KICK(Role.KICK),
    FOOT(Role.HAT_PEDAL),
    SNARE(Role.SNARE, Role.CLICK),
    TOM(Role.TOM),
    TIME(Role.HAT_CLOSED, Role.HAT_OPEN, Role.RIDE, Role.RIDE_BELL),
    MARK(Role.CRASH, Role.OTHER_CYMBAL),
    HAND(Role.HAND_DRUM, Role.PERCUSSION),
    RATTLE(Role.RATTLE),
    OTHER(Role.CHOKE, Role.CONTROL);

    /** How often two of them meet, as shares of the strokes of the rarer: never, seldom, often, always. */
    private record Pair(Company one, Company other, double... percent) {}

    private static final double[] UNKNOWN = {50, 8, 17, 25};

    private static final List<Pair> PAIRS = List.of(
            new Pair(KICK, KICK, 79, 7, 5, 9),
            new Pair(KICK, FOOT, 38, 16, 20, 26),
            new Pair(KICK, SNARE, 54, 16, 17, 13),
            new Pair(KICK, TOM, 36, 19, 30, 15),
            new Pair(KICK, TIME, 14, 10, 36, 40),
            new Pair(KICK, MARK, 16, 5, 27, 52),
            new Pair(KICK, HAND, 39, 8, 25, 28),
            new Pair(KICK, RATTLE, 28, 7, 22, 43),
            new Pair(FOOT, SNARE, 22, 9, 26, 43),
            new Pair(FOOT, TOM, 58, 28, 10, 4),
            new Pair(FOOT, TIME, 52, 6, 10, 32),
            new Pair(FOOT, MARK, 74, 6, 14, 6),
            new Pair(FOOT, HAND, 55, 10, 12, 23),
            new Pair(FOOT, RATTLE, 55, 8, 12, 25),
            new Pair(SNARE, SNARE, 60, 6, 12, 22),
            new Pair(SNARE, TOM, 52, 16, 18, 14),
            new Pair(SNARE, TIME, 24, 12, 32, 32),
            new Pair(SNARE, MARK, 48, 12, 22, 18),
            new Pair(SNARE, HAND, 46, 13, 24, 17),
            new Pair(SNARE, RATTLE, 32, 6, 14, 48),
            new Pair(TOM, TOM, 88, 3, 3, 6),
            new Pair(TOM, TIME, 70, 9, 11, 10),
            new Pair(TOM, MARK, 80, 6, 8, 6),
            new Pair(TOM, HAND, 76, 6, 9, 9),
            new Pair(TOM, RATTLE, 68, 6, 10, 16),
            new Pair(TIME, TIME, 70, 8, 8, 14),
            new Pair(TIME, MARK, 62, 10, 12, 16),
            new Pair(TIME, HAND, 44, 5, 14, 37),
            new Pair(TIME, RATTLE, 32, 5, 13, 50),
            new Pair(MARK, MARK, 78, 3, 8, 11),
            new Pair(MARK, HAND, 48, 13, 18, 21),
            new Pair(MARK, RATTLE, 46, 6, 14, 34),
            new Pair(HAND, HAND, 72, 8, 15, 5),
            new Pair(HAND, RATTLE, 20, 4, 16, 60),
            new Pair(RATTLE, RATTLE, 62, 4, 8, 26));

    private static final Map<Role, Company> OF_ROLES = ofRoles();
    private static final double[][][] LOGARITHMS = logarithms();

    private final Role[] roles;

    Company(Role... roles) {
        this.roles = roles;
    }

    static Company of(Role role) {
        return OF_ROLES.get(role);
    }

    /** The logarithm of how likely it is that two of these kinds meet so often. */
    double logLikelihood(Company other, Meeting meeting) {
        return LOGARITHMS[ordinal()][other.ordinal()][meeting.ordinal()];
    }

    private static Map<Role, Company> ofRoles() {
        Map<Role, Company> companies = new EnumMap<>(Role.class);
        for (Company company : values()) {
            for (Role role : company.roles) {
                companies.put(role, company);
            }
        }
        return companies;
    }

    private static double[][][] logarithms() {
        double[][][] all = new double[values().length][values().length][];
        for (double[][] row : all) {
            Arrays.setAll(row, unused -> logarithms(UNKNOWN));
        }
        for (Pair pair : PAIRS) {
            all[pair.one.ordinal()][pair.other.ordinal()] = logarithms(pair.percent);
            all[pair.other.ordinal()][pair.one.ordinal()] = logarithms(pair.percent);
        }
        return all;
    }

    private static double[] logarithms(double[] percent) {
        return Arrays.stream(percent).map(share -> Math.log(share / 100)).toArray();
    }
}
