package org.jollyledger.core.kit;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.sound.Sound;

/**
 * What rings on an instrument while it is played. It is given what happens, in the order of time, and returns which
 * strokes that stops:
 *
 * <ul>
 *   <li>a stroke on another line of their choke group;
 *   <li>a choke of their cymbal, whichever of the three forms the map uses;
 *   <li>a hi-hat that closes under them, by a stroke or by its pedal.
 * </ul>
 *
 * What happens at one moment stops nothing that begins at that moment.
 */
public final class Ringing {
    /**
     * A stroke that rings.
     *
     * @param stroke the number it was given
     * @param hit the hit it belongs to; the strokes of layered lines share one
     * @param line the line that was struck
     * @param sound what it sounds as
     * @param began when it was struck, in seconds
     * @param silentAt when it has died away by itself, in seconds
     */
    private record Rings(int stroke, int hit, Line line, Sound sound, double began, double silentAt) {}

    private final Kit kit;
    private final ToDoubleFunction<Sound> lengths;
    private final Map<Sound, Double> lengthOfSound = new HashMap<>();
    private final List<Rings> ringing = new ArrayList<>();
    /** What was struck at the moment that was looked at last: nothing stops what begins with it. */
    private final List<Rings> justStruck = new ArrayList<>();

    /** What each line that was struck at that moment sounded as. */
    private final Map<Line, Sound> struckAs = new IdentityHashMap<>();

    private double moment = Double.NEGATIVE_INFINITY;

    Ringing(Kit kit, ToDoubleFunction<Sound> lengths) {
        this.kit = kit;
        this.lengths = lengths;
    }

    /**
     * A line is struck.
     *
     * @param stroke a number for the stroke, by which it is named when it is stopped
     * @param hit the hit it belongs to
     * @param line the line
     * @param sound what it sounds as
     * @param seconds when
     * @return the strokes that this stops
     */
    public List<Integer> strike(int stroke, int hit, Line line, Sound sound, double seconds) {
        // The same line once more at the same moment finds nothing that it did not find before.
        List<Integer> stopped = seconds == moment && sound.equals(struckAs.get(line))
                ? List.of()
                : stop(seconds, other -> stops(line, sound, other.line, other.sound));
        double length = lengthOfSound.computeIfAbsent(sound, lengths::applyAsDouble);
        Rings struck = new Rings(stroke, hit, line, sound, seconds, seconds + length);
        if (seconds == moment) {
            justStruck.add(struck);
            struckAs.put(line, sound);
        } else {
            // It comes late: what is struck at this moment may stop it.
            ringing.add(struck);
            struckAs.clear();
        }
        return stopped;
    }

    /**
     * {@return whether striking a line stops what rings on another one}
     *
     * @param line the line that is struck
     * @param sound what it sounds as
     * @param ringing the line that rings
     * @param rings what that sounds as
     */
    public static boolean stops(Line line, Sound sound, Line ringing, Sound rings) {
        boolean inGroup =
                line.chokeGroup().isPresent() && line.chokeGroup().equals(ringing.chokeGroup()) && line != ringing;
        return inGroup || Chokes.chokes(sound, rings) || Hats.closes(sound, rings);
    }

    /**
     * A cymbal is grabbed: key pressure comes on its note, 0 to 127.
     *
     * @return the strokes that this stops; none when the map says chokes in another way, or the pressure is too light
     */
    public List<Integer> press(int note, int pressure, double seconds) {
        if (!kit.grabs(pressure)) {
            return List.of();
        }
        return stop(
                seconds,
                other -> Chokes.canBeChoked(other.sound)
                        && kit.lines(note).stream()
                                .anyMatch(line -> line.sound().isSamePieceAs(other.sound)));
    }

    /**
     * The note of a hit ends.
     *
     * @return the strokes that this stops; none when the map says chokes in another way
     */
    public List<Integer> release(int hit, double seconds) {
        return kit.stopsOnRelease()
                ? stop(seconds, other -> other.hit == hit && Chokes.canBeChoked(other.sound))
                : List.of();
    }

    /**
     * The pedal of the hi-hat moves.
     *
     * @param value what its controller sends, 0 to 127
     * @return the strokes that this stops: those of hats that the pedal opens, when it closes under them
     */
    public List<Integer> pedal(int value, double seconds) {
        double position = Hats.openness(kit.pedal(), value).position();
        return stop(seconds, other -> Hats.isByPedal(other.line.sound()) && Hats.position(other.sound) > position);
    }

    private List<Integer> stop(double seconds, Predicate<Rings> which) {
        if (seconds > moment) {
            ringing.addAll(justStruck);
            justStruck.clear();
            struckAs.clear();
            moment = seconds;
        }
        List<Integer> stopped = new ArrayList<>();
        ringing.removeIf(other -> {
            if (other.silentAt <= seconds) {
                return true;
            }
            boolean stops = other.began < seconds && which.test(other);
            if (stops) {
                stopped.add(other.stroke);
            }
            return stops;
        });
        return stopped;
    }
}
