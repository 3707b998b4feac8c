package org.jollyledger.core.kit;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.notemap.HatPedal;

/**
 * The figures of a hi-hat's pedal, from what it sent while a foot stood on it in four poses (common practice): on the ball of
 * the foot with the heel up, heel resting, toes just touching, toes off.
 *
 * @param pedal which controller it is, which way it counts, what it really delivers, and where its steps are
 * @param readings where the controller stood in each pose
 * @param warnings what may be wrong with it, in words; none when all is well
 */
public record PedalCalibration(HatPedal pedal, Map<Pose, Integer> readings, List<String> warnings) {
    private static final int HIGHEST = 127;
    /** A pedal that uses fewer values tells the steps apart badly. */
    private static final int POOR_RANGE = 40;
    /** Two poses that are nearer than that are one to most players. */
    private static final int NEAR = 5;
    /** So far values may stray around where a foot stands. */
    private static final int STRAY = 3;
    /** By so much the middle of them may move while it stands. */
    private static final int DRIFT = 1;
    /** A pedal that mostly moves by so much at once is a coarse one. */
    private static final int COARSE_STEP = 5;
    /** From fewer moves than that nobody can tell. */
    private static final int FEW = 3;
    /** What was sent while the foot still moved into its pose does not count. */
    private static final double SETTLED = 0.4;

    /** How a foot stands on the pedal, from open to closed. */
    public enum Pose implements Coded {
        OPEN("toes off"),
        THREE_QUARTER("toes just touching"),
        QUARTER("heel resting"),
        CLOSED("on the ball of the foot");

        private final String words;

        Pose(String words) {
            this.words = words;
        }

        /** {@return the pose in words a drummer knows} */
        public String words() {
            return words;
        }

        /**
         * {@return the pose with a code: open, three-quarter, quarter or closed}
         *
         * @throws IllegalArgumentException when there is none
         */
        public static Pose parse(String code) {
            return Codes.parse(Pose.class, "pose of the foot", code);
        }
    }

    /**
     * A value of a controller.
     *
     * @param at when, in microseconds from the beginning of the pose
     * @param controller which one, 0 to 119
     * @param value 0 to 127
     */
    public record Moved(long at, int controller, int value) {
        public Moved {
            if (controller < 0 || controller > 119 || value < 0 || value > HIGHEST) {
                throw new IllegalArgumentException("Controller " + controller + " with value " + value
                        + " is none; controllers are 0 to 119 and values 0 to 127.");
            }
        }
    }

    /**
     * What came while the foot stood in one pose.
     *
     * @param length how long it stood, in microseconds; 1 or more
     * @param moved all controllers that moved, in the order of time; the first may tell where they stood before
     */
    public record Stand(long length, List<Moved> moved) {
        public Stand {
            if (length < 1) {
                throw new IllegalArgumentException("A pose lasts longer than nothing.");
            }
            moved = moved.stream().sorted(Comparator.comparingLong(Moved::at)).toList();
        }
    }

    public PedalCalibration {
        readings = new EnumMap<>(readings);
        warnings = List.copyOf(warnings);
    }

    /**
     * Works out the figures.
     *
     * @param stands what came in each of the four poses
     * @throws IllegalArgumentException when a pose is missing, or no controller tells closed from open
     */
    public static PedalCalibration of(Map<Pose, Stand> stands) {
        for (Pose pose : Pose.values()) {
            if (!stands.containsKey(pose)) {
                throw new IllegalArgumentException("The pose \"" + pose.words + "\" is missing; record all four.");
            }
        }
        int controller = controller(stands);
        Map<Pose, Integer> stood = new EnumMap<>(Pose.class);
        List<String> warnings = new ArrayList<>();
        int before = first(stands, controller);
        for (Pose pose : Pose.values()) {
            List<Integer> still = still(stands.get(pose), controller, before);
            int value = middle(still);
            stood.put(pose, value);
            before = value;
            steadiness(pose, still, value, warnings);
        }
        boolean down = stood.get(Pose.CLOSED) < stood.get(Pose.OPEN);
        int open = pressed(stood.get(Pose.OPEN), down);
        int threeQuarter = pressed(stood.get(Pose.THREE_QUARTER), down);
        int quarter = pressed(stood.get(Pose.QUARTER), down);
        int closed = pressed(stood.get(Pose.CLOSED), down);
        order(List.of(open, threeQuarter, quarter, closed), warnings);
        List<Integer> all = values(stands, controller);
        range(stands, controller, closed - open, warnings);
        return new PedalCalibration(
                HatPedal.USUAL
                        .withController(controller)
                        .withCountsDown(down)
                        .withRange(
                                all.stream().mapToInt(Integer::intValue).min().orElse(0),
                                all.stream().mapToInt(Integer::intValue).max().orElse(HIGHEST))
                        .withThresholds(rising(
                                half(open, threeQuarter),
                                third(threeQuarter, quarter, 1),
                                third(threeQuarter, quarter, 2),
                                half(quarter, closed))),
                stood,
                warnings);
    }

