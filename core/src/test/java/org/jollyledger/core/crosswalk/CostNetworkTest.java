package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Against trying every assignment, in networks that are harder than those of drum maps. */
class CostNetworkTest {
    private static final int HARD_NETWORKS = 40;
    private static final int LARGE_NETWORKS = 10;
    private static final long LONG_WORK = 640_000;
    private static final double ROUNDED = 0.0005;
    private static final int[] HARD = {4, 4, 4, 4, 4, 4, 4, 4};

    @Provide
    Arbitrary<Random> randoms() {
        return Arbitraries.randomValue(random -> new Random(random.nextLong()));
    }

    /** What the cheapest of all assignments costs. */
    static double leastOfAll(CostNetwork network, int[] choices) {
        return least(network, choices, new int[choices.length], 0);
    }

    private static double least(CostNetwork network, int[] choices, int[] chosen, int at) {
        if (at == choices.length) {
            return network.cost(chosen);
        }
        double least = Double.POSITIVE_INFINITY;
        for (chosen[at] = 0; chosen[at] < choices[at]; chosen[at]++) {
            least = Math.min(least, least(network, choices, chosen, at + 1));
        }
        return least;
    }

    private static CostNetwork network(Random random, int[] choices) {
        CostNetwork network = new CostNetwork(
                Arrays.stream(choices).mapToObj(count -> costs(random, count)).toArray(double[][]::new));
        for (int i = 0; i < choices.length; i++) {
            for (int j = 0; j < i; j++) {
                if (random.nextInt(3) > 0) {
                    join(network, random, j, choices[j], i, choices[i]);
                }
            }
        }
        return network;
    }

    private static void join(CostNetwork network, Random random, int first, int rows, int second, int columns) {
        network.join(
                first,
                second,
                IntStream.range(0, rows).mapToObj(row -> costs(random, columns)).toArray(double[][]::new));
    }

    private static double[] costs(Random random, int count) {
        return random.doubles(count)
                .map(cost -> random.nextBoolean() ? cost : 0)
                .toArray();
    }

    @Property
    void theCheapestOfAllIsFound(@ForAll("randoms") Random random) {
        int[] choices = random.ints(1 + random.nextInt(7), 1, 5).toArray();
        CostNetwork network = network(random, choices);
        CostNetwork.Answer answer = network.cheapest();
        assertThat(network.cost(answer.chosen())).isCloseTo(leastOfAll(network, choices), within(1e-9));
        assertThat(answer.isProven()).isTrue();
    }

    /** However little work is allowed there is an answer, and the best one costs no less than its bound. */
    @Property
    void anAnswerWithLittleWorkIsBounded(@ForAll("randoms") Random random) {
        int[] choices = random.ints(2 + random.nextInt(6), 1, 5).toArray();
        CostNetwork network = network(random, choices);
        double cheapest = leastOfAll(network, choices);
        for (long work : new long[] {0, 10, 100, 1_000, 10_000}) {
            CostNetwork.Answer answer = network.cheapest(work);
            assertThat(answer.cost()).isCloseTo(network.cost(answer.chosen()), within(1e-12));
            assertThat(answer.cost()).isGreaterThan(cheapest - 1e-9);
            assertThat(answer.bound()).isLessThan(cheapest + 1e-9);
            assertThat(network.cheapest(work).chosen()).isEqualTo(answer.chosen());
            if (answer.isProven()) {
                assertThat(answer.cost()).isCloseTo(cheapest, within(1e-9));
            }
        }
    }

    /**
     * What so much work finds in hard networks, taken together: costs and bounds as parts of what the cheapest of all costs,
     * and how many are proven. Work is counted and not timed, so these are the same on every machine. They are what was
     * measured: a better search changes them, and so does a worse one.
     */
    @ParameterizedTest
    @CsvSource({
        "300, 4.182, 0.078, 0",
        "700, 3.444, 0.133, 0",
        "1_500, 2.214, 0.331, 0",
        "3_000, 1.459, 0.527, 1",
        "6_000, 1.169, 0.701, 2",
        "12_000, 1.064, 0.811, 9",
        "25_000, 1.002, 0.867, 14",
        "50_000, 1.000, 0.891, 20",
        "100_000, 1.000, 1.000, 40",
    })
    void moreWorkFindsBetterAnswers(String work, double cost, double bound, int proven) {
        double costs = 0;
        double bounds = 0;
        int provenOnes = 0;
        for (int seed = 0; seed < HARD_NETWORKS; seed++) {
            CostNetwork network = network(new Random(seed), HARD);
            double cheapest = network.cheapest().cost();
            CostNetwork.Answer answer = network.cheapest(Long.parseLong(work.replace("_", "")));
            costs += answer.cost() / cheapest / HARD_NETWORKS;
            bounds += answer.bound() / cheapest / HARD_NETWORKS;
            provenOnes += answer.isProven() ? 1 : 0;
        }
        assertThat(costs).isCloseTo(cost, within(ROUNDED));
        assertThat(bounds).isCloseTo(bound, within(ROUNDED));
        assertThat(provenOnes).isEqualTo(proven);
    }

    /** The same in networks too large to be searched through, beside what far more work finds. */
    @ParameterizedTest
    @CsvSource({"10_000, 1.603, 0.101", "40_000, 1.087, 0.234", "160_000, 1.015, 0.410"})
    void largeNetworksHaveGoodAnswers(String work, double cost, double bound) {
        double costs = 0;
        double bounds = 0;
        for (int seed = 0; seed < LARGE_NETWORKS; seed++) {
            int[] choices = new Random(seed).ints(24, 2, 7).toArray();
            CostNetwork network = network(new Random(seed), choices);
            CostNetwork.Answer answer = network.cheapest(Long.parseLong(work.replace("_", "")));
            double best = network.cheapest(LONG_WORK).cost();
            costs += answer.cost() / best / LARGE_NETWORKS;
            bounds += answer.bound() / best / LARGE_NETWORKS;
        }
        assertThat(costs).isCloseTo(cost, within(ROUNDED));
        assertThat(bounds).isCloseTo(bound, within(ROUNDED));
    }
}
