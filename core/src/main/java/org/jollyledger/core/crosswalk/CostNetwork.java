package org.jollyledger.core.crosswalk;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Finds the cheapest choice for many variables at once, where each choice has a cost of its own and some pairs of
 * choices cost more. There is an answer at every moment; it is the best one once the search has ended, and the best
 * found when the work allowed is used up before. Work is counted in costs looked at, not in time, so that the answer is
 * the same on every machine.
 *
 * <p>Four steps: choices that another one always beats are struck out (dead-end elimination; R. F. Goldstein, Biophysical
 * Journal 66, 1994); a good answer is found by changing one choice at a time, with those changed last left alone (tabu
 * search; F. Glover, 1986); costs are moved between pairs and single choices until the single ones tell a high lower bound
 * (max-product linear programming; A. Globerson and T. Jaakkola, NIPS 2007); and what is still open is searched by
 * branch and bound.
 */
final class CostNetwork {
    private static final double HARDLY = 1e-12;
    private static final int ROUNDS = 60;
    /** Work enough for the parts that people play, and done within a second on a small machine. */
    static final long USUAL_WORK = 35_000_000;

    /** Costs are moved about by adding and taking away, which leaves so much of them behind. */
    private static final double ROUNDING = 1e-12;

    private static final int STEPS_WITHOUT_GAIN = 200;
    private static final int BARRED_FOR = 6;

    private static final int GOING_THERE = 4;

    /** Of the work that is left, what striking out, and finding a first good answer, may use. */
    private static final double SHARE_OF_A_STEP = 0.25;

    /**
     * A choice for each variable.
     *
     * @param chosen the choices
     * @param cost what they cost in all
     * @param bound what no choices can cost less than; the cost itself when these are proven to be the best
     */
    record Answer(int[] chosen, double cost, double bound) {
        boolean isProven() {
            return bound >= cost;
        }
    }

    /** How much work is left. */
    private static final class Budget {
        private long left;

        Budget(long work) {
            left = work;
        }

        /** Looks at some costs that stand together; going there costs as much as a few more. */
        void use(long costs) {
            left -= costs + GOING_THERE;
        }

        boolean isUsedUp() {
            return left <= 0;
        }

        /** A part of what is left; what it does not use stays. */
        long share(double share) {
            return (long) (left * share);
        }
    }

    /** The costs of two variables chosen so and so; rows are choices of the first. */
    record Edge(int first, int second, double[][] costs) {}

    private final double[][] own;
    private final List<Edge> edges = new ArrayList<>();
    private final List<List<Edge>> edgesOf = new ArrayList<>();

    /** @param own for each variable the cost of each of its choices, at least one; none is negative */
    CostNetwork(double[][] own) {
        this.own = own;
        for (int i = 0; i < own.length; i++) {
            edgesOf.add(new ArrayList<>());
        }
    }

    /** Adds the costs of a pair of variables; none is negative. */
    void join(int first, int second, double[][] costs) {
        Edge edge = new Edge(first, second, costs);
        edges.add(edge);
        edgesOf.get(first).add(edge);
        edgesOf.get(second).add(edge);
    }

    /** What a choice for each variable costs in all. */
    double cost(int[] chosen) {
        double cost = 0;
        for (int i = 0; i < own.length; i++) {
            cost += own[i][chosen[i]];
        }
        for (Edge edge : edges) {
            cost += edge.costs[chosen[edge.first]][chosen[edge.second]];
        }
        return cost;
    }

    /** What one variable costs in all, chosen so among the others: its own costs and those of its pairs. */
    double costOf(int variable, int choice, int[] chosen) {
        double cost = own[variable][choice];
        for (Edge edge : edgesOf.get(variable)) {
            cost += edge.first == variable
                    ? edge.costs[choice][chosen[edge.second]]
                    : edge.costs[chosen[edge.first]][choice];
        }
        return cost;
    }