    /** The controller that tells closed from open best. */
    private static int controller(Map<Pose, Stand> stands) {
        Set<Integer> seen = stands.values().stream()
                .flatMap(stand -> stand.moved.stream())
                .map(Moved::controller)
                .collect(Collectors.toCollection(TreeSet::new));
        int best = -1;
        int most = 0;
        for (int controller : seen) {
            List<Integer> stood = new ArrayList<>();
            int before = first(stands, controller);
            for (Pose pose : Pose.values()) {
                before = middle(still(stands.get(pose), controller, before));
                stood.add(before);
            }
            int apart = Math.abs(stood.get(stood.size() - 1) - stood.get(0));
            if (apart > most) {
                most = apart;
                best = controller;
            }
        }
        if (best < 0) {
            throw new IllegalArgumentException(
                    "No controller moved between toes off and closed; check that the pedal is plugged in and sends, then try again.");
        }
        return best;
    }

    /** The first value of a controller: it stood there until it moved. */
    private static int first(Map<Pose, Stand> stands, int controller) {
        return Stream.of(Pose.values())
                .flatMap(pose -> stands.get(pose).moved.stream())
                .filter(moved -> moved.controller == controller)
                .map(Moved::value)
                .findFirst()
                .orElse(0);
    }

    /**
     * The values at which a controller stood, one for each hundredth of the time after the foot had settled.
     *
     * @param before where it stood before
     */
    private static List<Integer> still(Stand stand, int controller, int before) {
        List<Moved> moved =
                stand.moved.stream().filter(one -> one.controller == controller).toList();
        List<Integer> values = new ArrayList<>();
        int at = 0;
        int value = before;
        for (int hundredth = 0; hundredth < 100; hundredth++) {
            long time = stand.length * hundredth / 100;
            while (at < moved.size() && moved.get(at).at <= time) {
                value = moved.get(at++).value;
            }
            if (hundredth >= 100 * SETTLED) {
                values.add(value);
            }
        }
        // What came in the last moment counts too.
        if (at < moved.size()) {
            values.add(moved.get(moved.size() - 1).value);
        }
        return values;
    }

    private static int middle(List<Integer> values) {
        List<Integer> sorted = values.stream().sorted().toList();
        return sorted.get(sorted.size() / 2);
    }

    private static int pressed(int value, boolean down) {
        return down ? HIGHEST - value : value;
    }

    private static int half(int one, int other) {
        return Math.floorDiv(one + other + 1, 2);
    }

    private static int third(int from, int to, int thirds) {
        return Math.round(from + (to - from) * thirds / 3f);
    }

    /** Thresholds that rise, whatever was read. */
    private static List<Integer> rising(int threeQuarter, int half, int quarter, int closed) {
        List<Integer> thresholds = new ArrayList<>();
        int before = 1;
        for (int one : new int[] {threeQuarter, half, quarter, closed}) {
            before = Math.max(before, Math.min(one, HIGHEST));
            thresholds.add(before);
        }
        thresholds.add(HatPedal.NEVER);
        return thresholds;
    }

    private static void steadiness(Pose pose, List<Integer> still, int value, List<String> warnings) {
        int first = middle(still.subList(0, still.size() / 3 + 1));
        int last = middle(still.subList(still.size() * 2 / 3, still.size()));
        long strayed =
                still.stream().filter(one -> Math.abs(one - value) > STRAY).count();
        if (Math.abs(first - last) > DRIFT) {
            warnings.add("The pedal drifts while the foot stands still (" + pose.words + ": from " + first + " to "
                    + last + "); stand still, or look at the pedal's sensor.");
        } else if (strayed * 4 > still.size()) {
            warnings.add("The pedal is unsteady (" + pose.words + ": around " + value + "); its steps may flicker.");
        }
    }

    private static void order(List<Integer> rising, List<String> warnings) {
        Pose[] poses = Pose.values();
        for (int i = 1; i < poses.length; i++) {
            int apart = rising.get(i) - rising.get(i - 1);
            String both = "“" + poses[i - 1].words + "” and “" + poses[i].words + "”";
            if (apart < 0) {
                warnings.add(both + " came in the wrong order; record them once more.");
            } else if (apart < NEAR) {
                warnings.add(
                        both + " read nearly the same (" + apart + " apart), so the step between them is missing.");
            }
        }
    }

    private static void range(Map<Pose, Stand> stands, int controller, int range, List<String> warnings) {
        if (range < POOR_RANGE) {
            warnings.add("The pedal uses only " + range + " of 127 values; its steps lie close together.");
        }
        List<Integer> steps = stands.values().stream()
                .flatMap(stand -> steps(stand, controller).stream())
                .sorted()
                .toList();
        if (steps.size() >= FEW && steps.get(steps.size() / 2) >= COARSE_STEP) {
            warnings.add("The pedal moves in coarse steps of " + steps.get(steps.size() / 2)
                    + "; borders between them are not exact.");
        }
    }

    /** By how much a controller moved each time, within one pose. */
    private static List<Integer> steps(Stand stand, int controller) {
        List<Integer> values = stand.moved.stream()
                .filter(moved -> moved.controller == controller)
                .map(Moved::value)
                .toList();
        return IntStream.range(1, values.size())
                .mapToObj(at -> Math.abs(values.get(at) - values.get(at - 1)))
                .filter(step -> step > 0)
                .toList();
    }

    private static List<Integer> values(Map<Pose, Stand> stands, int controller) {
        return Stream.of(Pose.values())
                .flatMap(pose -> stands.get(pose).moved.stream())
                .filter(moved -> moved.controller == controller)
                .map(Moved::value)
                .toList();
    }
}
