package org.jollyledger.web.part;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import org.jollyledger.core.part.HitQuery;
import org.jollyledger.web.problem.Refusal;
import org.jspecify.annotations.Nullable;

/**
 * A change to the hits of a part, as pages and programs send it.
 *
 * @param base the revision that it is made on
 * @param map the address of the map whose rows are meant; the one the part was written for when it is missing
 * @param rows which rows are shown: played, named or all
 * @param what the change, by its code
 * @param hits the hits that are changed, such as "3-17,20"
 * @param where a description of the hits that are changed, in place of {@code hits}
 * @param note the note they go to or, for a new hit, its note
 * @param by rows down, velocities louder, percent, or ticks later
 * @param ticks how much later they stand as well, when they move to other rows
 * @param velocity the velocity they get
 * @param tick where a new hit stands
 * @param grid the lines between two beats on which they stand, or 0 for none
 * @param firstBar the first bar copied
 * @param lastBar the last bar copied
 * @param onto the bar copied to
 * @param keep whether what stands in the bars copied to stays
 */
public record HitEdit(
        @Nullable Integer base,
        @Nullable String map,
        @Nullable String rows,
        @Nullable String what,
        @Nullable String hits,
        @Nullable Where where,
        @Nullable Integer note,
        @Nullable Integer by,
        @Nullable Integer ticks,
        @Nullable Integer velocity,
        @Nullable Long tick,
        @Nullable Integer grid,
        @Nullable Long firstBar,
        @Nullable Long lastBar,
        @Nullable Long onto,
        @Nullable Boolean keep) {
    /** What is done. */
    public enum What {
        /** To another line: {@code note}. */
        LINE,
        /** Down by some rows, or up when fewer than none: {@code by}; and later by {@code ticks}, if any. */
        ROWS,
        /** Out of the part. */
        REMOVE,
        /** One velocity for all: {@code velocity}. */
        VELOCITY,
        /** Louder by some, or softer when fewer than none: {@code by}. */
        LOUDER,
        /** To some percent of their velocity: {@code by}. */
        SCALE,
        /** Later by some ticks, or earlier; with a {@code grid} the first one lands on it. */
        SHIFT,
        /** Later by steps of the {@code grid}, or by ticks where it is 0; earlier when fewer than none: {@code by}. */
        NUDGE,
        /** To the nearest line of the {@code grid}. */
        GRID,
        /** A new hit: {@code note}, {@code tick}, {@code velocity}. */
        ADD,
        /** Bars {@code firstBar} to {@code lastBar} copied to {@code onto}. */
        COPY;

        static What parse(String code) {
            return Arrays.stream(values())
                    .filter(what -> what.code().equals(code))
                    .findFirst()
                    .orElseThrow(() -> Refusal.unreadable("There is no change \"" + code + "\"; give "
                            + Arrays.stream(values()).map(What::code).collect(Collectors.joining(", ")) + "."));
        }

        private String code() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

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
         * @throws IllegalArgumentException when it cannot hold any hit
         */
        public HitQuery query() {
            HitQuery all = HitQuery.ALL;
            return all.withNotes(notes == null ? Set.of() : Set.copyOf(notes))
                    .withVelocities(
                            softest == null ? all.softest() : softest, loudest == null ? all.loudest() : loudest)
                    .withBars(firstBar == null ? all.firstBar() : firstBar, lastBar == null ? all.lastBar() : lastBar)
                    .withTicks(
                            fromTick == null ? all.fromTick() : fromTick,
                            beforeTick == null ? all.beforeTick() : beforeTick);
        }
    }
}
