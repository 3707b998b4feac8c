package org.jollyledger.core.crosswalk;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Finds the cheapest choice for many variables at once, where each choice has a cost of its own and some pairs of
 * choices cost more. The answer is exact.
 *
 * <p>Three steps, each leaving the best answer in place: choices that another one always beats are struck out (dead-end
 * elimination; R. F. Goldstein, Biophysical Journal 66, 1994); costs are moved between pairs and single choices until
 * the single ones tell a high lower bound (max-product linear programming; A. Globerson and T. Jaakkola, NIPS 2007);
 * and what is still open is searched by branch and bound.
 */
final class CostNetwork {
    private static final double HARDLY = 1e-12;
    private static final int ROUNDS = 60;

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

    /** The cheapest choice for each variable. */
    int[] cheapest() {
        int[][] alive = strikeOut();
        int[] chosen = new int[own.length];
        for (List<Integer> group : groups(alive)) {
            new Search(group, alive).into(chosen);
        }
        return chosen;
    }

    /** For each variable the choices that may be the best. */
    private int[][] strikeOut() {
        int[][] alive = new int[own.length][];
        for (int i = 0; i < own.length; i++) {
            alive[i] = upTo(own[i].length);
        }
        boolean again = true;
        while (again) {
            again = false;
            for (int i = 0; i < own.length; i++) {
                int[] left = withoutBeaten(i, alive);
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

    private int[] withoutBeaten(int variable, int[][] alive) {
        int[] left = alive[variable].clone();
        int count = left.length;
        for (int at = 0; at < count; ) {
            if (isBeaten(variable, left[at], left, count, alive)) {
                System.arraycopy(left, at + 1, left, at, count - at - 1);
                count--;
            } else {
                at++;
            }
        }
        return Arrays.copyOf(left, count);
    }

    private boolean isBeaten(int variable, int choice, int[] others, int count, int[][] alive) {
        for (int i = 0; i < count; i++) {
            if (others[i] != choice && leastGain(variable, choice, others[i], alive) > HARDLY) {
                return true;
            }
        }
        return false;
    }

    /** How much a variable gains at least by another choice, whatever the rest does. */
    private double leastGain(int variable, int choice, int other, int[][] alive) {
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
        return List.copyOf(groups.values());
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
        /** The costs of single choices, with those of pairs brought into them as far as they go. */
        private final double[][] single;

        private final List<Pair> pairs = new ArrayList<>();
        private final List<List<Pair>> pairsOf = new ArrayList<>();
        private final int[] trial;
        private int[] best;
        private double bestCost = Double.POSITIVE_INFINITY;

        /** A pair of members of the group; the costs are those not brought into the single choices. */
        private record Pair(int first, int second, double[][] costs) {
            double least() {
                return Arrays.stream(costs)
                        .flatMapToDouble(Arrays::stream)
                        .min()
                        .orElse(0);
            }
        }

        Search(List<Integer> group, int[][] alive) {
            this.group = group;
            this.alive = alive;
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

        void into(int[] chosen) {
            for (int round = 0; round < ROUNDS && !pairs.isEmpty(); round++) {
                pairs.forEach(this::settle);
            }
            double pairsAtLeast = pairs.stream().mapToDouble(Pair::least).sum();
            search(new boolean[group.size()], 0, 0, pairsAtLeast, single);
            for (int member = 0; member < group.size(); member++) {
                chosen[group.get(member)] = alive[group.get(member)][best[member]];
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
            branch(next, done, doneCount, cost, openPairs, open);
        }

        private void branch(int member, boolean[] done, int doneCount, double cost, double openPairs, double[][] open) {
            double[] values = open[member];
            Integer[] order = new Integer[values.length];
            Arrays.setAll(order, i -> i);
            Arrays.sort(order, (one, other) -> Double.compare(values[one], values[other]));
            done[member] = true;
            double pairsLeft = openPairs;
            for (Pair pair : pairsOf.get(member)) {
                int other = pair.first == member ? pair.second : pair.first;
                pairsLeft -= done[other] ? 0 : pair.least();
            }
            for (int choice : order) {
                trial[member] = choice;
                search(done, doneCount + 1, cost + values[choice], pairsLeft, after(member, choice, done, open));
            }
            done[member] = false;
        }

        private double[][] after(int member, int choice, boolean[] done, double[][] open) {
            double[][] next = open.clone();
            for (Pair pair : pairsOf.get(member)) {
                int other = pair.first == member ? pair.second : pair.first;
                if (done[other]) {
                    continue;
                }
                double[] values = next[other].clone();
                for (int i = 0; i < values.length; i++) {
                    values[i] += pair.first == member ? pair.costs[choice][i] : pair.costs[i][choice];
                }
                next[other] = values;
            }
            return next;
        }
    }
}
