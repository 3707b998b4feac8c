package org.jollyledger.core.part;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.IntPredicate;
import java.util.stream.Collectors;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.Openness;

/**
 * The foot closes the hi-hat and no note says so: its pedal goes from half open or farther to closed, quickly enough to be
 * heard, and no stroke falls on the hi-hat at that moment. The figures are common practice.
 *
 * @param change the value of the pedal at which it is closed
 * @param velocity how hard, 1 to 127, by how quickly it closed
 * @param opensAgain whether the foot lets go at once, so that the cymbals splash
 * @param stroke the last stroke on the hi-hat before, by its index; empty when there is none
 */
public record FootClose(Controllers.Change change, int velocity, boolean opensAgain, OptionalInt stroke) {
    /** A foot that takes longer closes the hi-hat silently. */
    public static final double SLOWEST_SECONDS = 0.25;
    /** A foot that lets go sooner makes the cymbals splash. */
    public static final double SPLASH_SECONDS = 0.15;
    /** A stroke on the hi-hat from so long before to {@link #AFTER_SECONDS} after is what is heard instead. */
    public static final double BEFORE_SECONDS = 0.03;

    private static final double AFTER_SECONDS = 0.06;
    private static final int HARDEST = 100;
    private static final int SOFTEST = 30;

    /**
     * {@return the line that the foot plays on a map when it closes the hi-hat; empty when there is none}
     *
     * @param opensAgain whether it lets go at once; where nothing splashes it is the line that closes
     */
    public static Optional<Line> line(NoteMap map, boolean opensAgain) {
        Optional<Line> splash = opensAgain ? line(map, Articulation.PEDAL_SPLASH) : Optional.empty();
        return splash.or(() -> line(map, Articulation.PEDAL_CLOSE));
    }

    private static Optional<Line> line(NoteMap map, Articulation articulation) {
        return map.firstLines().stream()
                .filter(line -> line.sound().articulation() == articulation)
                .findFirst();
    }

    /**
     * {@return whether the foot of one instrument closes its hi-hat without a note where another one has a note for it}
     */
    public static boolean needsNote(NoteMap from, NoteMap to) {
        return line(from, true).isEmpty()
                && line(to, false).isPresent()
                && from.firstLines().stream().anyMatch(line -> Hats.isByPedal(line.sound()));
    }

    /**
     * Finds where the foot closes the hi-hat and no note says so.
     *
     * @param kit the instrument whose pedal it is
     * @param isHat whether a hit, by its index, is a stroke on the hi-hat or one of the foot
     * @return in the order of time
     */
    public static List<FootClose> find(Part part, Kit kit, IntPredicate isHat) {
        List<Controllers.Change> changes = part.pedal(kit).changes();
        return changes.size() < 2 ? List.of() : new Finder(part, kit, isHat).find(changes);
    }

    /**
     * {@return how hard a foot strikes, 1 to 127}
     *
     * @param seconds how long it takes from half open to closed, at most {@link #SLOWEST_SECONDS}
     */
    public static int velocity(double seconds) {
        return (int) Math.round(HARDEST - (HARDEST - SOFTEST) * seconds / SLOWEST_SECONDS);
    }

    private static final class Finder {
        private final Part part;
        private final Kit kit;
        private final boolean tracksApart;
        private final Map<Integer, List<Integer>> strokes;
        private final List<FootClose> found = new ArrayList<>();

        Finder(Part part, Kit kit, IntPredicate isHat) {
            this.part = part;
            this.kit = kit;
            tracksApart = part.file().format() == 2;
            strokes = Arrays.stream(part.hitsInTime())
                    .filter(isHat)
                    .boxed()
                    .collect(Collectors.groupingBy(hit -> receiver(part.track(hit), part.channel(hit))));
        }

        private int receiver(int track, int channel) {
            return (tracksApart ? track : 0) << 5 | channel;
        }

        private double seconds(int track, long tick) {
            return part.tempoMap(track).seconds(tick);
        }

        List<FootClose> find(List<Controllers.Change> changes) {
            changes.stream()
                    .collect(Collectors.groupingBy(change -> receiver(change.track(), change.channel())))
                    .forEach(this::findIn);
            found.sort(Comparator.comparingLong(close -> close.change.tick()));
            return found;
        }

        private void findIn(int receiver, List<Controllers.Change> changes) {
            boolean wasOpen = false;
            double leftOpen = Double.NEGATIVE_INFINITY;
            boolean wasClosed = false;
            for (int i = 0; i < changes.size(); i++) {
                Controllers.Change change = changes.get(i);
                double now = seconds(change.track(), change.tick());
                if (wasOpen && !isOpen(change)) {
                    leftOpen = now;
                }
                wasOpen = isOpen(change);
                boolean closes = isClosed(change) && !wasClosed;
                wasClosed = isClosed(change);
                List<Integer> struck = strokes.getOrDefault(receiver, List.of());
                int before = Ordered.countBefore(struck.size(), index -> seconds(struck.get(index)) <= now);
                if (closes && now - leftOpen <= SLOWEST_SECONDS && !isStruck(struck, before, now)) {
                    found.add(new FootClose(
                            change,
                            velocity(now - leftOpen),
                            opensAgain(changes, i, now),
                            before == 0 ? OptionalInt.empty() : OptionalInt.of(struck.get(before - 1))));
                }
            }
        }

        private double seconds(int hit) {
            return seconds(part.track(hit), part.tick(hit));
        }

        private boolean isOpen(Controllers.Change change) {
            return Hats.openness(kit.pedal(), change.value()).position() >= Openness.HALF.position();
        }

        private boolean isClosed(Controllers.Change change) {
            return Hats.openness(kit.pedal(), change.value()).position() <= Openness.CLOSED.position();
        }

        private boolean isStruck(List<Integer> struck, int before, double now) {
            return before > 0 && now - seconds(struck.get(before - 1)) <= BEFORE_SECONDS
                    || before < struck.size() && seconds(struck.get(before)) - now <= AFTER_SECONDS;
        }

        private boolean opensAgain(List<Controllers.Change> changes, int closed, double now) {
            for (int i = closed + 1; i < changes.size(); i++) {
                Controllers.Change change = changes.get(i);
                if (seconds(change.track(), change.tick()) - now > SPLASH_SECONDS) {
                    return false;
                }
                if (isOpen(change)) {
                    return true;
                }
            }
            return false;
        }
    }
}
