package org.jollyledger.core.crosswalk;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jollyledger.core.crosswalk.Crosswalk.OtherWay;
import org.jollyledger.core.crosswalk.Harms.Weighed;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.SoundDistance;

/**
 * The routes between two maps that do the least harm to the music: one for each note that the source map lists. All
 * lines are weighed together, so that what sounds together stays apart, and a fill goes its way. Among lines of one sound
 * the one on the same note is taken, then the one shown first. A map onto itself changes nothing.
 */
final class Plan {
    /** Costs of each stroke for choosing among lines of one sound; far smaller than any harm. */
    private static final double ANOTHER_NOTE = 1e-10;

    private static final double LATER_LINE = 1e-13;
    /** A line can go to so many lines at most: the nearest. */
    private static final int MOST_CHOICES = 32;

    private final MapPair maps;
    private final Harms harms;
    private final List<Line> lines;
    private final Map<Note, Integer> place = new HashMap<>();
    /** For each line the lines it can go to; the last choice of each is silence. */
    private final List<List<Optional<Line>>> choices;

    /** For each line the notes it can go to. */
    private final List<BitSet> ends;

    private final CostNetwork network;
    private final Lazy<CostNetwork.Answer> answer = new Lazy<>(this::choose);

    /** The plan between two maps for how the lines of the first are played. */
    Plan(MapPair maps, Use use) {
        this.maps = maps;
        harms = new Harms(use, maps.targetLines().all());
        lines = maps.sourceLines().all();
        choices = lines.stream().map(this::choicesOf).toList();
        ends = choices.stream().map(Plan::notes).toList();
        network = new CostNetwork(
                IntStream.range(0, lines.size()).mapToObj(this::ownCosts).toArray(double[][]::new));
        for (int i = 0; i < lines.size(); i++) {
            place.put(lines.get(i).note(), i);
            for (int j = 0; j < i; j++) {
                join(j, i);
            }
        }
    }

    private CostNetwork.Answer choose() {
        return maps.isOne() ? new CostNetwork.Answer(ontoItself(), 0, 0) : network.cheapest();
    }

    private int[] chosen() {
        return answer.get().chosen();
    }

    /** Whether no other routes do less harm; else there may be better ones that were not found in the work allowed. */
    boolean isProven() {
        return answer.get().isProven();
    }

    /** How much less harm any other routes can do at most, for a song of a thousand strokes. */
    double gap() {
        return answer.get().cost() - answer.get().bound();
    }

    private List<Optional<Line>> choicesOf(Line line) {
        List<Optional<Line>> found = new ArrayList<>();
        if (line.sound().isDrum() || maps.isOne()) {
            substitutes(line).forEach(candidate -> found.add(Optional.of(candidate)));
        }
        found.add(Optional.empty());
        return found;
    }

    /** The nearest lines that can stand in, in display order. */
    private List<Line> substitutes(Line line) {
        List<Line> all = maps.targetLines().all();
        Map<Line, Double> distances = new HashMap<>();
        all.stream()
                .filter(candidate -> line.sound().distanceTo(candidate.sound()).isSubstitute())
                .forEach(candidate -> distances.put(candidate, harms.distance(line, candidate)));
        if (distances.size() <= MOST_CHOICES) {
            return all.stream().filter(distances::containsKey).toList();
        }
        List<Line> nearest = all.stream()
                .filter(distances::containsKey)
                .sorted(Comparator.comparingDouble(distances::get))
                .limit(MOST_CHOICES)
                .toList();
        return all.stream().filter(nearest::contains).toList();
    }

    private static BitSet notes(List<Optional<Line>> choices) {
        BitSet notes = new BitSet();
        choices.forEach(line -> line.ifPresent(end -> notes.set(end.note().number())));
        return notes;
    }

    private double[] ownCosts(int at) {
        List<Optional<Line>> its = choices.get(at);
        double[] costs = new double[its.size()];
        double weight = harms.weight(lines.get(at));
        for (int i = 0; i < costs.length; i++) {
            Optional<Line> to = its.get(i);
            costs[i] = sum(harms.alone(lines.get(at), to)) + i * weight * LATER_LINE;
            if (to.isPresent() && !to.get().note().equals(lines.get(at).note())) {
                costs[i] += weight * ANOTHER_NOTE;
            }
        }
        return costs;
    }

    private static double sum(List<Weighed> harms) {
        return harms.stream().mapToDouble(Weighed::cost).sum();
    }

