package org.jollyledger.core.crosswalk;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.SoundDistance;

/** How the lines of one map become lines of another: one route for each note that the source map lists. Immutable. */
public final class Crosswalk {
    private final Plan plan;
    private final NoteMap source;
    private final NoteMap target;
    private final SortedMap<Note, Route> routes;
    private final RouteTable table;

    private Crosswalk(Plan plan, NoteMap source, NoteMap target, SortedMap<Note, Route> routes) {
        this.plan = plan;
        this.source = source;
        this.target = target;
        this.routes = routes;
        this.table = new RouteTable(this);
    }

    /** The crosswalk that does the least harm to whatever is typically played. */
    public static Crosswalk propose(NoteMap source, NoteMap target) {
        return new Crosswalk(Plan.typical(source, target), source, target);
    }

    /**
     * The crosswalk that does the least harm to a part: what it plays often and loudly weighs more, what it strikes
     * together stays apart, its fills go their way.
     */
    public static Crosswalk propose(NoteMap source, NoteMap target, Part part) {
        return new Crosswalk(Plan.of(source, target, part), source, target);
    }

    private Crosswalk(Plan plan, NoteMap source, NoteMap target) {
        this(
                plan,
                source,
                target,
                plan.routes().stream()
                        .collect(Collectors.toMap(Route::source, route -> route, (one, other) -> one, TreeMap::new)));
    }

    /** Whether a route begins and ends at lines of the two maps. */
    public boolean fits(Route route) {
        return sourceLine(route.source()).isPresent()
                && route.targets().stream()
                        .allMatch(end -> targetLine(end.note()).isPresent());
    }

    private void check(Route route) {
        if (sourceLine(route.source()).isEmpty()) {
            throw new IllegalArgumentException("\"" + source.name() + "\" has no line on note "
                    + route.source().number() + ", so no route can begin there.");
        }
        for (Target end : route.targets()) {
            if (targetLine(end.note()).isEmpty()) {
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

    /** The line of the source map that stands for a note. */
    public Optional<Line> sourceLine(Note note) {
        return plan.sourceLines().at(note);
    }

    /** The line of the target map that stands for a note. */
    public Optional<Line> targetLine(Note note) {
        return plan.targetLines().at(note);
    }

    LineIndex sourceLines() {
        return plan.sourceLines();
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
        return with(List.of(route));
    }

    /**
     * This crosswalk with some routes changed.
     *
     * @throws IllegalArgumentException when a route begins or ends at a note that its map does not list
     */
    public Crosswalk with(List<Route> changed) {
        SortedMap<Note, Route> all = new TreeMap<>(routes);
        for (Route route : changed) {
            check(route);
            all.put(route.source(), route);
        }
        return new Crosswalk(plan, source, target, all);
    }

    /** This crosswalk with the proposed route for one source note. */
    public Crosswalk withProposalFor(Note note) {
        return plan.routes().stream()
                .filter(route -> route.source().equals(note))
                .findFirst()
                .map(this::with)
                .orElse(this);
    }

    /** How far the sound at the end of a route is from the sound at its beginning. */
    public SoundDistance distance(Route route, Target end) {
        return lineOf(plan.sourceLines(), route.source())
                .sound()
                .distanceTo(lineOf(plan.targetLines(), end.note()).sound());
    }

    /** Why a route leads where it leads, in words. */
    public String reason(Route route) {
        boolean chosen = route.origin() == Route.Origin.CHOSEN;
        if (!chosen && plan.routes().contains(route)) {
            return plan.reason(route.source());
        }
        if (route.passes()) {
            return "passes unchanged on purpose";
        }
        if (route.isSilent()) {
            return chosen ? "left silent on purpose" : "kept silent";
        }
        return route.targets().stream()
                .map(end -> reason(distance(route, end), chosen ? "your choice" : "kept so"))
                .collect(Collectors.joining("; "));
    }

    private static String reason(SoundDistance distance, String why) {
        return distance.value() == 0 ? distance.reason() : why + ": " + distance.difference();
    }

    /** The lines of the target map from the nearest sound to the farthest, with their distances; one for each note. */
    public List<SoundDistanceToLine> alternatives(Note note) {
        Line from = lineOf(plan.sourceLines(), note);
        return plan.targetLines().all().stream()
                .sorted(Comparator.comparing(Line::note))
                .map(line -> new SoundDistanceToLine(line, from.sound().distanceTo(line.sound())))
                .sorted(Comparator.comparingDouble(
                        candidate -> candidate.distance().value()))
                .toList();
    }

    /** A line of the target map and how far it is. */
    public record SoundDistanceToLine(Line line, SoundDistance distance) {}

    /**
     * The ways a line could go instead of where it goes, from the least harm to the most, when all other lines stay
     * where they are. Lines that are no substitute at all are not among them.
     */
    public List<OtherWay> otherWays(Note note) {
        return plan.otherWays(note, routes);
    }

    /**
     * Another way for a line.
     *
     * @param line the line of the target map; empty for silence
     * @param extra how much more harm it does than the route that holds, less than 0 when it does less, for a song of a thousand strokes; a stroke left silent
     *     is {@value OtherWay#SILENT_STROKE}
     * @param because what it does, in words
     */
    public record OtherWay(Optional<Line> line, double extra, String because) {
        public static final double SILENT_STROKE = 0.80;
    }

    private static Line lineOf(LineIndex lines, Note note) {
        return lines.at(note)
                .orElseThrow(() -> new IllegalArgumentException(
                        "\"" + lines.map().name() + "\" has no line on note " + note.number() + "."));
    }
}
