package org.jollyledger.core.crosswalk;

import java.util.BitSet;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.patience.Patience;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.SoundDistance;

/**
 * How the lines of one map become lines of another: one route for each note that the source map lists. Routes that are not
 * given are proposed, and the planner that proposes them runs only when one of them is asked for. Hits on notes that the
 * source map does not list pass unchanged, unless a route was given for them. Immutable.
 */
public final class Crosswalk {
    private final MapPair maps;
    private final Lazy<Plan> plan;
    private final SortedMap<Note, Route> given;
    private final Lazy<SortedMap<Note, Route>> routes = new Lazy<>(this::completed);
    private final Lazy<TranslationTable> table = new Lazy<>(this::translation);
    private final Lazy<BookedRoutes> booked = new Lazy<>(this::booking);

    private Crosswalk(MapPair maps, Lazy<Plan> plan, SortedMap<Note, Route> given) {
        this.maps = maps;
        this.plan = plan;
        this.given = given;
    }

    /** {@return the crosswalk that does the least harm to whatever is typically played} */
    public static Crosswalk propose(NoteMap source, NoteMap target) {
        return proposed(source, target, TypicalUse::new);
    }

    /**
     * {@return the crosswalk that does the least harm to a part: what it plays often and loudly weighs more, what it
     * strikes together stays apart, its fills go their way}
     */
    public static Crosswalk propose(NoteMap source, NoteMap target, Part part) {
        return proposed(source, target, () -> leaning(new PartUse(source).add(part)));
    }

    private static Use leaning(PartUse played) {
        return new LeaningUse(played, new TypicalUse());
    }

    /** {@return a collection of parts, none yet, for which one crosswalk is to be proposed} */
    public static ForMany forMany(NoteMap source, NoteMap target) {
        return new ForMany(source, target);
    }

    /** Gathers how several parts play, so that one crosswalk is proposed that does the least harm to all of them. */
    public static final class ForMany {
        private final NoteMap source;
        private final NoteMap target;
        private final PartUse use;

        private ForMany(NoteMap source, NoteMap target) {
            this.source = source;
            this.target = target;
            use = new PartUse(source);
        }

        /** Adds a part; it is not held on to. */
        public void add(Part part) {
            use.add(part);
        }

        /** {@return the crosswalk for all parts added so far; for whatever is typically played when there are none} */
        public Crosswalk propose() {
            return proposed(source, target, () -> leaning(use));
        }
    }

    private static Crosswalk proposed(NoteMap source, NoteMap target, Supplier<Use> use) {
        Patience.goOn();
        MapPair maps = new MapPair(source, target);
        return new Crosswalk(maps, new Lazy<>(() -> new Plan(maps, use.get())), new TreeMap<>());
    }

    /**
     * {@return the crosswalk of given routes} Lines without one get what is typically best, which is worked out only
     * if there are such lines.
     *
     * @param routes one for each source note at most
     * @throws IllegalArgumentException when a route ends at a note that the target map does not list
     */
    public static Crosswalk of(NoteMap source, NoteMap target, Collection<Route> routes) {
        return propose(source, target).with(routes);
    }

    private SortedMap<Note, Route> completed() {
        boolean missing = maps.sourceLines().all().stream().anyMatch(line -> !given.containsKey(line.note()));
        if (!missing) {
            return given;
        }
        SortedMap<Note, Route> all = new TreeMap<>();
        plan.get().routes().forEach(route -> all.put(route.source(), route));
        all.putAll(given);
        return all;
    }

    private TranslationTable translation() {
        return TranslationTable.of(routes.get().values(), maps);
    }

    private BookedRoutes booking() {
        BitSet chosen = new BitSet();
        given.values().stream()
                .filter(route -> route.origin() == Route.Origin.CHOSEN)
                .forEach(route -> chosen.set(route.source().number()));
        return new BookedRoutes(table.get(), maps, chosen);
    }

    /** {@return what it makes of notes, as a plain table} */
    public TranslationTable table() {
        return table.get();
    }

    BookedRoutes booked() {
        return booked.get();
    }

    /** Whether the planner has run, because somebody asked for what it alone knows. */
    boolean isPlanned() {
        return plan.isKnown();
    }

    /**
     * How much less harm any other proposal could do at most. With very many lines that sound together the planner may not
     * come to the end of its search within the work it may do.
     *
     * @return a share of the harm that the proposal does, 0 to 1; 0 when no other is better, or none was proposed
     */
    public double gap() {
        return plan.isKnown() && !plan.get().isProven()
                ? plan.get().gap() / plan.get().cost()
                : 0;
    }

    /** {@return whether a route ends at lines of the target map} It may begin at any note. */
    public boolean fits(Route route) {
        return route.targets().stream().allMatch(end -> targetLine(end.note()).isPresent());
    }

