package org.jollyledger.core.part;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * What differs between two states of a part, hit for hit.
 *
 * @param changes in the order of time
 * @param same how many hits are the same in both
 */
public record PartComparison(List<Change> changes, int same) {
    /** What happened to a hit. */
    public enum Kind {
        ADDED("put in"),
        REMOVED("deleted"),
        MOVED_LINE("moved to another line"),
        MOVED_TIME("moved in time"),
        VELOCITY("another velocity");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** A hit as it is in one state. */
    public record Hit(int channel, long tick, BarBeat place, int note, int velocity) {
        private static Hit of(Part part, int hit) {
            return new Hit(part.channel(hit), part.tick(hit), part.place(hit), part.note(hit), part.velocity(hit));
        }
    }

    /**
     * One hit that differs.
     *
     * @param before empty when it was added
     * @param after empty when it was deleted
     */
    public record Change(Kind kind, Optional<Hit> before, Optional<Hit> after) {
        private long tick() {
            return before.or(() -> after).orElseThrow().tick();
        }
    }

    /** What two hits must share to be taken for one that changed. */
    private record Match(Kind kind, Function<Hit, List<Object>> shared) {}

    private static final List<Match> MATCHES = List.of(
            new Match(Kind.VELOCITY, hit -> List.of(hit.channel, hit.tick, hit.note)),
            new Match(Kind.MOVED_LINE, hit -> List.of(hit.channel, hit.tick, hit.velocity)),
            new Match(Kind.MOVED_TIME, hit -> List.of(hit.channel, hit.place.bar(), hit.note, hit.velocity)));

    /**
     * Compares two states.
     *
     * @return which hits are the same, and which differ
     */
    public static PartComparison between(Part before, Part after) {
        List<Hit> gone = hits(before);
        List<Hit> come = hits(after);
        int all = gone.size();
        pair(gone, come, hit -> List.of(hit.channel, hit.tick, hit.note, hit.velocity), (one, other) -> {});
        int same = all - gone.size();
        List<Change> changes = new ArrayList<>();
        for (Match match : MATCHES) {
            pair(
                    gone,
                    come,
                    match.shared,
                    (one, other) -> changes.add(new Change(match.kind, Optional.of(one), Optional.of(other))));
        }
        gone.forEach(hit -> changes.add(new Change(Kind.REMOVED, Optional.of(hit), Optional.empty())));
        come.forEach(hit -> changes.add(new Change(Kind.ADDED, Optional.empty(), Optional.of(hit))));
        changes.sort(Comparator.comparingLong(Change::tick));
        return new PartComparison(List.copyOf(changes), same);
    }

    private static List<Hit> hits(Part part) {
        List<Hit> hits = new ArrayList<>(part.hitCount());
        for (int hit : part.hitsInTime()) {
            hits.add(Hit.of(part, hit));
        }
        return hits;
    }

    /** Takes those that share something out of both lists, in the order of time. */
    private static void pair(
            List<Hit> gone,
            List<Hit> come,
            Function<Hit, List<Object>> shared,
            java.util.function.BiConsumer<Hit, Hit> found) {
        Map<List<Object>, Deque<Hit>> waiting = new HashMap<>();
        come.forEach(hit -> waiting.computeIfAbsent(shared.apply(hit), any -> new ArrayDeque<>())
                .add(hit));
        gone.removeIf(hit -> {
            Deque<Hit> matching = waiting.get(shared.apply(hit));
            if (matching == null || matching.isEmpty()) {
                return false;
            }
            found.accept(hit, matching.poll());
            return true;
        });
        List<Hit> left = waiting.values().stream()
                .flatMap(Deque::stream)
                .sorted(Comparator.comparingLong(Hit::tick))
                .toList();
        come.clear();
        come.addAll(left);
    }
}
