package org.jollyledger.core.crosswalk;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jollyledger.core.pitch.Note;

/**
 * What was decided for one part: exceptions on top of a kept crosswalk, or of the proposal.
 *
 * @param kept the address of the kept crosswalk that lies below; empty for the proposal
 * @param routes routes chosen for this part
 * @param accepted losses accepted for this part
 */
public record Choices(Optional<String> kept, List<Route> routes, Set<Losses.Key> accepted) {
    /** Nothing was decided. */
    public static final Choices NONE = new Choices(Optional.empty(), List.of(), Set.of());

    public Choices {
        routes = List.copyOf(routes);
        accepted = Set.copyOf(accepted);
    }

    /** {@return these with a route in place of the one that was chosen for its line} */
    public Choices with(Route route) {
        return new Choices(
                kept,
                Stream.concat(without(route.source()).routes.stream(), Stream.of(route))
                        .toList(),
                accepted);
    }

    /** {@return these without a choice for a line} */
    public Choices without(Note source) {
        return new Choices(
                kept,
                routes.stream().filter(route -> !route.source().equals(source)).toList(),
                accepted);
    }

    /** {@return these on top of another crosswalk} */
    public Choices over(Optional<String> other) {
        return new Choices(other, routes, accepted);
    }

    /** {@return these with a loss accepted, or not accepted any more} */
    public Choices accepting(Losses.Key loss, boolean accept) {
        Set<Losses.Key> changed = new HashSet<>(accepted);
        if (accept) {
            changed.add(loss);
        } else {
            changed.remove(loss);
        }
        return new Choices(kept, routes, changed);
    }
}
