package org.jollyledger.core.notemap;

import java.util.List;
import java.util.stream.IntStream;

/** What becomes of the velocity of a hit on its way to a target: for each velocity from 1 to 127 one from 1 to 127. */
public sealed interface VelocityCurve {
    /** Leaves every velocity as it is. */
    VelocityCurve STRAIGHT = new Shape(100, 0, 0, VelocityRange.LOWEST, VelocityRange.HIGHEST);

    /** {@return the velocity that comes out, 1 to 127, for one that goes in, 1 to 127} */
    int apply(int velocity);

    /** {@return whether every velocity stays what it is} */
    default boolean isStraight() {
        return IntStream.rangeClosed(VelocityRange.LOWEST, VelocityRange.HIGHEST)
                .allMatch(velocity -> apply(velocity) == velocity);
    }

    /** {@return gives every hit one velocity, 1 to 127} */
    static VelocityCurve fixed(int velocity) {
        return new Shape(100, 0, 0, velocity, velocity);
    }

    private static int within(long value, int floor, int ceiling) {
        return (int) Math.max(floor, Math.min(ceiling, value));
    }

    /**
     * A curve given by numbers. A velocity is bent, then scaled, then added to, then held between floor and ceiling.
     *
     * @param scale percent, 0 to 400
     * @param add -127 to 127
     * @param bend -100 to 100: above 0 the middle comes out louder, below 0 softer; the ends stay
     * @param floor the softest that comes out, 1 to 127
     * @param ceiling the loudest that comes out, {@code floor} to 127; when both are the same, every hit is fixed
     */
    record Shape(int scale, int add, int bend, int floor, int ceiling) implements VelocityCurve {
        public static final int MOST_SCALE = 400;
        public static final int MOST_BEND = 100;
        /** A bend of this much takes the square root, or the square. */
        private static final double SQUARE = 50;

        public Shape {
            require("scale", scale, 0, MOST_SCALE);
            require("added velocity", add, -VelocityRange.HIGHEST, VelocityRange.HIGHEST);
            require("bend", bend, -MOST_BEND, MOST_BEND);
            require("floor", floor, VelocityRange.LOWEST, VelocityRange.HIGHEST);
            require("ceiling", ceiling, VelocityRange.LOWEST, VelocityRange.HIGHEST);
            if (floor > ceiling) {
                throw new IllegalArgumentException(
                        "The floor " + floor + " of a velocity curve is above its ceiling " + ceiling + ".");
            }
        }

        private static void require(String what, int value, int least, int most) {
            if (value < least || value > most) {
                throw new IllegalArgumentException(
                        "The " + what + " of a velocity curve is " + least + " to " + most + ", not " + value + ".");
            }
        }

        @Override
        public int apply(int velocity) {
            double share = (double) velocity / VelocityRange.HIGHEST;
            double bent = Math.pow(share, Math.pow(2, -bend / SQUARE)) * VelocityRange.HIGHEST;
            return within(Math.round(bent * scale / 100) + add, floor, ceiling);
        }
    }

    /**
     * A curve given by points, straight from one to the next and level outside them.
     *
     * @param points 1 to 16, with velocities going in that rise
     */
    record Points(List<Point> points) implements VelocityCurve {
        public static final int MOST = 16;

        public Points {
            points = List.copyOf(points);
            if (points.isEmpty() || points.size() > MOST) {
                throw new IllegalArgumentException(
                        "A velocity curve has 1 to " + MOST + " points, not " + points.size() + ".");
            }
            for (int i = 1; i < points.size(); i++) {
                if (points.get(i).in() <= points.get(i - 1).in()) {
                    throw new IllegalArgumentException("The points of a velocity curve must go from left to right; "
                            + points.get(i).in() + " does not come after "
                            + points.get(i - 1).in() + ".");
                }
            }
        }

        @Override
        public int apply(int velocity) {
            Point before = points.get(0);
            for (Point point : points) {
                if (velocity < point.in) {
                    return velocity < before.in ? before.out : between(before, point, velocity);
                }
                before = point;
            }
            return before.out;
        }

        private static int between(Point before, Point after, int velocity) {
            double share = (double) (velocity - before.in) / (after.in - before.in);
            return (int) Math.round(before.out + share * (after.out - before.out));
        }
    }

    /**
     * A point of a curve.
     *
     * @param in the velocity that goes in, 1 to 127
     * @param out the velocity that comes out, 1 to 127
     */
    record Point(int in, int out) {
        public Point {
            if (in < VelocityRange.LOWEST
                    || out < VelocityRange.LOWEST
                    || in > VelocityRange.HIGHEST
                    || out > VelocityRange.HIGHEST) {
                throw new IllegalArgumentException(
                        "The point " + in + ", " + out + " lies outside a velocity curve; both numbers are 1 to 127.");
            }
        }
    }
}