    List<Edge> edgesOf(int variable) {
        return edgesOf.get(variable);
    }

    /** The cheapest choice for each variable, as far as the usual work finds it. */
    Answer cheapest() {
        return cheapest(USUAL_WORK);
    }

    /**
     * The cheapest choice for each variable.
     *
     * @param work how many costs may be looked at, or a few more; with none there still is an answer
     */
    Answer cheapest(long work) {
        Budget budget = new Budget(work);
        int[][] alive = strikeOut(budget);
        int[] chosen = new int[own.length];
        List<List<Integer>> groups = groups(alive);
        double missing = 0;
        for (int i = 0; i < groups.size(); i++) {
            Budget its = new Budget(budget.share(1.0 / (groups.size() - i)));
            long before = its.left;
            missing += new Search(groups.get(i), alive, its).into(chosen);
            budget.left -= before - its.left;
        }
        double cost = cost(chosen);
        return new Answer(chosen, cost, cost - missing);
    }

    /** For each variable the choices that may be the best. */
    private int[][] strikeOut(Budget budget) {
        int[][] alive = new int[own.length][];
        for (int i = 0; i < own.length; i++) {
            alive[i] = upTo(own[i].length);
        }
        long least = budget.left - budget.share(SHARE_OF_A_STEP);
        boolean again = true;
        while (again && budget.left > least) {
            again = false;
            for (int i = 0; i < own.length && budget.left > least; i++) {
                int[] left = withoutBeaten(i, alive, budget);
                again |= left.length < alive[i].length;
                alive[i] = left;
            }
        }
        return alive;
    }

    private static int[] upTo(int count) {
        int[] all = new int[count];
        Arrays.setAll(all, i -> i);
        return all;
    }

    private int[] withoutBeaten(int variable, int[][] alive, Budget budget) {
        int[] left = alive[variable].clone();
        int count = left.length;
        for (int at = 0; at < count; ) {
            if (isBeaten(variable, left[at], left, count, alive, budget)) {
                System.arraycopy(left, at + 1, left, at, count - at - 1);
                count--;
            } else {
                at++;
            }
        }
        return Arrays.copyOf(left, count);
    }

    private boolean isBeaten(int variable, int choice, int[] others, int count, int[][] alive, Budget budget) {
        for (int i = 0; i < count; i++) {
            if (others[i] != choice && leastGain(variable, choice, others[i], alive, budget) > HARDLY) {
                return true;
            }
        }
        return false;
    }

    /** How much a variable gains at least by another choice, whatever the rest does. */
    private double leastGain(int variable, int choice, int other, int[][] alive, Budget budget) {
        double gain = own[variable][choice] - own[variable][other];
        for (Edge edge : edgesOf.get(variable)) {
            boolean first = edge.first == variable;
            double least = Double.POSITIVE_INFINITY;
            for (int neighbour : alive[first ? edge.second : edge.first]) {
                double difference = first
                        ? edge.costs[choice][neighbour] - edge.costs[other][neighbour]
                        : edge.costs[neighbour][choice] - edge.costs[neighbour][other];
                least = Math.min(least, difference);
            }
            gain += least;
            budget.use(alive[first ? edge.second : edge.first].length);
        }
        return gain;
    }

    /** Variables that must be chosen with an eye on each other. */
    private List<List<Integer>> groups(int[][] alive) {
        int[] root = upTo(own.length);
        for (Edge edge : edges) {
            if (alive[edge.first].length > 1 && alive[edge.second].length > 1) {
                root[find(root, edge.first)] = find(root, edge.second);
            }
        }
        Map<Integer, List<Integer>> groups = new HashMap<>();
        for (int i = 0; i < own.length; i++) {
            groups.computeIfAbsent(find(root, i), key -> new ArrayList<>()).add(i);
        }
        return groups.values().stream()
                .sorted(Comparator.comparingInt(List<Integer>::size).thenComparing(group -> group.get(0)))
                .toList();
    }

