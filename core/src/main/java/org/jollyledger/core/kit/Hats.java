package org.jollyledger.core.kit;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;

/** How far hi-hats are open, by their notes or by their pedal. */
public final class Hats {
    private static final int HIGHEST = 127;

    private Hats() {}

    /** {@return whether a sound is a hi-hat that is struck} */
    public static boolean isStruck(Sound sound) {
        return sound.openness().isPresent();
    }

    /** {@return whether only the pedal knows how far a struck hi-hat is open} */
    public static boolean isByPedal(Sound sound) {
        return sound.openness().equals(Optional.of(Openness.PEDAL));
    }

    /**
     * {@return how far open a hi-hat is by its pedal}
     *
     * @param value what the pedal's controller sends, 0 to 127
     */
    public static Openness openness(HatPedal pedal, int value) {
        int pressed = pedal.countsDown() ? HIGHEST - value : value;
        if (pressed >= pedal.tightFrom()) {
            return Openness.TIGHT;
        }
        if (pressed >= pedal.closedFrom()) {
            return Openness.CLOSED;
        }
        if (pressed >= pedal.quarterFrom()) {
            return Openness.QUARTER;
        }
        if (pressed >= pedal.halfFrom()) {
            return Openness.HALF;
        }
        return pressed >= pedal.threeQuarterFrom() ? Openness.THREE_QUARTER : Openness.OPEN;
    }

    /**
     * How far open a hi-hat is at each value of its pedal.
     *
     * @return 128 of them, from value 0 to 127
     */
    public static List<Openness> openings(HatPedal pedal) {
        return IntStream.rangeClosed(0, HIGHEST)
                .mapToObj(value -> openness(pedal, value))
                .toList();
    }

    /**
     * What the pedal's controller sends for an openness: the middle of the values that mean it.
     *
     * @return 0 to 127; empty when the pedal never says so
     */
    public static OptionalInt value(HatPedal pedal, Openness openness) {
        int[] meaning = IntStream.rangeClosed(0, HIGHEST)
                .filter(value -> openness(pedal, value) == openness)
                .toArray();
        return meaning.length == 0 ? OptionalInt.empty() : OptionalInt.of(meaning[meaning.length / 2]);
    }

    /**
     * {@return a value of one pedal as another one sends it} Between two thresholds of the one it is between the same two of
     * the other.
     *
     * @param value 0 to 127
     */
    public static int between(HatPedal from, HatPedal to, int value) {
        if (from.equals(to.withController(from.controller()))) {
            return value;
        }
        int[] of = points(from);
        int[] onto = points(to);
        int pressed = from.countsDown() ? HIGHEST - value : value;
        int at = 0;
        while (at + 2 < of.length && pressed >= of[at + 1]) {
            at++;
        }
        int span = of[at + 1] - of[at];
        double share = span == 0 ? 0 : (double) (pressed - of[at]) / span;
        int room = onto[at + 1] - onto[at];
        // Below the next threshold, which means another openness already.
        int most = Math.max(onto[at], onto[at + 1] - 1);
        int mapped = Math.min(most, onto[at] + (int) Math.floor(share * room));
        int there = Math.max(0, Math.min(HIGHEST, mapped));
        return to.countsDown() ? HIGHEST - there : there;
    }

    private static int[] points(HatPedal pedal) {
        List<Integer> points = new ArrayList<>();
        points.add(0);
        points.addAll(pedal.thresholds());
        points.add(HatPedal.NEVER);
        return points.stream().mapToInt(Integer::intValue).toArray();
    }

    /**
     * {@return how far open a hi-hat is when it sounds so, as {@link Openness#position()} counts it} What the foot
     * plays and what chokes leave it shut, but for a splash.
     */
    public static double position(Sound sound) {
        return switch (sound.articulation()) {
            case PEDAL_SPLASH -> Openness.OPEN.position();
            case PEDAL_CLOSE, CHOKE, STRUCK_CHOKE -> Openness.TIGHT.position();
            default -> sound.openness().map(Openness::position).orElse(Openness.TIGHT.position());
        };
    }

    /**
     * {@return by how much the hat opens from one stroke to the next; negative when it closes} Empty where only the
     * pedal knows, or one of the two is no struck hi-hat.
     */
    public static OptionalDouble step(Sound earlier, Sound later) {
        if (!isStruck(earlier) || !isStruck(later) || isByPedal(earlier) || isByPedal(later)) {
            return OptionalDouble.empty();
        }
        return OptionalDouble.of(position(later) - position(earlier));
    }

    /** Whether a hi-hat that sounds closes under another sound of the very same hi-hat. */
    static boolean closes(Sound sound, Sound ringing) {
        return sound.family() == Family.HIHAT && sound.isSamePieceAs(ringing) && position(sound) < position(ringing);
    }
}
