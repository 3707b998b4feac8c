package org.jollyledger.core.kit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.IntUnaryOperator;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.jollyledger.core.kit.PedalCalibration.Moved;
import org.jollyledger.core.kit.PedalCalibration.Pose;
import org.jollyledger.core.kit.PedalCalibration.Stand;
import org.jollyledger.core.sound.Openness;
import org.junit.jupiter.api.Test;

/** Made pedals: clean, noisy, coarse, short of range, counting down, drifting. */
class PedalCalibrationTest {
    private static final long SECONDS = 2_500_000;
    private static final int STEPS = 60;

    /** Where the foot is in each pose, from 0 for open to 1 for closed. */
    private static final Map<Pose, Double> POSES =
            Map.of(Pose.OPEN, 0.0, Pose.THREE_QUARTER, 0.3, Pose.QUARTER, 0.72, Pose.CLOSED, 1.0);

    /** A pedal: what it sends for a place of the foot, and what is added to it over the time of a pose. */
    private record Made(int open, int closed, IntUnaryOperator rounding, int noise, int drift) {
        int value(double place) {
            return within(rounding.applyAsInt((int) Math.round(open + (closed - open) * place)));
        }

        int value(double place, double share, Random random) {
            int strayed = noise == 0 ? 0 : random.nextInt(2 * noise + 1) - noise;
            return within(value(place) + strayed + (int) Math.round(drift * share));
        }

        private static int within(int value) {
            return Math.max(0, Math.min(127, value));
        }
    }

    private static Map<Pose, Stand> stands(Made pedal, int controller, Random random) {
        Map<Pose, Stand> stands = new EnumMap<>(Pose.class);
        double from = 0.5;
        for (Pose pose : Pose.values()) {
            List<Moved> moved = new ArrayList<>();
            double to = POSES.get(pose);
            for (int step = 0; step < STEPS; step++) {
                double share = (double) step / STEPS;
                double place = share < 0.25 ? from + (to - from) * share * 4 : to;
                long at = (long) (SECONDS * share);
                moved.add(new Moved(at, controller, pedal.value(place, share, random)));
                // Another controller, such as where the snare is struck, moves as it likes.
                if (random.nextInt(10) == 0) {
                    moved.add(new Moved(at, 16, 60 + random.nextInt(5)));
                }
            }
            stands.put(pose, new Stand(SECONDS, moved));
            from = to;
        }
        return stands;
    }

    private static void assertNear(Made pedal, PedalCalibration found) {
        boolean down = pedal.closed < pedal.open;
        int[] pressed = new int[4];
        int at = 0;
        for (Pose pose : Pose.values()) {
            // Of a pedal that drifts the truth is where it is in the middle of the time that it stands.
            int value = pedal.value(POSES.get(pose)) + (int) Math.round(pedal.drift * 0.7);
            pressed[at++] = down ? 127 - value : value;
        }
        List<Integer> thresholds = found.pedal().thresholds();
        double third = (pressed[2] - pressed[1]) / 3.0;
        double[] truth = {
            (pressed[0] + pressed[1]) / 2.0, pressed[1] + third, pressed[1] + 2 * third, (pressed[2] + pressed[3]) / 2.0
        };
        for (int i = 0; i < truth.length; i++) {
            if (Math.abs(thresholds.get(i) - truth[i]) > 2) {
                assertThat(found.warnings())
                        .as("threshold %s at %s, not at %s: %s, read %s", i, thresholds.get(i), truth[i], pedal, found)
                        .isNotEmpty();
            }
        }
        if (found.warnings().isEmpty()) {
            assertThat(found.pedal().countsDown()).isEqualTo(down);
            assertThat(found.pedal().controller()).isEqualTo(4);
        }
    }

