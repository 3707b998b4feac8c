package org.jollyledger.core.crosswalk;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import org.jollyledger.core.kit.GridEdits;
import org.jollyledger.core.kit.PadEdits;
import org.jollyledger.core.notemap.FreeNotes;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapEdits;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;

/**
 * Which pads play which lines of an instrument, and what makes a pad play another. A pad has what it sends, the instrument what
 * it takes, and either end can change: the note of the pad, or the route of the crosswalk between the two.
 */
public final class PadReach {
    private final Crosswalk crosswalk;

    private PadReach(Crosswalk crosswalk) {
        this.crosswalk = crosswalk;
    }

    /**
     * {@return what the pads of a crosswalk's source map reach on its target map}
     *
     * @param crosswalk from the map of the pads to that of the instrument
     */
    public static PadReach over(Crosswalk crosswalk) {
        return new PadReach(crosswalk);
    }

    /** {@return what pads reach that are plugged into the instrument of their own map: each line by its note} */
    public static PadReach straight(NoteMap map) {
        return new PadReach(Crosswalk.of(
                map,
                map,
                map.firstLines().stream()
                        .map(line -> Route.chosen(line.note(), List.of(Target.all(line.note()))))
                        .toList()));
    }

    /** {@return the routes that are gone by} */
    public Crosswalk crosswalk() {
        return crosswalk;
    }

    /** {@return the lines of the instrument that a note can sound, in the order of its route; none where it stays silent} */
    public List<Line> heard(Note note) {
        Optional<Route> route = crosswalk.routeFrom(note);
        if (route.isEmpty() || route.get().passes()) {
            return crosswalk.targetLine(note).stream().toList();
        }
        return route.get().targets().stream()
                .flatMap(end -> crosswalk.targetLine(end.note()).stream())
                .toList();
    }

    /** {@return the lines of the instrument that a pad can sound} */
    public List<Line> heard(Pad pad) {
        return pad.zones().stream()
                .flatMap(zone -> zone.notes().stream())
                .flatMap(note -> heard(note).stream())
                .distinct()
                .toList();
    }

    /** {@return the lines of the instrument that have a note and that no pad sounds, in their order} */
    public List<Line> unreached() {
        Set<Line> reached = new HashSet<>();
        crosswalk.source().pads().pads().forEach(pad -> reached.addAll(heard(pad)));
        return crosswalk.target().firstLines().stream()
                .filter(line -> !reached.contains(line))
                .toList();
    }

    /** {@return the pads that sound nothing, by their index} */
    public List<Integer> idle() {
        List<Pad> pads = crosswalk.source().pads().pads();
        List<Integer> idle = new ArrayList<>();
        for (int at = 0; at < pads.size(); at++) {
            if (heard(pads.get(at)).isEmpty()) {
                idle.add(at);
            }
        }
        return idle;
    }

    /** {@return the note that sounds a line of the instrument: of several the one that sounds it alone, and nothing else} */
    public Optional<Note> noteFor(Line line) {
        return crosswalk.source().firstLines().stream()
                .map(Line::note)
                .filter(note -> heard(note).contains(line))
                .min(Comparator.comparingInt((Note note) -> heard(note).indexOf(line))
                        .thenComparingInt(note -> heard(note).size())
                        .thenComparingInt(Note::number));
    }

    /**
     * What a change of the pads needs besides.
     *
     * @param map the map of the pads after it
     * @param routes the routes that it needs, where the map has new lines; none of them is among those that are there
     */
    public record Sent(NoteMap map, List<Route> routes) {
        public Sent {
            routes = List.copyOf(routes);
        }
    }

    /**
     * Makes a pad sound a line of the instrument by what the pad sends. Where no note of the pads' map sounds it, the map gets
     * a line for it.
     *
     * @param pad its index
     * @throws IllegalArgumentException when there is no such pad, or no note is free
     */
    public Sent send(int pad, Line line) {
        Adding adding = new Adding();
        Note note = adding.noteFor(line);
        return new Sent(PadEdits.setNotes(adding.map, pad, 0, List.of(note)), adding.routes);
    }

    /** {@return the note that a pad would send to sound a line of the instrument, free where there is none yet} */
    public Optional<Note> wouldSend(Line line) {
        return noteFor(line).or(() -> free(crosswalk.source(), line));
    }

    /**
     * Lets the pads of a grid sound all lines of the instrument, those that are played most on the first pads.
     *
     * @param played how much a line of the instrument is played, see {@link #typically} and {@link #playedBy}
     * @throws IllegalArgumentException when there are more lines than a map may have pads, no note is free, or no grid is there
     */
    public Sent spread(ToDoubleFunction<Line> played) {
        Adding adding = new Adding();
        Set<Note> notes = new LinkedHashSet<>();
        crosswalk.target().firstLines().stream()
                .sorted(Comparator.comparingDouble(played).reversed())
                .forEach(line -> notes.add(adding.noteFor(line)));
        return new Sent(GridEdits.spread(adding.map, List.copyOf(notes)), adding.routes);
    }

    /**
     * {@return how much a line of the instrument is played in whatever is typically played} Of the lines of one piece each
     * further one counts for less, so that the first pads hold the whole kit.
     */
    public ToDoubleFunction<Line> typically() {
        Use use = new TypicalUse();
        Map<Sound.Instrument, Integer> before = new HashMap<>();
        Map<Line, Double> weights = new HashMap<>();
        crosswalk.target().firstLines().stream()
                .sorted(Comparator.comparingDouble(use::weight).reversed())
                .forEach(line -> weights.put(
                        line, use.weight(line) / before.merge(line.sound().instrument(), 1, Integer::sum)));
        return line -> weights.getOrDefault(line, 0.0);
    }

    /** {@return how many hits of a part come to a line of the instrument; of those that none comes to, the typically played first} */
    public ToDoubleFunction<Line> playedBy(Part part) {
        int[] hits = part.hitsPerNote();
        double[] comes = new double[Note.COUNT];
        for (int note = 0; note < hits.length; note++) {
            if (hits[note] > 0) {
                for (Line line : heard(Note.of(note))) {
                    comes[line.note().number()] += hits[note];
                }
            }
        }
        ToDoubleFunction<Line> typical = typically();
        double most = crosswalk.target().firstLines().stream()
                .mapToDouble(typical)
                .max()
                .orElse(1);
        return line -> comes[line.note().number()] + typical.applyAsDouble(line) / (most + 1);
    }

    private static Optional<Note> free(NoteMap map, Line line) {
        return map.lineAt(line.note()).isEmpty()
                ? Optional.of(line.note())
                : FreeNotes.beside(map, line.sound(), Optional.of(line.note())).stream()
                        .findFirst();
    }

    /** The pads' map while lines are added to it. */
    private final class Adding {
        private NoteMap map = crosswalk.source();
        private final List<Route> routes = new ArrayList<>();

        private Note noteFor(Line line) {
            return PadReach.this.noteFor(line).orElseGet(() -> add(line));
        }

        private Note add(Line line) {
            Note note = free(map, line)
                    .orElseThrow(() -> new IllegalArgumentException("“" + map.name()
                            + "” has a line on every note, so none is free for “" + line.name()
                            + "”; delete a line first."));
            map = MapEdits.insert(
                    map,
                    map.lines().size(),
                    new Line(note, line.name(), line.shortName(), line.sound(), line.chokeGroup(), ""));
            routes.add(Route.chosen(note, List.of(Target.all(line.note()))));
            return note;
        }
    }
}
