package org.jollyledger.web.part;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.part.HitIndexes;
import org.jollyledger.core.part.HitQuery;
import org.jollyledger.core.part.Part;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;

/**
 * Which hits a request is about, as pages and programs send it.
 *
 * @param base the revision that it is made on
 * @param map the address of the map whose rows are meant; the one the part was written for when it is missing
 * @param rows which rows are shown: played, named or all
 * @param hits the hits, such as "3-17,20"
 * @param where a description of the hits, in place of {@code hits}
 */
public record HitTarget(
        @Nullable Integer base,
        @Nullable String map,
        @Nullable String rows,
        @Nullable String hits,
        @Nullable Where where) {
    /**
     * A description of hits: "this row, velocity under 40, bars 9 to 16".
     *
     * @param notes the notes they play; all when empty or missing
     */
    public record Where(
            @Nullable List<Integer> notes,
            @Nullable Integer softest,
            @Nullable Integer loudest,
            @Nullable Long firstBar,
            @Nullable Long lastBar,
            @Nullable Long fromTick,
            @Nullable Long beforeTick) {
        /**
         * The same as the core knows it.
         *
         * @throws Refusal when it cannot hold any hit
         */
        public HitQuery query() {
            HitQuery all = HitQuery.ALL;
            return Refusal.unlessValid(() -> all.withNotes(notes == null ? Set.of() : Set.copyOf(notes))
                    .withVelocities(or(softest, all.softest()), or(loudest, all.loudest()))
                    .withBars(or(firstBar, all.firstBar()), or(lastBar, all.lastBar()))
                    .withTicks(or(fromTick, all.fromTick()), or(beforeTick, all.beforeTick())));
        }

        private static <T> T or(@Nullable T given, T usual) {
            return given == null ? usual : given;
        }
    }

    /**
     * The revision that it is made on.
     *
     * @throws Refusal when it is missing
     */
    int revision() {
        return Optional.ofNullable(base)
                .orElseThrow(() ->
                        Refusal.incomplete("The field \"base\" is missing; add the revision the change is made on."));
    }

    /**
     * The hits that are meant.
     *
     * @return their indexes from low to high; may be empty where they are described
     * @throws Refusal when none are named, or they are none of the part's
     */
    int[] find(Part part) {
        if (where != null) {
            return where.query().find(part);
        }
        if (hits == null) {
            throw Refusal.incomplete("The field \"hits\" is missing; add the hits to change, or \"where\".");
        }
        return Refusal.unlessValid(() -> HitIndexes.parse(hits, part.hitCount()));
    }
}