    private void join(int one, int other) {
        Harms.Between between = harms.between(lines.get(one), lines.get(other));
        if (!between.isAny(ends.get(one).intersects(ends.get(other)))) {
            return;
        }
        List<Optional<Line>> rows = choices.get(one);
        List<Optional<Line>> columns = choices.get(other);
        double[][] costs = new double[rows.size()][columns.size()];
        boolean any = false;
        for (int i = 0; i < costs.length; i++) {
            for (int j = 0; j < costs[i].length; j++) {
                costs[i][j] = between.cost(rows.get(i), columns.get(j));
                any |= costs[i][j] > 0;
            }
        }
        if (any) {
            network.join(one, other, costs);
        }
    }

    private List<Weighed> between(int one, int oneChoice, int other, int otherChoice) {
        List<Weighed> found = new ArrayList<>();
        harms.between(lines.get(one), lines.get(other))
                .each(
                        choices.get(one).get(oneChoice),
                        choices.get(other).get(otherChoice),
                        (harm, cost, heard) -> found.add(new Weighed(harm, cost, heard)));
        return found;
    }

    private int[] ontoItself() {
        return IntStream.range(0, lines.size())
                .map(at -> choices.get(at).indexOf(Optional.of(lines.get(at))))
                .toArray();
    }

    /** One route for each source note, in the display order of the lines. */
    List<Route> routes() {
        return IntStream.range(0, lines.size())
                .mapToObj(at -> new Route(lines.get(at).note(), targets(at), Route.Sends.TO_ALL, Route.Origin.PROPOSED))
                .toList();
    }

    private List<Target> targets(int at) {
        return planned(at).map(line -> List.of(Target.all(line.note()))).orElse(List.of());
    }

    private Optional<Line> planned(int at) {
        return choices.get(at).get(chosen()[at]);
    }

    /** What the plan costs: harm for a song of a thousand strokes. */
    double cost() {
        return answer.get().cost();
    }

    CostNetwork network() {
        return network;
    }

    int choiceCount(Note note) {
        return choices.get(place.get(note)).size();
    }

    /** Why the route of a note leads where it leads, in words. */
    String reason(Note note) {
        int at = place.get(note);
        Line line = lines.get(at);
        Optional<Line> to = planned(at);
        if (to.isEmpty()) {
            return whySilent(at);
        }
        SoundDistance distance = line.sound().distanceTo(to.get().sound());
        int nearest = nearest(at);
        boolean another = choices.get(at)
                .get(nearest)
                .filter(near -> harms.distance(line, near) < harms.distance(line, to.get()))
                .isPresent();
        return another
                ? distance.difference() + ", "
                        + mostSaved(at, chosen()[at], nearest, chosen())
                                .map(worst -> worst.harm.avoided(worst.other, worst.heard))
                                .orElse("all things weighed")
                : distance.reason();
    }

    private int nearest(int at) {
        return IntStream.range(0, choices.get(at).size() - 1)
                .boxed()
                .min(Comparator.comparingDouble(i ->
                        harms.distance(lines.get(at), choices.get(at).get(i).orElseThrow())))
                .orElse(chosen()[at]);
    }

    private record Named(Harm harm, String other, double cost, boolean heard) {}

    /** What weighs most of all that one choice spares in comparison with another. */
    private Optional<Named> mostSaved(int at, int choice, int instead, int[] now) {
        return mostSaved(at, choice, instead, now, harm -> true);
    }

    private Optional<Named> mostSaved(int at, int choice, int instead, int[] now, Predicate<Named> such) {
        List<Named> all = new ArrayList<>(namedHarms(at, instead, now));
        namedHarms(at, choice, now).stream()
                .map(harm -> new Named(harm.harm, harm.other, -harm.cost, harm.heard))
                .forEach(all::add);
        return all.stream()
                .collect(Collectors.groupingBy(
                        named -> named.harm + " " + named.other,
                        Collectors.reducing((one, other) ->
                                new Named(one.harm, one.other, one.cost + other.cost, one.heard || other.heard))))
                .values()
                .stream()
                .flatMap(Optional::stream)
                .filter(named -> named.cost > 0)
                .filter(such)
                .max(Comparator.comparingDouble(Named::cost).thenComparing(Named::other));
    }

