package org.jollyledger.core.crosswalk;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.SoundDistance;

/**
 * Looks at each line alone: the same sound where there is one, else the nearest that can stand in, else silence. Among
 * equally near lines it prefers the one on the same note, then the one shown first. A map onto itself changes nothing.
 */
final class NearestSoundPlanner implements RoutePlanner {
    private record Candidate(Line line, double distance, boolean sameNote) {}

    @Override
    public List<Route> plan(NoteMap source, NoteMap target) {
        boolean ontoItself = source.equals(target);
        List<Line> candidates = target.firstLines();
        return source.firstLines().stream()
                .map(line -> ontoItself ? toItself(line) : nearest(line, candidates))
                .toList();
    }

    private static Route toItself(Line line) {
        return new Route(line.note(), List.of(Target.all(line.note())), Route.Origin.PROPOSED);
    }

    private static Route nearest(Line line, List<Line> candidates) {
        List<Target> targets = nearestLine(line, candidates)
                .map(found -> List.of(Target.all(found.note())))
                .orElse(List.of());
        return new Route(line.note(), targets, Route.Origin.PROPOSED);
    }

    private static Optional<Line> nearestLine(Line line, List<Line> candidates) {
        if (!line.sound().isDrum()) {
            return Optional.empty();
        }
        return candidates.stream()
                .map(candidate -> new Candidate(
                        candidate,
                        line.sound().distanceTo(candidate.sound()).value(),
                        candidate.note().equals(line.note())))
                .filter(candidate -> candidate.distance < SoundDistance.NO_SUBSTITUTE)
                .min(Comparator.comparingDouble(Candidate::distance).thenComparing(candidate -> !candidate.sameNote))
                .map(Candidate::line);
    }

    /** Why the planner left a line without a target. */
    static String whySilent(Line line, NoteMap target) {
        if (!line.sound().isDrum()) {
            return "a control of its own instrument, no drum";
        }
        if (target.firstLines().isEmpty()) {
            return "\"" + target.name() + "\" has no lines yet";
        }
        if (line.sound().articulation() == Articulation.CHOKE) {
            return "no choke here, and a stroke in its place would sound instead of stopping";
        }
        return "nothing here comes near a " + line.sound().piece().words();
    }
}
