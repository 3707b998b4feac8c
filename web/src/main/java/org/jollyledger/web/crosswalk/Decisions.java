package org.jollyledger.web.crosswalk;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jollyledger.core.crosswalk.Choices;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Example;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.core.crosswalk.Route;
import org.jollyledger.core.crosswalk.Settlement;
import org.jollyledger.core.crosswalk.Target;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.part.DrumChannel;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;

/** What an owner can decide about an open crosswalk. Each refuses what its maps do not allow with a sentence. */
final class Decisions {
    /** What a choice says in place of a target note. */
    static final String SILENT = "silent";

    static final String UNCHANGED = "unchanged";

    static final String AS_PROPOSED = "proposed";

    private Decisions() {}

    /**
     * Sends the hits of one line somewhere else.
     *
     * @param choice the number of a target note, {@link #SILENT}, {@link #UNCHANGED} or {@link #AS_PROPOSED}
     */
    static Function<OpenCrosswalk, Decision> send(Note source, String choice) {
        return switch (choice) {
            case AS_PROPOSED ->
                open -> new Decision(
                        open.choices().without(source),
                        words(open.base(), routeFrom(open.base(), source))
                                + (open.kept().isPresent() ? ", as saved" : ", as proposed"));
            case SILENT -> route(Route.chosen(source, List.of()));
            case UNCHANGED -> route(Route.unchanged(source));
            default -> route(Route.chosen(source, List.of(Target.all(note(choice)))));
        };
    }

    /** The note that a form names by its number. */
    static Note note(String number) {
        if (!number.matches("\\d{1,3}")) {
            throw new IllegalArgumentException("\"" + number + "\" is not a line; choose a line of the map.");
        }
        return Note.of(Integer.parseInt(number));
    }

    /** Lays a whole route. */
    static Function<OpenCrosswalk, Decision> route(Route route) {
        return open -> {
            Crosswalk after = open.crosswalk().with(route);
            return new Decision(open.choices().with(route), words(after, route));
        };
    }

    /** Adds a target to a route, for some velocities. */
    static Function<OpenCrosswalk, Decision> layer(Note source, Note target, VelocityRange velocities) {
        return open -> {
            Route now = routeFrom(open.crosswalk(), source);
            List<Target> targets = new ArrayList<>(now.targets());
            targets.removeIf(end -> end.note().equals(target));
            targets.add(new Target(target, velocities));
            Route.Sends sends = now.passes() ? Route.Sends.TO_ALL : now.sends();
            return route(new Route(source, targets, sends, Route.Origin.CHOSEN)).apply(open);
        };
    }

    /** Settles a loss by sending one line elsewhere. */
    static Function<OpenCrosswalk, Decision> settle(Note source, Optional<Note> from, Optional<Note> to) {
        return open -> {
            Crosswalk after = Settlement.apply(open.crosswalk(), source, from, to);
            return route(routeFrom(after, source)).apply(open);
        };
    }

    /** Accepts a loss, or does not any more. */
    static Function<OpenCrosswalk, Decision> accept(Losses.Key loss, boolean accept) {
        return open -> {
            String what = LossView.what(open.crosswalk(), loss);
            return new Decision(
                    open.choices().accepting(loss, accept),
                    accept ? "Accepted: " + LossView.inASentence(what) : what + " is no longer accepted");
        };
    }

    /** Lays choices over a kept crosswalk, or over the proposal; what the kept one accepts is accepted here too. */
    static Decision layOver(Choices choices, Optional<StoredKept> kept) {
        Choices over = choices.over(kept.map(StoredKept::slug));
        if (kept.isEmpty()) {
            return new Decision(over, "Based on the proposed routes");
        }
        for (Losses.Key loss : kept.get().kept().accepted()) {
            over = over.accepting(loss, true);
        }
        return new Decision(over, "Based on " + kept.get().kept().name());
    }

    /**
     * Takes the routes that an example shows.
     *
     * @param example the music of the part, as it plays on the target map
     * @param name what the example is called
     */
    static Function<OpenCrosswalk, Decision> learn(MidiFile example, String name) {
        return open -> {
            NoteMap target = open.target().map();
            Part played = DrumChannel.find(example, target.channel()).part();
            Example.Lesson lesson =
                    Example.learn(open.drums().part(), open.source().map(), played, target);
            Choices choices = open.choices();
            for (Route route : lesson.routes()) {
                choices = choices.with(route);
            }
            String doubts = (lesson.unexplained() == 0 ? "" : "; " + lesson.unexplained() + " of its hits do not fit")
                    + (lesson.unlisted().isEmpty()
                            ? ""
                            : "; " + lesson.unlisted().size() + " notes on neither map were left out");
            return new Decision(
                    choices,
                    "Learned " + lesson.routes().size() + " routes from " + name + ", over " + lesson.moments()
                            + " moments" + doubts);
        };
    }

    private static Route routeFrom(Crosswalk crosswalk, Note source) {
        return crosswalk
                .routeFrom(source)
                .orElseThrow(() ->
                        new IllegalArgumentException("\"" + crosswalk.source().name() + "\" has no line on note "
                                + source.number() + ", so no route can begin there."));
    }

    /** Where a route leads, in words. */
    static String words(Crosswalk crosswalk, Route route) {
        String source = name(crosswalk.source(), route.source());
        if (route.passes()) {
            return source + " passes unchanged";
        }
        return route.isSilent()
                ? source + " is left silent"
                : source + " goes to "
                        + route.targets().stream()
                                .map(target -> target(crosswalk.target(), target))
                                .collect(Collectors.joining(
                                        route.sends() == Route.Sends.TO_FIRST ? " or else " : " and "));
    }

    private static String target(NoteMap map, Target target) {
        String name = name(map, target.note());
        List<String> how = new ArrayList<>();
        if (!target.velocities().equals(VelocityRange.FULL)) {
            how.add("velocities " + target.velocities().from() + " to "
                    + target.velocities().to());
        }
        if (!target.curve().isStraight()) {
            how.add("by a curve");
        }
        target.channel().ifPresent(channel -> how.add("channel " + channel));
        target.length().ifPresent(length -> how.add(length.quarters() + " quarters long"));
        return how.isEmpty() ? name : name + " (" + String.join(", ", how) + ")";
    }

    static String name(NoteMap map, Note note) {
        return map.lineAt(note).map(Line::name).orElse("note " + note.label(map.middleC()));
    }
}
