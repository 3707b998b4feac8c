package org.jollyledger.core.crosswalk;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.IntStream;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jspecify.annotations.Nullable;

/**
 * Learns routes from one music in two layouts: the same groove as it plays on one map and as it plays on another. Hits
 * are aligned by their time; where several sound at once, it is worked out from all moments together which of them became
 * which (expectation maximisation, as word alignment does it, Brown and others 1993, from memory). Then velocities tell
 * ranges and curves.
 */
public final class Example {
    /** Two hits that are no farther apart than this part of a quarter are one moment: files are rounded. */
    private static final double MOMENT = 1.0 / 48;

    private static final int ROUNDS = 12;
    /** What a hit that nothing explains is worth compared with one that is explained. */
    private static final double UNEXPLAINED = 1e-3;
    /** How strongly the sounds of two lines speak for a route between them, before the first round. */
    private static final double TRUST_IN_SOUNDS = 4;
    /** How much likelier a hit is to come from one as loud as itself. */
    private static final double SAME_VELOCITY = 2;
    /** A target that fires when it should in fewer cases than this is an accident. */
    private static final double RELIABLE = 0.75;

    private static final int CURVE_POINTS = 5;

    /**
     * What an example taught.
     *
     * @param routes a route for each line that the example plays
     * @param moments how many moments the two have in common
     * @param unexplained hits of the example that the routes do not make again
     * @param unlisted notes played in either that its map does not list, of which nothing can be learnt
     */
    public record Lesson(List<Route> routes, int moments, int unexplained, Set<Note> unlisted) {
        public Lesson {
            routes = List.copyOf(routes);
            unlisted = Set.copyOf(unlisted);
        }
    }

    private record Stroke(int note, int velocity) {}

    /** What sounds at one time in both. */
    private record Moment(List<Stroke> from, List<Stroke> to) {}

    private record Pair(int from, int to) {}

    private final NoteMap source;
    private final NoteMap target;
    private final List<Moment> moments;
    private final Map<Pair, Double> chance = new HashMap<>();
    private final Map<Pair, Map<Stroke, List<Stroke>>> explained = new HashMap<>();
    private int unexplained;

    private Example(NoteMap source, NoteMap target, List<Moment> moments) {
        this.source = source;
        this.target = target;
        this.moments = moments;
    }

    /**
     * Learns from an example.
     *
     * @param from the music on the source map
     * @param to the same music on the target map
     * @return the routes that the example teaches
     * @throws IllegalArgumentException when the two have no moment in common
     */
    public static Lesson learn(Part from, NoteMap source, Part to, NoteMap target) {
        List<Moment> moments = align(from, to);
        if (moments.isEmpty()) {
            throw new IllegalArgumentException(
                    "The two files have no hits at the same times; an example is the same" + " music in two layouts.");
        }
        return new Example(source, target, moments).lesson();
    }

    /** The time of each hit that begins a moment, with the strokes of that moment. */
    private static TreeMap<Double, List<Stroke>> byTime(Part part) {
        TreeMap<Double, List<Stroke>> times = new TreeMap<>();
        double quarter = part.file().division().ticksPerQuarter();
        for (int hit : part.hitsInTime()) {
            double time = part.tick(hit) / quarter;
            Double last = times.floorKey(time);
            double key = last != null && time - last <= MOMENT ? last : time;
            times.computeIfAbsent(key, unused -> new ArrayList<>()).add(new Stroke(part.note(hit), part.velocity(hit)));
        }
        return times;
    }

    /** Both may begin together, or one of them later: whichever lets more moments meet. */
    private static List<Moment> align(Part from, Part to) {
        TreeMap<Double, List<Stroke>> one = byTime(from);
        TreeMap<Double, List<Stroke>> other = byTime(to);
        if (one.isEmpty() || other.isEmpty()) {
            return List.of();
        }
        List<Moment> asTheyStand = meet(one, other, 0);
        List<Moment> fromTheFirst = meet(one, other, other.firstKey() - one.firstKey());
        return met(fromTheFirst) > met(asTheyStand) ? fromTheFirst : asTheyStand;
    }

    private static long met(List<Moment> moments) {
        return moments.stream().filter(moment -> !moment.to.isEmpty()).count();
    }

    private static List<Moment> meet(
            TreeMap<Double, List<Stroke>> one, TreeMap<Double, List<Stroke>> other, double later) {
        double lastOfOther = other.lastKey() - later + MOMENT;
        List<Moment> moments = new ArrayList<>();
        one.forEach((time, strokes) -> {
            Double near = nearest(other, time + later);
            List<Stroke> there = near == null ? List.of() : other.get(near);
            // What plays nothing in the example is silent there, unless the example has ended.
            if (near != null || time <= lastOfOther) {
                moments.add(new Moment(strokes, there));
            }
        });
        return met(moments) > 0 ? moments : List.of();
    }