    private static int find(int[] root, int variable) {
        int at = variable;
        while (root[at] != at) {
            at = root[at];
        }
        return at;
    }

    /** The search among the choices of one group that are left. */
    private final class Search {
        private final List<Integer> group;
        private final int[][] alive;
        private final Budget budget;
        /** The costs of single choices, with those of pairs brought into them as far as they go. */
        private final double[][] single;

        private final List<Pair> pairs = new ArrayList<>();
        private final List<List<Pair>> pairsOf = new ArrayList<>();
        private final int[] trial;
        private int[] best;
        private double bestCost = Double.POSITIVE_INFINITY;
        /** The least that any answer can cost that was not looked at; more than the best when all were. */
        private double leastUnseen = Double.POSITIVE_INFINITY;

        /** A pair of members of the group; the costs are those not brought into the single choices. */
        private static final class Pair {
            private final int first;
            private final int second;
            private final double[][] costs;
            /** What it costs at least, once no more costs are brought into the single choices. */
            private double least;

            Pair(int first, int second, double[][] costs) {
                this.first = first;
                this.second = second;
                this.costs = costs;
            }

            void findLeast() {
                least = Double.POSITIVE_INFINITY;
                for (double[] row : costs) {
                    for (double cost : row) {
                        least = Math.min(least, cost);
                    }
                }
            }

            int other(int member) {
                return first == member ? second : first;
            }

            int size() {
                return costs.length * costs[0].length;
            }
        }

        Search(List<Integer> group, int[][] alive, Budget budget) {
            this.group = group;
            this.alive = alive;
            this.budget = budget;
            trial = new int[group.size()];
            best = new int[group.size()];
            single = new double[group.size()][];
            Map<Integer, Integer> place = new HashMap<>();
            for (int member = 0; member < group.size(); member++) {
                int variable = group.get(member);
                place.put(variable, member);
                single[member] = new double[alive[variable].length];
                for (int i = 0; i < single[member].length; i++) {
                    single[member][i] = own[variable][alive[variable][i]] + fixedCosts(variable, alive[variable][i]);
                }
                pairsOf.add(new ArrayList<>());
            }
            for (int variable : group) {
                for (Edge edge : edgesOf.get(variable)) {
                    if (edge.first == variable && alive[variable].length > 1 && alive[edge.second].length > 1) {
                        join(place.get(variable), place.get(edge.second), edge);
                    }
                }
            }
        }

        /** The costs of pairs whose other variable has one choice only. */
        private double fixedCosts(int variable, int choice) {
            double cost = 0;
            for (Edge edge : edgesOf.get(variable)) {
                int other = edge.first == variable ? edge.second : edge.first;
                if (alive[other].length == 1) {
                    int its = alive[other][0];
                    cost += edge.first == variable ? edge.costs[choice][its] : edge.costs[its][choice];
                }
            }
            return cost;
        }

        private void join(int first, int second, Edge edge) {
            int[] rows = alive[edge.first];
            int[] columns = alive[edge.second];
            double[][] costs = new double[rows.length][columns.length];
            for (int row = 0; row < rows.length; row++) {
                for (int column = 0; column < columns.length; column++) {
                    costs[row][column] = edge.costs[rows[row]][columns[column]];
                }
            }
            Pair pair = new Pair(first, second, costs);
            pairs.add(pair);
            pairsOf.get(first).add(pair);
            pairsOf.get(second).add(pair);
        }

