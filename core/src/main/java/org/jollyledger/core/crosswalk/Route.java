package org.jollyledger.core.crosswalk;

import java.util.List;
import org.jollyledger.core.pitch.Note;

/**
 * What becomes of the hits on one line.
 *
 * @param source the note of a line of the source map
 * @param targets where they go; a hit goes to every target whose velocities hold it, and is left silent when there is
 *     none
 * @param origin who laid the route
 */
public record Route(Note source, List<Target> targets, Origin origin) {
    /** Who laid a route. */
    public enum Origin {
        PROPOSED,
        CHOSEN
    }

    public Route {
        targets = List.copyOf(targets);
        long notes = targets.stream().map(Target::note).distinct().count();
        if (notes < targets.size()) {
            throw new IllegalArgumentException(
                    "The route from note " + source.number() + " leads to one note twice; join the two into one.");
        }
    }

    public static Route chosen(Note source, List<Target> targets) {
        return new Route(source, targets, Origin.CHOSEN);
    }

    /** Whether no hit of this line will sound. */
    public boolean isSilent() {
        return targets.isEmpty();
    }
}