    private List<Named> namedHarms(int at, int choice, int[] now) {
        List<Named> named = new ArrayList<>();
        harms.alone(lines.get(at), choices.get(at).get(choice))
                .forEach(harm -> named.add(new Named(harm.harm(), "", harm.cost(), harm.heard())));
        for (CostNetwork.Edge edge : network.edgesOf(at)) {
            int other = edge.first() == at ? edge.second() : edge.first();
            List<Weighed> found = edge.first() == at
                    ? between(at, choice, other, now[other])
                    : between(other, now[other], at, choice);
            found.forEach(
                    harm -> named.add(new Named(harm.harm(), lines.get(other).name(), harm.cost(), harm.heard())));
        }
        return named;
    }

    private String whySilent(int at) {
        Line line = lines.get(at);
        if (!line.sound().isDrum()) {
            return "a control of its own instrument, no drum";
        }
        if (maps.targetLines().all().isEmpty()) {
            return "\"" + maps.target().name() + "\" has no lines yet";
        }
        if (Chokes.isTail(line.sound())
                && maps.targetLines().all().stream().anyMatch(end -> Chokes.chokes(end.sound(), line.sound()))) {
            return "only a choke that is struck here, which would be heard as another stroke";
        }
        if (Chokes.isTail(line.sound())) {
            return "no choke of that cymbal here, and a stroke in its place would sound instead of stopping";
        }
        if (choices.get(at).size() > 1) {
            int nearest = nearest(at);
            String words = choices.get(at).get(nearest).orElseThrow().sound().words();
            Named worst = mostSaved(at, chosen()[at], nearest, chosen(), harm -> harm.harm != Harm.SUBSTITUTE)
                    .orElse(new Named(Harm.SUBSTITUTE, "", 0, true));
            return "silent rather than " + words + ": " + worst.harm.done(worst.other, worst.heard);
        }
        return "nothing here comes near " + withArticle(line.sound().piece().words());
    }

    private static String withArticle(String words) {
        boolean plural = words.endsWith("s");
        return plural ? words : ("aeiou".indexOf(words.charAt(0)) < 0 ? "a " : "an ") + words;
    }

    /** Another choice of a line, with how much more harm it does than the one that holds. */
    private record Other(int choice, double extra) {}

    private List<Other> others(int at, int[] now) {
        double cost = network.costOf(at, now[at], now);
        return IntStream.range(0, choices.get(at).size())
                .filter(choice -> choice != now[at])
                .mapToObj(choice -> new Other(choice, network.costOf(at, choice, now) - cost))
                .sorted(Comparator.comparingDouble(Other::extra))
                .toList();
    }

    private int[] now(Map<Note, Route> routes) {
        return lines.stream()
                .mapToInt(line -> choice(place.get(line.note()), routes.get(line.note())))
                .toArray();
    }

    /** The other ways for a note, from the least harm to the most, when all other lines go where some routes send them. */
    List<OtherWay> otherWays(Note note, Map<Note, Route> routes) {
        int at = place.get(note);
        int[] now = now(routes);
        return others(at, now).stream()
                .map(other ->
                        new OtherWay(choices.get(at).get(other.choice), other.extra, because(at, other.choice, now)))
                .toList();
    }

    /** The lines to which the other ways for a note lead, in the same order. */
    List<Line> otherLines(Note note, Map<Note, Route> routes) {
        int at = place.get(note);
        return others(at, now(routes)).stream()
                .flatMap(other -> choices.get(at).get(other.choice).stream())
                .toList();
    }

    /** Which choice a route takes first; silence where it leads to no substitute. */
    private int choice(int at, Route route) {
        List<Optional<Line>> its = choices.get(at);
        for (int choice = 0; choice < its.size(); choice++) {
            Optional<Line> line = its.get(choice);
            if (!route.targets().isEmpty()
                    && line.isPresent()
                    && line.get().note().equals(route.targets().get(0).note())) {
                return choice;
            }
        }
        return its.size() - 1;
    }

    private String because(int at, int choice, int[] now) {
        Optional<Line> to = choices.get(at).get(choice);
        if (to.isEmpty()) {
            return Harm.SILENCE.done("", true);
        }
        Named worst = mostSaved(at, now[at], choice, now).orElse(new Named(Harm.SUBSTITUTE, "", 0, true));
        return worst.harm == Harm.SUBSTITUTE
                ? lines.get(at).sound().distanceTo(to.get().sound()).difference()
                : worst.harm.done(worst.other, worst.heard);
    }
}
