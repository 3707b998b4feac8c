package org.jollyledger.web.crosswalk;

import java.util.Optional;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.template.Extent;
import org.jspecify.annotations.Nullable;

/**
 * What of a crosswalk a request is about and what its page shows.
 *
 * @param id the crosswalk
 * @param base the revision that a change is made on
 * @param route the source note whose route is opened
 * @param all whether lines that the part does not play are shown as well
 * @param bar the first bar of before and after
 * @param loss the loss whose ways are wanted
 * @param extent whether the page is swapped in place
 */
record Visit(
        long id,
        int base,
        @Nullable Integer route,
        @Nullable Boolean all,
        @Nullable Long bar,
        @Nullable String loss,
        Extent extent) {
    Optional<Integer> opened() {
        return Optional.ofNullable(route);
    }

    boolean showsAll() {
        return all != null && all;
    }

    long firstBar() {
        return bar == null ? 1 : bar;
    }

    /**
     * The loss whose ways are wanted.
     *
     * @throws Refusal when the address names none
     */
    Optional<Losses.Key> openedLoss() {
        return Refusal.unlessValid(
                () -> Optional.ofNullable(loss).filter(code -> !code.isEmpty()).map(Losses.Key::parse));
    }
}