    private void check(Route route) {
        for (Target end : route.targets()) {
            if (targetLine(end.note()).isEmpty()) {
                throw new IllegalArgumentException("\"" + target().name() + "\" has no line on note "
                        + end.note().number() + ", so no route can lead there; choose one of its lines.");
            }
        }
    }

    /** {@return the map that routes come from} */
    public NoteMap source() {
        return maps.source();
    }

    /** {@return the map that routes lead to} */
    public NoteMap target() {
        return maps.target();
    }

    /** {@return the line of the source map that stands for a note} */
    public Optional<Line> sourceLine(Note note) {
        return maps.sourceLines().at(note);
    }

    /** {@return the line of the target map that stands for a note} */
    public Optional<Line> targetLine(Note note) {
        return maps.targetLines().at(note);
    }

    LineIndex sourceLines() {
        return maps.sourceLines();
    }

    /** {@return the routes in the order of their source notes} */
    public List<Route> routes() {
        return List.copyOf(routes.get().values());
    }

    /** {@return the route of a source note; empty when the source map does not list it and none was given for it} */
    public Optional<Route> routeFrom(Note note) {
        return Optional.ofNullable(given.get(note)).or(() -> proposalFor(note));
    }

    private Optional<Route> proposalFor(Note note) {
        return sourceLine(note).isPresent() ? Optional.ofNullable(routes.get().get(note)) : Optional.empty();
    }

    /**
     * {@return this crosswalk with one route changed}
     *
     * @throws IllegalArgumentException when the route ends at a note that the target map does not list
     */
    public Crosswalk with(Route route) {
        return with(List.of(route));
    }

    /**
     * {@return this crosswalk with some routes changed}
     *
     * @throws IllegalArgumentException when a route ends at a note that the target map does not list
     */
    public Crosswalk with(Collection<Route> changed) {
        SortedMap<Note, Route> all = new TreeMap<>(given);
        for (Route route : changed) {
            check(route);
            all.put(route.source(), route);
        }
        return new Crosswalk(maps, plan, all);
    }

    /** {@return this crosswalk with the proposed route for one source note} */
    public Crosswalk withProposalFor(Note note) {
        SortedMap<Note, Route> others = new TreeMap<>(given);
        others.remove(note);
        return new Crosswalk(maps, plan, others);
    }

    /** {@return how far the sound at the end of a route is from the sound at its beginning} */
    public SoundDistance distance(Route route, Target end) {
        return maps.distance(route.source(), end.note());
    }

    /** The two maps with what is known of them. */
    MapPair maps() {
        return maps;
    }

    /** How far the sound on a note of the target map is from the sound on one of the source map. */
    SoundDistance distance(Note from, Note to) {
        return maps.distance(from, to);
    }

    /** {@return why a route leads where it leads, in words} */
    public String reason(Route route) {
        boolean chosen = route.origin() == Route.Origin.CHOSEN;
        if (!chosen && !given.containsValue(route)) {
            return plan.get().reason(route.source());
        }
        if (route.passes()) {
            return "passes unchanged on purpose";
        }
        if (route.isSilent()) {
            return chosen ? "left silent on purpose" : "saved as silent";
        }
        if (sourceLine(route.source()).isEmpty()) {
            return "your choice for a note that is not on \"" + source().name() + "\"";
        }
        return route.targets().stream()
                .map(end -> reason(distance(route, end), chosen ? "your choice" : "saved"))
                .collect(Collectors.joining("; "));
    }

    private static String reason(SoundDistance distance, String why) {
        return distance.value() == 0 ? distance.reason() : why + ": " + distance.difference();
    }

    /**
     * {@return the lines of the target map from the nearest sound to the farthest, with their distances; one for each
     * note}
     */
    public List<SoundDistanceToLine> alternatives(Note note) {
        Line from = maps.sourceLines().require(note);
        return maps.targetLines().all().stream()
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
     *
     * @param note the note of a line of the source map
     * @return none for a note that the source map does not list
     */
    public List<OtherWay> otherWays(Note note) {
        return sourceLine(note).isPresent() ? plan.get().otherWays(note, routes.get()) : List.of();
    }

    /** The lines to which {@link #otherWays} lead, without saying why. */
    List<Line> otherLines(Note note) {
        return plan.get().otherLines(note, routes.get());
    }

    /**
     * Another way for a line.
     *
     * @param line the line of the target map; empty for silence
     * @param extra how much more harm it does than the route that holds, less than 0 when it does less, for a song of a
     *     thousand strokes; a stroke left silent is {@value OtherWay#SILENT_STROKE}
     * @param because what it does, in words
     */
    public record OtherWay(Optional<Line> line, double extra, String because) {
        public static final double SILENT_STROKE = 0.80;

        /** {@return the extra harm in hits left silent in a song of a thousand} */
        public double silentHits() {
            return extra / SILENT_STROKE;
        }
    }
}