    private static @Nullable Double nearest(TreeMap<Double, List<Stroke>> times, double time) {
        Double below = times.floorKey(time);
        Double above = times.ceilingKey(time);
        Double near = below == null || above != null && above - time < time - below ? above : below;
        return near != null && Math.abs(near - time) <= MOMENT ? near : null;
    }

    private Lesson lesson() {
        Set<Note> unlisted = new HashSet<>();
        begin(unlisted);
        for (int round = 0; round < ROUNDS; round++) {
            learnOnce();
        }
        explain();
        List<Route> routes = new ArrayList<>();
        new TreeSet<>(strokesBySource().keySet()).forEach(note -> route(note).ifPresent(routes::add));
        return new Lesson(routes, (int) met(moments), unexplained, unlisted);
    }

    /** Before the first round sounds that are near each other are likelier to belong together. */
    private void begin(Set<Note> unlisted) {
        for (Moment moment : moments) {
            moment.from.stream()
                    .map(stroke -> Note.of(stroke.note))
                    .filter(note -> source.lineAt(note).isEmpty())
                    .forEach(unlisted::add);
            moment.to.stream()
                    .map(stroke -> Note.of(stroke.note))
                    .filter(note -> target.lineAt(note).isEmpty())
                    .forEach(unlisted::add);
            for (Stroke from : moment.from) {
                for (Stroke to : moment.to) {
                    chance.computeIfAbsent(new Pair(from.note, to.note), this::likeness);
                }
            }
        }
    }

    private double likeness(Pair pair) {
        Optional<Line> from = source.lineAt(Note.of(pair.from));
        Optional<Line> to = target.lineAt(Note.of(pair.to));
        if (from.isEmpty() || to.isEmpty()) {
            return 0;
        }
        return Math.exp(-TRUST_IN_SOUNDS
                * from.get().sound().distanceTo(to.get().sound()).value());
    }

    private double weight(Stroke from, Stroke to) {
        double loudness = from.velocity == to.velocity ? SAME_VELOCITY : 1;
        return chance.getOrDefault(new Pair(from.note, to.note), 0.0) * loudness;
    }

    private void learnOnce() {
        Map<Pair, Double> counts = new HashMap<>();
        Map<Integer, Double> ofSource = new HashMap<>();
        for (Moment moment : moments) {
            moment.from.forEach(stroke -> ofSource.merge(stroke.note, 1.0, Double::sum));
            for (Stroke to : moment.to) {
                double sum = UNEXPLAINED
                        + moment.from.stream()
                                .mapToDouble(from -> weight(from, to))
                                .sum();
                for (Stroke from : moment.from) {
                    counts.merge(new Pair(from.note, to.note), weight(from, to) / sum, Double::sum);
                }
            }
        }
        counts.forEach((pair, count) -> chance.put(pair, count / ofSource.get(pair.from)));
    }

    /** Says for each hit of the example which hit it comes from. */
    private void explain() {
        for (Moment moment : moments) {
            for (Stroke to : moment.to) {
                Optional<Stroke> best = moment.from.stream().max(Comparator.comparingDouble(from -> weight(from, to)));
                if (best.isEmpty() || weight(best.get(), to) < UNEXPLAINED) {
                    unexplained++;
                } else {
                    explained
                            .computeIfAbsent(new Pair(best.get().note, to.note), pair -> new HashMap<>())
                            .computeIfAbsent(best.get(), stroke -> new ArrayList<>())
                            .add(to);
                }
            }
        }
    }

    private Map<Integer, List<Stroke>> strokesBySource() {
        Map<Integer, List<Stroke>> strokes = new HashMap<>();
        for (Moment moment : moments) {
            moment.from.forEach(stroke -> strokes.computeIfAbsent(stroke.note, note -> new ArrayList<>())
                    .add(stroke));
        }
        return strokes;
    }

    private Optional<Route> route(int note) {
        if (source.lineAt(Note.of(note)).isEmpty()) {
            return Optional.empty();
        }
        List<Stroke> all = strokesBySource().get(note);
        List<Target> targets = explained.keySet().stream()
                .filter(pair ->
                        pair.from == note && target.lineAt(Note.of(pair.to)).isPresent())
                .sorted(Comparator.comparingDouble((Pair pair) -> -chance.get(pair)))
                .flatMap(pair -> target(pair, all).stream())
                .toList();
        return Optional.of(Route.chosen(Note.of(note), targets));
    }