    @Property(tries = 400)
    void aCleanPedalIsFoundAsItIs(@ForAll int seed) {
        Random random = new Random(seed);
        int open = random.nextInt(30);
        int closed = 90 + random.nextInt(38);
        boolean down = random.nextBoolean();
        Made pedal = new Made(down ? closed : open, down ? open : closed, value -> value, 0, 0);
        PedalCalibration found = PedalCalibration.of(stands(pedal, 4, random));
        assertThat(found.warnings()).isEmpty();
        assertNear(pedal, found);
        assertThat(Hats.openness(found.pedal(), pedal.closed)).isEqualTo(Openness.CLOSED);
        assertThat(Hats.openness(found.pedal(), pedal.open)).isEqualTo(Openness.OPEN);
        assertThat(Hats.openness(found.pedal(), pedal.value(0.72))).isEqualTo(Openness.QUARTER);
        assertThat(Hats.openness(found.pedal(), pedal.value(0.3))).isEqualTo(Openness.THREE_QUARTER);
        assertThat(found.pedal().lowest()).isLessThanOrEqualTo(open + 1);
        assertThat(found.pedal().highest()).isGreaterThanOrEqualTo(closed - 1);
    }

    /** Thresholds within two steps of the truth, or a warning. */
    @Property(tries = 400)
    void anyPedalIsFoundOrWarnedOf(@ForAll int seed) {
        Random random = new Random(seed);
        int open = random.nextInt(50);
        int closed = open + 12 + random.nextInt(128 - open - 12);
        boolean down = random.nextBoolean();
        int step = random.nextInt(3) == 0 ? 8 : 1;
        Made pedal = new Made(
                down ? closed : open,
                down ? open : closed,
                value -> value / step * step,
                random.nextInt(3) == 0 ? random.nextInt(6) : 0,
                random.nextInt(4) == 0 ? random.nextInt(25) - 12 : 0);
        assertNear(pedal, PedalCalibration.of(stands(pedal, 4, random)));
    }

    @Test
    void whatIsPoorIsWarnedOf() {
        Random random = new Random(1);
        assertThat(PedalCalibration.of(stands(new Made(50, 75, value -> value, 0, 0), 4, random))
                        .warnings())
                .anyMatch(words -> words.contains("uses only 25 of 127 values"));
        assertThat(PedalCalibration.of(stands(new Made(0, 120, value -> value / 16 * 16, 0, 0), 4, random))
                        .warnings())
                .anyMatch(words -> words.contains("coarse steps of 16"));
        assertThat(PedalCalibration.of(stands(new Made(0, 120, value -> value, 0, 30), 4, random))
                        .warnings())
                .anyMatch(words -> words.contains("drifts while the foot stands still"));
        assertThat(PedalCalibration.of(stands(new Made(0, 120, value -> value, 9, 0), 4, random))
                        .warnings())
                .anyMatch(words -> words.contains("is unsteady"));
    }

    @Test
    void posesThatReadAlikeOrInTheWrongOrderAreTold() {
        Map<Pose, Stand> stands = new EnumMap<>(Pose.class);
        stands.put(Pose.OPEN, stand(10));
        stands.put(Pose.THREE_QUARTER, stand(12));
        stands.put(Pose.QUARTER, stand(100));
        stands.put(Pose.CLOSED, stand(90));
        assertThat(PedalCalibration.of(stands).warnings())
                .anyMatch(words -> words.contains("“toes off” and “toes just touching” read nearly the same"))
                .anyMatch(words -> words.contains("came in the wrong order"));
    }

    private static Stand stand(int value) {
        return new Stand(1_000_000, List.of(new Moved(0, 4, value)));
    }

    @Test
    void aPoseThatIsMissingAndAPedalThatSendsNothingAreRefused() {
        assertThatThrownBy(() -> PedalCalibration.of(Map.of(Pose.OPEN, stand(3))))
                .hasMessageContaining("The pose \"toes just touching\" is missing; record all four.");
        Map<Pose, Stand> nothing = new EnumMap<>(Pose.class);
        for (Pose pose : Pose.values()) {
            nothing.put(pose, new Stand(1_000_000, List.of()));
        }
        assertThatThrownBy(() -> PedalCalibration.of(nothing)).hasMessageContaining("No controller moved");
    }
}
