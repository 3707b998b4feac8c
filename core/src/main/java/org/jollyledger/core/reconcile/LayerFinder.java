package org.jollyledger.core.reconcile;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Target;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.reconcile.Correction.Action;

/** Layers of a crosswalk that are meant for loud strokes, and join the ghosts of a part, or never join at all. */
final class LayerFinder {
    private static final int FEWEST_HITS = 8;
    /** Soft and loud strokes are two kinds of strokes when their middles are so far apart. */
    private static final int APART = 25;

    private LayerFinder() {}

    static void ghosts(Study study) {
        study.through().ifPresent(crosswalk -> {
            for (Route route : crosswalk.routes()) {
                int[] hits = hits(study, route.source().number());
                if (hits.length >= FEWEST_HITS) {
                    route.targets().stream()
                            .filter(target -> target.velocities().from() > 1)
                            .forEach(target -> judge(study, crosswalk, target, hits));
                }
            }
        });
    }

    private static int[] hits(Study study, int note) {
        return IntStream.of(study.order())
                .filter(hit -> study.part().note(hit) == note)
                .toArray();
    }

    private static void judge(Study study, Crosswalk crosswalk, Target target, int[] hits) {
        Part part = study.part();
        int[] velocities = IntStream.of(hits).map(part::velocity).sorted().toArray();
        int loudest = velocities[velocities.length - 1];
        int loudFrom = whereItParts(velocities);
        int from = target.velocities().from();
        String layer = crosswalk
                .targetLine(target.note())
                .map(Line::name)
                .orElse(study.label(target.note().number()));
        if (loudest < from) {
            int wanted = loudFrom > 0 ? loudFrom : velocities[velocities.length * 3 / 4];
            report(
                    study,
                    List.of(hits[0]),
                    layer + " never joins: it begins at velocity " + from + ", and the loudest stroke here has "
                            + loudest + ".",
                    wanted);
        } else if (loudFrom > from) {
            List<Integer> ghosts = IntStream.of(hits)
                    .filter(hit -> part.velocity(hit) >= from && part.velocity(hit) < loudFrom)
                    .boxed()
                    .toList();
            if (!ghosts.isEmpty()) {
                report(
                        study,
                        ghosts,
                        layer + " joins soft strokes too: it begins at velocity " + from
                                + ", and the loud strokes here begin at " + loudFrom + ".",
                        loudFrom);
            }
        }
    }

    private static void report(Study study, List<Integer> hits, String sentence, int from) {
        study.found(
                DiscrepancyKind.GHOST_LAYER,
                hits,
                sentence,
                List.of(
                        new Correction(
                                "from-" + from, "Let it begin at velocity " + from, Action.CHANGE_CROSSWALK, List.of()),
                        Correction.KEEP));
    }

    /** The softest of the loud strokes, where soft and loud ones are two kinds: the split with the least scatter; 0 otherwise. */
    private static int whereItParts(int[] sorted) {
        double least = Double.MAX_VALUE;
        int split = 0;
        for (int i = 1; i < sorted.length; i++) {
            if (sorted[i] > sorted[i - 1]) {
                double scatter = scatter(sorted, 0, i) + scatter(sorted, i, sorted.length);
                if (scatter < least) {
                    least = scatter;
                    split = i;
                }
            }
        }
        boolean apart = split > 0 && mean(sorted, split, sorted.length) - mean(sorted, 0, split) >= APART;
        return apart ? sorted[split] : 0;
    }

    private static double mean(int[] values, int from, int to) {
        return Arrays.stream(values, from, to).average().orElse(0);
    }

    private static double scatter(int[] values, int from, int to) {
        double mean = mean(values, from, to);
        return Arrays.stream(values, from, to)
                .mapToDouble(value -> (value - mean) * (value - mean))
                .sum();
    }
}
