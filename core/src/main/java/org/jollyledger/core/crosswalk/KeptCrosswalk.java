package org.jollyledger.core.crosswalk;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;

/**
 * A crosswalk to keep: its routes with the sounds they joined, so that one can tell later which of them a changed map
 * has overtaken.
 *
 * @param name what the owner calls it, 1 to 120 characters
 * @param remark anything else the owner wants to remember, up to 2,000 characters
 * @param from the name of the source map
 * @param to the name of the target map
 * @param routes its routes, at most one for each source note
 * @param accepted losses that the owner has accepted
 * @param repairs which kinds of discrepancies are put right in many parts at once before these routes are taken
 */
public record KeptCrosswalk(
        String name,
        String remark,
        String from,
        String to,
        List<KeptRoute> routes,
        Set<Losses.Key> accepted,
        Set<DiscrepancyKind> repairs) {
    public static final int LONGEST_NAME = 120;
    public static final int LONGEST_REMARK = 2_000;

    /**
     * A route with what it joined.
     *
     * @param route the route
     * @param sound the sound of the source line; empty when the source map does not list the note
     * @param targetSounds the sounds of the target lines, in the order of the targets
     */
    public record KeptRoute(Route route, Optional<Sound> sound, List<Sound> targetSounds) {
        public KeptRoute {
            targetSounds = List.copyOf(targetSounds);
            if (targetSounds.size() != route.targets().size()) {
                throw new IllegalArgumentException(
                        "The route from note " + route.source().number() + " needs a sound for each of its targets.");
            }
        }
    }

    public KeptCrosswalk {
        if (name.isBlank() || name.length() > LONGEST_NAME) {
            throw new IllegalArgumentException(
                    "A crosswalk needs a name of 1 to " + LONGEST_NAME + " characters; give it one.");
        }
        if (remark.length() > LONGEST_REMARK) {
            throw new IllegalArgumentException(
                    "The remark has " + remark.length() + " characters; it may have " + LONGEST_REMARK + " at most.");
        }
        routes = List.copyOf(routes);
        accepted = Set.copyOf(accepted);
        repairs = Set.copyOf(repairs);
        long sources =
                routes.stream().map(kept -> kept.route.source()).distinct().count();
        if (sources < routes.size()) {
            throw new IllegalArgumentException(
                    "Two routes begin at one note; join them into one with several targets.");
        }
    }

    /** {@return all routes of a crosswalk, with no repairs} */
    public static KeptCrosswalk of(String name, String remark, Crosswalk crosswalk, Set<Losses.Key> accepted) {
        NoteMap source = crosswalk.source();
        NoteMap target = crosswalk.target();
        List<KeptRoute> kept = crosswalk.routes().stream()
                .map(route -> new KeptRoute(
                        route,
                        sound(source, route.source()),
                        route.targets().stream()
                                .map(end -> sound(target, end.note()).orElseThrow())
                                .toList()))
                .toList();
        return new KeptCrosswalk(name, remark, source.name(), target.name(), kept, accepted, Set.of());
    }

    private static Optional<Sound> sound(NoteMap map, Note note) {
        return map.lineAt(note).map(Line::sound);
    }

    /** {@return this crosswalk with another name} */
    public KeptCrosswalk withName(String newName) {
        return new KeptCrosswalk(newName, remark, from, to, routes, accepted, repairs);
    }

    /** {@return this crosswalk with other repairs} */
    public KeptCrosswalk withRepairs(Set<DiscrepancyKind> newRepairs) {
        return new KeptCrosswalk(name, remark, from, to, routes, accepted, newRepairs);
    }

    /** {@return this crosswalk with the maps, the routes and the accepted losses of another} */
    public KeptCrosswalk withRoutesOf(KeptCrosswalk other) {
        return new KeptCrosswalk(name, remark, other.from, other.to, other.routes, other.accepted, repairs);
    }

    /** In what way a map has overtaken a route. */
    public enum Change implements Coded {
        /** The source line is gone; hits on its note pass as unlisted. */
        SOURCE_GONE,
        /** The source line stands for another sound. */
        SOURCE_CHANGED,
        /** A target line is gone. */
        TARGET_GONE,
        /** A target line stands for another sound. */
        TARGET_CHANGED,
        /** The source map has a new line. */
        LINE_NEW
    }

    /**
     * A route that a change of a map has overtaken.
     *
     * @param note the source note
     * @param change in what way
     * @param was the sound in question when the route was kept; empty for a new line
     * @param is what it is now; empty when it is gone
     */
    public record Overtaken(Note note, Change change, Optional<Sound> was, Optional<Sound> is) {}

    /**
     * A kept crosswalk between two maps as they are now.
     *
     * @param crosswalk the kept routes, and proposed ones where the kept are overtaken
     * @param overtaken the routes that are, by source note
     */
    public record Reopened(Crosswalk crosswalk, List<Overtaken> overtaken) {}

    /**
     * {@return the kept routes between the two maps as they are now}
     *
     * @param proposal where routes come from that are overtaken or missing; nothing is proposed when there are none
     */
    public Reopened over(Crosswalk proposal) {
        List<Overtaken> overtaken = new ArrayList<>();
        List<Route> fitting = new ArrayList<>();
        Map<Note, KeptRoute> bySource = new HashMap<>();
        routes.forEach(kept -> bySource.put(kept.route.source(), kept));
        for (KeptRoute kept : routes) {
            Optional<Overtaken> change = change(kept, proposal);
            change.ifPresentOrElse(overtaken::add, () -> fitting.add(kept.route));
        }
        for (Line line : proposal.source().firstLines()) {
            if (!bySource.containsKey(line.note())) {
                overtaken.add(new Overtaken(line.note(), Change.LINE_NEW, Optional.empty(), Optional.of(line.sound())));
            }
        }
        return new Reopened(proposal.with(fitting), overtaken);
    }

    /** {@return the kept routes between two maps as they are now; what is missing is what is typically best} */
    public Reopened between(NoteMap source, NoteMap target) {
        return over(Crosswalk.propose(source, target));
    }

    private static Optional<Overtaken> change(KeptRoute kept, Crosswalk proposal) {
        Note note = kept.route.source();
        Optional<Sound> is = sound(proposal.source(), note);
        if (!is.equals(kept.sound)) {
            Change change =
                    is.isEmpty() ? Change.SOURCE_GONE : kept.sound.isEmpty() ? Change.LINE_NEW : Change.SOURCE_CHANGED;
            return Optional.of(new Overtaken(note, change, kept.sound, is));
        }
        for (int i = 0; i < kept.targetSounds.size(); i++) {
            Sound was = kept.targetSounds.get(i);
            Optional<Sound> end =
                    sound(proposal.target(), kept.route.targets().get(i).note());
            if (!end.equals(Optional.of(was))) {
                Change change = end.isEmpty() ? Change.TARGET_GONE : Change.TARGET_CHANGED;
                return Optional.of(new Overtaken(note, change, Optional.of(was), end));
            }
        }
        return Optional.empty();
    }

    /**
     * The way back.
     *
     * @param crosswalk routes from the target map to the source map: each target goes back to the line that comes to it
     *     as the same sound, or else to the nearest of those that do
     * @param merged target notes to which several lines come, with those of them that will not come back
     * @param lost source notes that are left silent, and so have no way back
     * @param changed source notes of which some hits do not come back as they were, and in what way
     */
    public record Reversed(
            Crosswalk crosswalk, Map<Note, List<Note>> merged, List<Note> lost, SortedMap<Note, Set<NotBack>> changed) {
        /** {@return whether everything that went comes back as it was} */
        public boolean isLossless() {
            return merged.isEmpty() && lost.isEmpty() && changed.isEmpty();
        }
    }

    /** What does not come back of hits that do. */
    public enum NotBack implements Coded {
        /** Hits of some velocities: no target takes them. */
        VELOCITIES_LEFT_OUT,
        /** How loud they were: a curve has changed it. */
        LOUDNESS,
        /** How long they were. */
        LENGTH
    }

    private static Set<NotBack> notBack(Route route) {
        Set<NotBack> changes = EnumSet.noneOf(NotBack.class);
        boolean allTaken = IntStream.rangeClosed(VelocityRange.LOWEST, VelocityRange.HIGHEST)
                .allMatch(velocity -> route.targets().stream()
                        .anyMatch(target -> target.velocities().contains(velocity)));
        if (!allTaken) {
            changes.add(NotBack.VELOCITIES_LEFT_OUT);
        }
        for (Target target : route.targets()) {
            if (!target.curve().isStraight()) {
                changes.add(NotBack.LOUDNESS);
            }
            if (target.length().isPresent()) {
                changes.add(NotBack.LENGTH);
            }
        }
        return changes;
    }

    /** {@return the way back along the routes of a crosswalk} */
    public static Reversed reversed(Crosswalk crosswalk) {
        Map<Note, List<Note>> comeTo = new TreeMap<>();
        List<Note> lost = new ArrayList<>();
        SortedMap<Note, Set<NotBack>> changed = new TreeMap<>();
        for (Line line : crosswalk.source().firstLines()) {
            Route route = crosswalk.routeFrom(line.note()).orElseThrow();
            if (route.targets().isEmpty()) {
                lost.add(route.source());
                continue;
            }
            route.targets()
                    .forEach(target -> comeTo.computeIfAbsent(target.note(), key -> new ArrayList<>())
                            .add(route.source()));
            Set<NotBack> changes = notBack(route);
            if (!changes.isEmpty()) {
                changed.put(route.source(), changes);
            }
        }
        Map<Note, List<Note>> merged = new TreeMap<>();
        List<Route> routes = new ArrayList<>();
        comeTo.forEach((end, sources) -> {
            Note nearest = nearest(crosswalk, end, sources);
            routes.add(Route.chosen(end, List.of(Target.all(nearest))));
            List<Note> others =
                    sources.stream().filter(note -> !note.equals(nearest)).toList();
            if (!others.isEmpty()) {
                merged.put(end, others);
            }
        });
        return new Reversed(Crosswalk.of(crosswalk.target(), crosswalk.source(), routes), merged, lost, changed);
    }

    private static Note nearest(Crosswalk crosswalk, Note end, List<Note> sources) {
        Sound sound = sound(crosswalk.target(), end).orElseThrow();
        return sources.stream()
                .min(Comparator.comparingDouble(note -> sound(crosswalk.source(), note)
                        .orElseThrow()
                        .distanceTo(sound)
                        .value()))
                .orElseThrow();
    }
}