        /** Enters the best answer found, and tells by how much a better one can be cheaper at most. */
        double into(int[] chosen) {
            double scale = cost(chooseEachAlone());
            new LocalSearch().run();
            for (int round = 0; round < ROUNDS && !pairs.isEmpty() && !budget.isUsedUp(); round++) {
                for (Pair pair : pairs) {
                    settle(pair);
                    budget.use(2L * pair.size());
                }
            }
            pairs.forEach(Pair::findLeast);
            double pairsAtLeast = pairs.stream().mapToDouble(pair -> pair.least).sum();
            search(new boolean[group.size()], 0, 0, pairsAtLeast, single);
            for (int member = 0; member < group.size(); member++) {
                chosen[group.get(member)] = alive[group.get(member)][best[member]];
            }
            double missing = bestCost - leastUnseen;
            return missing > HARDLY + scale * ROUNDING ? missing : 0;
        }

        /** For each member its cheapest choice alone: an answer to begin with. */
        private int[] chooseEachAlone() {
            for (int member = 0; member < best.length; member++) {
                for (int choice = 1; choice < single[member].length; choice++) {
                    if (single[member][choice] < single[member][best[member]]) {
                        best[member] = choice;
                    }
                }
            }
            bestCost = cost(best);
            return best;
        }

        private double cost(int[] choices) {
            double cost = 0;
            for (int member = 0; member < choices.length; member++) {
                cost += single[member][choices[member]];
            }
            for (Pair pair : pairs) {
                cost += pair.costs[choices[pair.first]][choices[pair.second]];
            }
            return cost;
        }

        /** Changes the choice that gains most or loses least, again and again; what was left is not taken up for a while. */
        private final class LocalSearch {
            private final int[] now = best.clone();
            /** For each member what each choice costs among the others as they are. */
            private final double[][] among = new double[now.length][];

            private final int[][] barredUntil = new int[now.length][];
            private double cost = bestCost;

            void run() {
                if (pairs.isEmpty()) {
                    return;
                }
                for (int member = 0; member < now.length; member++) {
                    among[member] = single[member].clone();
                    barredUntil[member] = new int[single[member].length];
                }
                for (Pair pair : pairs) {
                    add(pair, pair.first, 1);
                    add(pair, pair.second, 1);
                }
                long least = budget.left - budget.share(SHARE_OF_A_STEP);
                int patience = STEPS_WITHOUT_GAIN + 10 * now.length;
                int lastGain = 0;
                for (int step = 1; step - lastGain < patience && budget.left > least; step++) {
                    if (step(step)) {
                        lastGain = step;
                    }
                }
            }

            /** Adds to the costs of a member's choices what the pair costs as its other member is chosen now. */
            private void add(Pair pair, int member, int sign) {
                double[] values = among[member];
                if (pair.first == member) {
                    for (int i = 0; i < values.length; i++) {
                        values[i] += sign * pair.costs[i][now[pair.second]];
                    }
                } else {
                    double[] row = pair.costs[now[pair.first]];
                    for (int i = 0; i < values.length; i++) {
                        values[i] += sign * row[i];
                    }
                }
                budget.use(values.length);
            }

            private boolean step(int step) {
                int member = -1;
                int choice = -1;
                double gain = Double.POSITIVE_INFINITY;
                for (int candidate = 0; candidate < now.length; candidate++) {
                    double[] values = among[candidate];
                    double was = values[now[candidate]];
                    for (int i = 0; i < values.length; i++) {
                        double change = values[i] - was;
                        boolean may = barredUntil[candidate][i] <= step || cost + change < bestCost - HARDLY;
                        if (i != now[candidate] && may && change < gain) {
                            gain = change;
                            member = candidate;
                            choice = i;
                        }
                    }
                    budget.use(values.length);
                }
                return member >= 0 && change(member, choice, gain, step);
            }

            private boolean change(int member, int choice, double gain, int step) {
                barredUntil[member][now[member]] = step + BARRED_FOR + (step + member) % BARRED_FOR;
                for (Pair pair : pairsOf.get(member)) {
                    add(pair, pair.other(member), -1);
                }
                now[member] = choice;
                for (Pair pair : pairsOf.get(member)) {
                    add(pair, pair.other(member), 1);
                }
                cost += gain;
                if (cost < bestCost - HARDLY) {
                    best = now.clone();
                    bestCost = cost;
                    return true;
                }
                return false;
            }
        }

