package org.jollyledger.core.comparison;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.jollyledger.core.comparison.PartComparison.Change;
import org.jollyledger.core.comparison.PartComparison.Kind;
import org.jollyledger.core.part.Part;

/** The hits that differ. */
final class HitChanges {
    /** What a hit is; two that are equal are the same hit. */
    private record Identity(int track, int channel, long tick, int note, int velocity, long length, int release) {
        static Identity of(Part part, int hit) {
            return new Identity(
                    part.track(hit),
                    part.channel(hit),
                    part.tick(hit),
                    part.note(hit),
                    part.velocity(hit),
                    ComparedHit.length(part, hit),
                    ComparedHit.release(part, hit));
        }
    }

    /** What two hits must share to be taken for one that changed; the first that fits holds. */
    private static final List<Function<ComparedHit, List<?>>> SHARED = List.of(
            hit -> List.of(hit.track(), hit.channel(), hit.tick(), hit.note()),
            hit -> List.of(hit.channel(), hit.tick(), hit.note()),
            hit -> List.of(hit.tick(), hit.note()),
            hit -> List.of(hit.channel(), hit.tick(), hit.velocity()),
            hit -> List.of(hit.tick(), hit.velocity()),
            hit -> List.of(hit.channel(), hit.place().bar(), hit.note(), hit.velocity()),
            hit -> List.of(hit.place().bar(), hit.note(), hit.velocity()));

    private HitChanges() {}

    /** Adds the hits that differ; returns how many are the same. */
    static int find(Part before, Part after, List<Change> changes) {
        Pairing<Integer> hits = new Pairing<>(inTime(before), inTime(after));
        int[] same = {hits.trim((one, other) -> Identity.of(before, one).equals(Identity.of(after, other)))};
        hits.match(one -> Identity.of(before, one), other -> Identity.of(after, other), (one, other) -> same[0]++);
        Pairing<ComparedHit> left = hits.map(hit -> ComparedHit.of(before, hit), hit -> ComparedHit.of(after, hit));
        for (Function<ComparedHit, List<?>> shared : SHARED) {
            left.match(
                    shared,
                    shared,
                    (one, other) -> changes.add(new Change(one.kindsTo(other), Optional.of(one), Optional.of(other))));
        }
        left.gone()
                .forEach(hit -> changes.add(new Change(EnumSet.of(Kind.DELETED), Optional.of(hit), Optional.empty())));
        left.come().forEach(hit -> changes.add(new Change(EnumSet.of(Kind.ADDED), Optional.empty(), Optional.of(hit))));
        return same[0];
    }

    private static List<Integer> inTime(Part part) {
        return Arrays.stream(part.hitsInTime()).boxed().toList();
    }
}
