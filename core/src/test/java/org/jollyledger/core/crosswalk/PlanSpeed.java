package org.jollyledger.core.crosswalk;

import static org.jollyledger.core.support.SmallMaps.part;

import java.util.Arrays;
import java.util.Random;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.support.DenseParts;
import org.junit.jupiter.api.Test;

/**
 * How long the planner takes for parts that play very many lines at once, and how often it proves its plan the best.
 * Run alone, with {@code -Dtest=PlanSpeed}; {@code -Dplans=10000} says how many.
 */
class PlanSpeed {
    private static final int WARM_UP = 20;

    @Test
    void densePartsAreAnswered() throws Exception {
        int plans = Integer.getInteger("plans", 1_000);
        double[] seconds = new double[plans];
        double[] gaps = new double[plans];
        double slowestCold = 0;
        int proven = 0;
        // The first plans are slower, before the compiler of the virtual machine has seen them.
        for (int i = -WARM_UP; i < plans; i++) {
            Random random = new Random(i);
            NoteMap source = DenseParts.map(random, "Source", 4 + random.nextInt(125));
            NoteMap target = DenseParts.map(random, "Target", 1 + random.nextInt(128));
            Part part = part(source, DenseParts.groove(random, source, 4 + random.nextInt(60), 1 + random.nextInt(20)));
            long begin = System.nanoTime();
            Plan plan = new Plan(
                    new MapPair(source, target), new LeaningUse(new PartUse(source).add(part), new TypicalUse()));
            double gap = plan.gap() / Math.max(1e-9, plan.cost());
            double took = (System.nanoTime() - begin) / 1e9;
            if (i < 0) {
                slowestCold = Math.max(slowestCold, took);
                continue;
            }
            seconds[i] = took;
            gaps[i] = gap;
            proven += plan.isProven() ? 1 : 0;
        }
        Arrays.sort(seconds);
        Arrays.sort(gaps);
        System.out.printf(
                "the first %d: slowest %.3f s; %d plans after them: median %.3f s, 9 in 10 %.3f s, 99 in 100 %.3f s, slowest %.3f s; %d proven, "
                        + "the others at most %.1f %% above the best, half of them %.1f %%%n",
                WARM_UP,
                slowestCold,
                plans,
                seconds[plans / 2],
                seconds[plans * 9 / 10],
                seconds[plans * 99 / 100],
                seconds[plans - 1],
                proven,
                100 * gaps[plans - 1],
                100 * gaps[Math.min(plans - 1, proven + (plans - proven) / 2)]);
    }
}