        /** Brings as much of the costs of a pair into its two single choices as can be, half into each. */
        private void settle(Pair pair) {
            double[] first = single[pair.first];
            double[] second = single[pair.second];
            double[] byRow = filled(first.length);
            double[] byColumn = filled(second.length);
            for (int row = 0; row < first.length; row++) {
                for (int column = 0; column < second.length; column++) {
                    double sum = pair.costs[row][column] + first[row] + second[column];
                    pair.costs[row][column] = sum;
                    byRow[row] = Math.min(byRow[row], sum);
                    byColumn[column] = Math.min(byColumn[column], sum);
                }
            }
            Arrays.setAll(first, row -> byRow[row] / 2);
            Arrays.setAll(second, column -> byColumn[column] / 2);
            for (int row = 0; row < first.length; row++) {
                for (int column = 0; column < second.length; column++) {
                    pair.costs[row][column] -= first[row] + second[column];
                }
            }
        }

        private static double[] filled(int length) {
            double[] values = new double[length];
            Arrays.fill(values, Double.POSITIVE_INFINITY);
            return values;
        }

        /**
         * @param open the single costs of the members that are not chosen yet, with those of their pairs with chosen
         *     ones
         * @param openPairs what the pairs of two members not chosen yet cost at least
         */
        private void search(boolean[] done, int doneCount, double cost, double openPairs, double[][] open) {
            if (doneCount == done.length) {
                if (cost < bestCost - HARDLY) {
                    bestCost = cost;
                    best = trial.clone();
                }
                return;
            }
            double bound = cost + openPairs;
            int next = -1;
            double mostRegret = -1;
            for (int member = 0; member < done.length; member++) {
                if (done[member]) {
                    continue;
                }
                double least = Double.POSITIVE_INFINITY;
                double second = Double.POSITIVE_INFINITY;
                for (double value : open[member]) {
                    second = Math.min(second, Math.max(value, least));
                    least = Math.min(least, value);
                }
                budget.use(open[member].length);
                bound += least;
                double regret = second - least;
                if (regret > mostRegret) {
                    mostRegret = regret;
                    next = member;
                }
            }
            if (bound >= bestCost - HARDLY) {
                return;
            }
            if (budget.isUsedUp()) {
                leastUnseen = Math.min(leastUnseen, bound);
                return;
            }
            branch(next, done, doneCount, cost, openPairs, open, bound);
        }

        private void branch(
                int member,
                boolean[] done,
                int doneCount,
                double cost,
                double openPairs,
                double[][] open,
                double bound) {
            double[] values = open[member];
            Integer[] order = new Integer[values.length];
            Arrays.setAll(order, i -> i);
            Arrays.sort(order, (one, other) -> Double.compare(values[one], values[other]));
            done[member] = true;
            double pairsLeft = openPairs;
            for (Pair pair : pairsOf.get(member)) {
                if (!done[pair.other(member)]) {
                    pairsLeft -= pair.least;
                }
            }
            for (int choice : order) {
                if (budget.isUsedUp()) {
                    leastUnseen = Math.min(leastUnseen, bound);
                    break;
                }
                trial[member] = choice;
                search(done, doneCount + 1, cost + values[choice], pairsLeft, after(member, choice, done, open));
            }
            done[member] = false;
        }

        private double[][] after(int member, int choice, boolean[] done, double[][] open) {
            double[][] next = open.clone();
            for (Pair pair : pairsOf.get(member)) {
                int other = pair.other(member);
                if (done[other]) {
                    continue;
                }
                double[] values = next[other].clone();
                for (int i = 0; i < values.length; i++) {
                    values[i] += pair.first == member ? pair.costs[choice][i] : pair.costs[i][choice];
                }
                budget.use(values.length);
                next[other] = values;
            }
            return next;
        }
    }
}
