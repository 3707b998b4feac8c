package org.jollyledger.core.crosswalk;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.SoundDistance;

/** How the lines of one map become lines of another: one route for each note that the source map lists. Immutable. */
public final class Crosswalk {
    private static final RoutePlanner PLANNER = new NearestSoundPlanner();

    private final NoteMap source;
    private final NoteMap target;
    private final SortedMap<Note, Route> routes;
    private final RouteTable table;

    private Crosswalk(NoteMap source, NoteMap target, SortedMap<Note, Route> routes) {
        this.source = source;
        this.target = target;
        this.routes = routes;
        this.table = new RouteTable(this);
    }

    /** The crosswalk that the planner proposes. */
    public static Crosswalk propose(NoteMap source, NoteMap target) {
        return of(source, target, PLANNER.plan(source, target));
    }

    /**
     * A crosswalk with those of some earlier choices that its maps still allow; where a line is gone since, and where
     * nothing was chosen, the planner proposes anew.
     */
    public static Crosswalk withChoices(NoteMap source, NoteMap target, List<Route> routes) {
        return of(
                source,
                target,
                routes.stream()
                        .filter(route -> route.origin() == Route.Origin.CHOSEN)
                        .filter(route -> source.lineAt(route.source()).isPresent())
                        .filter(route -> route.targets().stream()
                                .allMatch(end -> target.lineAt(end.note()).isPresent()))
                        .toList());
    }

    /**
     * A crosswalk with given routes; lines without one get the planner's.
     *
     * @throws IllegalArgumentException when a route begins or ends at a note that its map does not list
     */
    public static Crosswalk of(NoteMap source, NoteMap target, List<Route> routes) {
        SortedMap<Note, Route> byNote = new TreeMap<>();
        PLANNER.plan(source, target).forEach(route -> byNote.put(route.source(), route));
        for (Route route : routes) {
            check(source, target, route);
            byNote.put(route.source(), route);
        }
        return new Crosswalk(source, target, byNote);
    }

    private static void check(NoteMap source, NoteMap target, Route route) {
        if (source.lineAt(route.source()).isEmpty()) {
            throw new IllegalArgumentException("\"" + source.name() + "\" has no line on note "
                    + route.source().number() + ", so no route can begin there.");
        }
        for (Target end : route.targets()) {
            if (target.lineAt(end.note()).isEmpty()) {
                throw new IllegalArgumentException("\"" + target.name() + "\" has no line on note "
                        + end.note().number() + ", so no route can lead there; choose one of its lines.");
            }
        }
    }

    RouteTable table() {
        return table;
    }

    public NoteMap source() {
        return source;
    }

    public NoteMap target() {
        return target;
    }

    /** The routes in the order of their source notes. */
    public List<Route> routes() {
        return List.copyOf(routes.values());
    }

    /** The route of a source note; empty when the source map does not list it. */
    public Optional<Route> routeFrom(Note note) {
        return Optional.ofNullable(routes.get(note));
    }

    /**
     * This crosswalk with one route changed.
     *
     * @throws IllegalArgumentException when the route begins or ends at a note that its map does not list
     */
    public Crosswalk with(Route route) {
        check(source, target, route);
        SortedMap<Note, Route> changed = new TreeMap<>(routes);
        changed.put(route.source(), route);
        return new Crosswalk(source, target, changed);
    }

    /** This crosswalk with the planner's route for one source note. */
    public Crosswalk withProposalFor(Note note) {
        return PLANNER.plan(source, target).stream()
                .filter(route -> route.source().equals(note))
                .findFirst()
                .map(this::with)
                .orElse(this);
    }

    /** How far the sound at the end of a route is from the sound at its beginning. */
    public SoundDistance distance(Route route, Target end) {
        return lineOf(source, route.source())
                .sound()
                .distanceTo(lineOf(target, end.note()).sound());
    }

    /** Why a route leads where it leads, in words. */
    public String reason(Route route) {
        if (route.isSilent()) {
            return route.origin() == Route.Origin.CHOSEN
                    ? "left silent on purpose"
                    : NearestSoundPlanner.whySilent(lineOf(source, route.source()), target);
        }
        return route.targets().stream()
                .map(end -> reason(distance(route, end), route.origin()))
                .collect(Collectors.joining("; "));
    }

    private static String reason(SoundDistance distance, Route.Origin origin) {
        return origin == Route.Origin.PROPOSED || distance.value() == 0
                ? distance.reason()
                : "your choice: " + distance.difference();
    }

    /** The lines of the target map from the nearest sound to the farthest, with their distances; one for each note. */
    public List<SoundDistanceToLine> alternatives(Note note) {
        Line from = lineOf(source, note);
        return target.firstLines().stream()
                .sorted(Comparator.comparing(Line::note))
                .map(line -> new SoundDistanceToLine(line, from.sound().distanceTo(line.sound())))
                .sorted(Comparator.comparingDouble(
                        candidate -> candidate.distance().value()))
                .toList();
    }

    /** A line of the target map and how far it is. */
    public record SoundDistanceToLine(Line line, SoundDistance distance) {}

    private static Line lineOf(NoteMap map, Note note) {
        return map.lineAt(note)
                .orElseThrow(() -> new IllegalArgumentException(
                        "\"" + map.name() + "\" has no line on note " + note.number() + "."));
    }
}