    private Optional<Target> target(Pair pair, List<Stroke> all) {
        Map<Stroke, List<Stroke>> landed = explained.get(pair);
        int[] fired = new int[VelocityRange.HIGHEST + 1];
        int[] missed = new int[VelocityRange.HIGHEST + 1];
        all.forEach(stroke -> missed[stroke.velocity]++);
        landed.forEach((from, to) -> {
            fired[from.velocity] += to.size();
            missed[from.velocity] -= Math.min(missed[from.velocity], to.size());
        });
        Optional<VelocityRange> range = range(fired, missed);
        // What the route does not make again does not fit.
        landed.forEach((from, to) -> {
            if (range.filter(velocities -> velocities.contains(from.velocity)).isEmpty()) {
                unexplained += to.size();
            }
        });
        return range.map(velocities ->
                new Target(Note.of(pair.to), velocities, curve(landed), OptionalInt.empty(), Optional.empty()));
    }

    /** The range in which it fires most and misses least, widened half-way to the nearest counterexample. */
    private static Optional<VelocityRange> range(int[] fired, int[] missed) {
        int best = 0;
        int from = 0;
        int to = 0;
        for (int low = VelocityRange.LOWEST; low <= VelocityRange.HIGHEST; low++) {
            int sum = 0;
            for (int high = low; high <= VelocityRange.HIGHEST; high++) {
                sum += fired[high] - missed[high];
                if (sum > best) {
                    best = sum;
                    from = low;
                    to = high;
                }
            }
        }
        int hits =
                IntStream.rangeClosed(from, to).map(velocity -> fired[velocity]).sum();
        int misses = IntStream.rangeClosed(from, to)
                .map(velocity -> missed[velocity])
                .sum();
        if (best == 0 || hits < RELIABLE * (hits + misses)) {
            return Optional.empty();
        }
        int first = IntStream.rangeClosed(from, to)
                .filter(velocity -> fired[velocity] > 0)
                .findFirst()
                .orElseThrow();
        int last = to;
        OptionalDouble below = IntStream.rangeClosed(VelocityRange.LOWEST, first - 1)
                .filter(velocity -> missed[velocity] > 0)
                .asDoubleStream()
                .max();
        OptionalDouble above = IntStream.rangeClosed(last + 1, VelocityRange.HIGHEST)
                .filter(velocity -> missed[velocity] > 0)
                .asDoubleStream()
                .min();
        int softest = below.isEmpty() ? VelocityRange.LOWEST : (int) Math.ceil((below.getAsDouble() + first + 1) / 2);
        int loudest = above.isEmpty() ? VelocityRange.HIGHEST : (int) Math.floor((above.getAsDouble() + last) / 2);
        return Optional.of(new VelocityRange(Math.min(softest, first), Math.max(loudest, last)));
    }

    private static VelocityCurve curve(Map<Stroke, List<Stroke>> landed) {
        TreeMap<Integer, Integer> means = new TreeMap<>();
        landed.forEach((from, to) -> means.put(from.velocity, (int)
                Math.round(to.stream().mapToInt(Stroke::velocity).average().orElse(from.velocity))));
        if (means.entrySet().stream().allMatch(entry -> entry.getKey().equals(entry.getValue()))) {
            return VelocityCurve.STRAIGHT;
        }
        if (means.values().stream().distinct().count() == 1) {
            return VelocityCurve.fixed(means.firstEntry().getValue());
        }
        return simple(means).orElseGet(() -> points(means));
    }

    /** A curve that adds the same to each, or scales each alike, where one does. */
    private static Optional<VelocityCurve> simple(TreeMap<Integer, Integer> means) {
        List<VelocityCurve> candidates = new ArrayList<>();
        means.forEach((in, out) -> candidates.add(new VelocityCurve.Shape(100, out - in, 0, 1, VelocityRange.HIGHEST)));
        IntStream.rangeClosed(1, VelocityCurve.Shape.MOST_SCALE)
                .mapToObj(scale -> new VelocityCurve.Shape(scale, 0, 0, 1, VelocityRange.HIGHEST))
                .forEach(candidates::add);
        return candidates.stream()
                .filter(curve ->
                        means.entrySet().stream().allMatch(entry -> curve.apply(entry.getKey()) == entry.getValue()))
                .findFirst();
    }

    private static VelocityCurve points(TreeMap<Integer, Integer> means) {
        List<Integer> ins = List.copyOf(means.keySet());
        int count = Math.min(CURVE_POINTS, ins.size());
        List<VelocityCurve.Point> points = IntStream.range(0, count)
                .map(i -> ins.get(count == 1 ? 0 : i * (ins.size() - 1) / (count - 1)))
                .mapToObj(in -> new VelocityCurve.Point(in, means.get(in)))
                .toList();
        return new VelocityCurve.Points(points);
    }
}
