package org.jollyledger.core.crosswalk;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.PartUsage;
import org.jollyledger.core.pitch.Note;

/**
 * A way to settle a loss: a line that goes elsewhere, and what would be lost then.
 *
 * @param source the source note whose route changes; it need not be the one that is lost, but that which is in its way
 * @param from the target note it goes to now; empty when it is silent
 * @param to the target note it would go to; empty for silence
 * @param gone losses that would be no more
 * @param come losses that would be new, or larger by so many hits
 * @param weight how much is lost in all afterwards, less how much is lost now; below 0 when things get better
 */
public record Settlement(
        Note source,
        Optional<Note> from,
        Optional<Note> to,
        List<Losses.Group> gone,
        List<Losses.Group> come,
        double weight) {
    private static final int MOST = 3;
    private static final int TRIED = 5;
    /** How close two settlements must be to make no difference. */
    private static final double ALIKE = 1e-9;
    /** Weights that are closer than this make no difference to anybody. */
    private static final double HEARD = 0.02;

    private record Move(Note source, Optional<Note> from, Optional<Note> to) {}

    /** How a way to settle a loss compares with how things are. */
    public enum Comparison {
        BETTER,
        AS_GOOD,
        WORSE
    }

    /** {@return whether less is lost in all afterwards; differences that nobody hears are none} */
    public Comparison comparison() {
        if (Math.abs(weight) < HEARD) {
            return Comparison.AS_GOOD;
        }
        return weight < 0 ? Comparison.BETTER : Comparison.WORSE;
    }

    /**
     * {@return the two or three best ways to settle a loss of a conversion, the best first; silence is one of them only for
     * hits that the source map does not list}
     */
    public static List<Settlement> of(Statement statement, Losses.Key lost) {
        List<Settlement> settlements = new ArrayList<>();
        Map<Touched, List<Losses.Group>> known = new HashMap<>();
        for (Move move : moves(statement, lost)) {
            Settlement settlement = tryOut(statement, move, known);
            boolean settles =
                    settlement.gone.stream().anyMatch(group -> group.key().equals(lost));
            if (settles) {
                settlements.add(settlement);
            }
        }
        return settlements.stream()
                .sorted(Comparator.comparingDouble(Settlement::weight))
                .limit(MOST)
                .toList();
    }

    private static Set<Move> moves(Statement statement, Losses.Key lost) {
        Set<Move> moves = new LinkedHashSet<>();
        addMoves(moves, statement.crosswalk(), lost.note(), lost.landed(), lost.landed());
        lost.other().ifPresent(other -> addMoves(moves, statement.crosswalk(), other, lost.landed(), lost.landed()));
        if (lost.kind() == Losses.Kind.FOLDED) {
            partner(statement, lost)
                    .ifPresent(other -> addMoves(moves, statement.crosswalk(), other, lost.landed(), lost.landed()));
        }
        return moves;
    }

    /** The line that a lost one is struck together with most, of those that go where it goes. */
    private static Optional<Note> partner(Statement statement, Losses.Key lost) {
        PartUsage usage = statement.part().usage();
        return statement.crosswalk().routes().stream()
                .filter(route -> !route.source().equals(lost.note()))
                .filter(route -> route.targets().stream()
                        .anyMatch(target ->
                                lost.landed().filter(target.note()::equals).isPresent()))
                .map(Route::source)
                .filter(note -> usage.together(note.number(), lost.note().number()) > 0)
                .max(Comparator.comparingDouble(
                        note -> usage.together(note.number(), lost.note().number())));
    }

    private static void addMoves(
            Set<Move> moves, Crosswalk crosswalk, Note source, Optional<Note> from, Optional<Note> avoid) {
        if (crosswalk.sourceLine(source).isEmpty()) {
            addMovesOfUnlisted(moves, crosswalk, source);
            return;
        }
        crosswalk.otherLines(source).stream()
                .map(Line::note)
                .filter(note -> avoid.filter(note::equals).isEmpty())
                .limit(TRIED)
                .forEach(note -> moves.add(new Move(source, from, Optional.of(note))));
    }

    /** What is not on the source map can be left silent, or go where it most likely belongs. */
    private static void addMovesOfUnlisted(Set<Move> moves, Crosswalk crosswalk, Note source) {
        moves.add(new Move(source, Optional.of(source), Optional.empty()));
        MapPair.guess(source).stream()
                .flatMap(sound -> crosswalk.maps().targetLines().all().stream()
                        .filter(line -> sound.distanceTo(line.sound()).isSubstitute())
                        .sorted(Comparator.comparingDouble(
                                line -> sound.distanceTo(line.sound()).value()))
                        .limit(MOST - 1L))
                .map(Line::note)
                .filter(note -> !note.equals(source))
                .forEach(note -> moves.add(new Move(source, Optional.of(source), Optional.of(note))));
    }

    /** What a move touches: some notes, and the fills that run over one of them. */
    private record Touched(BitSet notes, int source) {}

    private static Settlement tryOut(Statement statement, Move move, Map<Touched, List<Losses.Group>> known) {
        Part part = statement.part();
        Crosswalk changed = apply(statement.crosswalk(), move.source, move.from, move.to);
        BitSet notes = touched(part, statement.crosswalk(), changed, move.source);
        int source = move.source.number();
        List<Losses.Group> now = known.computeIfAbsent(
                new Touched(notes, source),
                touched -> Losses.ofNotes(part, statement.crosswalk(), touched.notes, touched.source));
        List<Losses.Group> then = Losses.ofNotes(part, changed, notes, source);
        return new Settlement(
                move.source, move.from, move.to, beyond(now, then), beyond(then, now), sum(then) - sum(now));
    }

    /** The notes that are played and whose hits can meet those of a line, where it goes now or where it would go. */
    private static BitSet touched(Part part, Crosswalk now, Crosswalk then, Note source) {
        BitSet ends = now.booked().ends(source.number());
        ends.or(then.booked().ends(source.number()));
        BitSet notes = new BitSet();
        notes.set(source.number());
        int[] played = part.hitsPerNote();
        for (int note = 0; note < played.length; note++) {
            if (played[note] > 0 && now.booked().ends(note).intersects(ends)) {
                notes.set(note);
            }
        }
        return notes;
    }

    /**
     * {@return a crosswalk in which a line goes elsewhere} Where its route leads to several targets, only the one is
     * changed. A note that the source map does not list gets a route of its own.
     *
     * @throws IllegalArgumentException when the target map has no such line
     */
    public static Crosswalk apply(Crosswalk crosswalk, Note source, Optional<Note> from, Optional<Note> to) {
        Route route = crosswalk.routeFrom(source).orElse(Route.unchanged(source));
        if (to.isEmpty()) {
            return crosswalk.with(Route.chosen(source, List.of()));
        }
        Note end = to.get();
        List<Target> targets = new ArrayList<>();
        for (Target target : route.targets()) {
            boolean moves = route.targets().size() == 1
                    || from.filter(target.note()::equals).isPresent();
            Target kept = moves ? target.withNote(end) : target;
            if (targets.stream().noneMatch(other -> other.note().equals(kept.note()))) {
                targets.add(kept);
            }
        }
        if (targets.isEmpty()) {
            targets.add(Target.all(end));
        }
        Route.Sends sends = route.passes() ? Route.Sends.TO_ALL : route.sends();
        return crosswalk.with(new Route(source, targets, sends, Route.Origin.CHOSEN));
    }

    private static double sum(List<Losses.Group> losses) {
        return losses.stream().mapToDouble(Losses.Group::weight).sum();
    }

    /** The losses of one conversion that the other one does not have, or has fewer of. */
    private static List<Losses.Group> beyond(List<Losses.Group> these, List<Losses.Group> those) {
        Map<Losses.Key, Losses.Group> other = new HashMap<>();
        those.forEach(group -> other.put(group.key(), group));
        List<Losses.Group> beyond = new ArrayList<>();
        for (Losses.Group group : these) {
            Losses.Group less = other.get(group.key());
            int count = group.count() - (less == null ? 0 : less.count());
            double weight = group.weight() - (less == null ? 0 : less.weight());
            if (count > 0 && weight > ALIKE) {
                beyond.add(new Losses.Group(group.key(), count, weight, group.hits()));
            }
        }
        return beyond;
    }
}
