package org.jollyledger.core.reconcile;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.HitChange;
import org.jollyledger.core.part.Ordered;
import org.jollyledger.core.part.Part;

/** Pedals that send more than anyone can hear. */
final class PedalFinder {
    /** Over which time values are counted. */
    private static final double WINDOW_SECONDS = 0.1;
    /** A value that is sent again so soon tells nothing new. */
    private static final double AGAIN_SECONDS = 0.05;

    private static final int FEWEST_REPEATS = 3;
    /** Values so far apart are of two movements. */
    private static final double PAUSE_SECONDS = 0.25;
    /** How far apart values are that stay, unless a stroke needs them. */
    private static final double STAYS_SECONDS = 0.01;

    private static final int LOWEST_FLOOD = 2;

    private PedalFinder() {}

    /** A value of the pedal. */
    private record Value(int track, int event, int channel, long tick, double seconds, int value) {}

    static void flood(Study study) {
        Map<Integer, List<Value>> byChannel = new HashMap<>();
        for (Value value : values(study)) {
            byChannel.computeIfAbsent(value.channel, any -> new ArrayList<>()).add(value);
        }
        byChannel.values().forEach(values -> movements(values).forEach(movement -> judge(study, movement)));
    }

    private static List<Value> values(Study study) {
        Part part = study.part();
        return part.pedal(study.written().orElse(study.instrument()).kit()).changes().stream()
                .map(change -> new Value(
                        change.track(),
                        change.event(),
                        change.channel(),
                        change.tick(),
                        part.tempoMap(change.track()).seconds(change.tick()),
                        change.value()))
                .toList();
    }

    private static List<List<Value>> movements(List<Value> values) {
        List<List<Value>> movements = new ArrayList<>();
        double last = Double.NEGATIVE_INFINITY;
        for (Value value : values) {
            if (value.seconds - last > PAUSE_SECONDS) {
                movements.add(new ArrayList<>());
            }
            movements.get(movements.size() - 1).add(value);
            last = value.seconds;
        }
        return movements;
    }

    private static void judge(Study study, List<Value> movement) {
        int most = mostASecond(movement);
        int repeats = longestRun(movement);
        boolean dense = most > study.figures().pedalPerSecond();
        if (movement.size() <= LOWEST_FLOOD || !dense && repeats < FEWEST_REPEATS) {
            return;
        }
        List<HitChange> drops = thinOut(study, movement);
        if (drops.isEmpty()) {
            return;
        }
        Value first = movement.get(0);
        study.found(
                DiscrepancyKind.PEDAL_FLOOD,
                first.track,
                first.channel,
                OptionalInt.empty(),
                first.tick,
                dense
                        ? "The pedal sends up to " + most + " values a second; old boxes choke on that."
                        : "The pedal sends the same value " + repeats + " times in a row.",
                List.of(
                        Correction.of(
                                "thin-out",
                                "Thin out: " + drops.size() + " of " + movement.size()
                                        + " values go, and each stroke sees what it saw",
                                drops),
                        Correction.KEEP));
    }

    private static int mostASecond(List<Value> movement) {
        int most = 0;
        int begin = 0;
        for (int end = 0; end < movement.size(); end++) {
            while (movement.get(end).seconds - movement.get(begin).seconds >= WINDOW_SECONDS) {
                begin++;
            }
            most = Math.max(most, end - begin + 1);
        }
        return (int) Math.round(most / WINDOW_SECONDS);
    }

    private static int longestRun(List<Value> movement) {
        int longest = 1;
        int run = 1;
        for (int i = 1; i < movement.size(); i++) {
            Value before = movement.get(i - 1);
            Value value = movement.get(i);
            run = value.value == before.value && value.seconds - before.seconds <= AGAIN_SECONDS ? run + 1 : 1;
            longest = Math.max(longest, run);
        }
        return longest;
    }

    /** What can go: what repeats the value before, and what is too near to it unless a stroke comes before the next. */
    private static List<HitChange> thinOut(Study study, List<Value> movement) {
        List<HitChange> drops = new ArrayList<>();
        Value kept = movement.get(0);
        for (int i = 1; i < movement.size(); i++) {
            Value value = movement.get(i);
            boolean last = i == movement.size() - 1;
            boolean seen = last || isStruckBetween(study, value.tick, movement.get(i + 1).tick);
            if (value.value == kept.value || !seen && value.seconds - kept.seconds < STAYS_SECONDS) {
                drops.add(new HitChange.Drop(value.track, value.event));
            } else {
                kept = value;
            }
        }
        return drops;
    }

    /** Whether a hit stands at or behind a tick and before another. */
    private static boolean isStruckBetween(Study study, long from, long before) {
        int[] order = study.order();
        int first = Ordered.countBefore(order.length, index -> study.part().tick(order[index]) < from);
        return first < order.length && study.part().tick(order[first]) < before;
    }
}
