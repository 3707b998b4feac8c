package org.jollyledger.web.crosswalk;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Losses;
import org.jollyledger.core.crosswalk.Settlement;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.part.BarBeat;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.springframework.util.StringUtils;

/**
 * A loss as the page shows it.
 *
 * @param code which one
 * @param what what happened, in words
 * @param red whether hits or a fill are gone, and not only another sound
 * @param count how many hits or steps
 * @param places bar and beat of each, in the order of time
 * @param omitted how many places are not listed because they are too many
 * @param waysKnown whether the ways to settle it were worked out; in a huge part only those of one loss are
 * @param ways the ways to settle it, the best first
 */
record LossView(
        String code,
        String what,
        boolean red,
        int count,
        List<PlaceView> places,
        int omitted,
        boolean waysKnown,
        List<WayView> ways) {
    private static final Set<Losses.Kind> SOUNDS_OTHERWISE =
            EnumSet.of(Losses.Kind.FAR, Losses.Kind.STRAY, Losses.Kind.OPENNESS);

    /** How a sentence begins that names a note without a line. */
    private static final String UNLISTED = "Note ";

    private static final int MOST_PLACES = 24;
    /** How many hits may be converted to work out the ways to settle losses, so that a page is there at once. */
    private static final long MOST_WORK = 1_500_000;
    /** About how many conversions the ways to settle one loss take. */
    private static final int CONVERSIONS = 12;

    /** A bar and beat, and the bar to go to. */
    record PlaceView(String words, long bar) {}

    /**
     * A way to settle a loss.
     *
     * @param what what would be done
     * @param then what else would be lost, or no more
     * @param source the line that would go elsewhere
     * @param from where it goes now; "" when it is silent
     * @param to where it would go
     */
    record WayView(String what, String then, int source, String from, String to) {}

    /**
     * The losses of a conversion.
     *
     * @param opened the loss whose ways are wanted in any case
     */
    static List<LossView> of(Findings findings, Optional<Losses.Key> opened) {
        Statement statement = findings.statement();
        long work = Math.max(1, statement.part().hitCount()) * (long) CONVERSIONS;
        long left = MOST_WORK;
        List<LossView> views = new ArrayList<>();
        for (Losses.Group group : findings.losses()) {
            boolean known = left >= work
                    || views.isEmpty()
                    || findings.isSettlementKnown(group.key())
                    || opened.filter(group.key()::equals).isPresent();
            left -= known ? work : 0;
            List<WayView> ways = known
                    ? findings.settlements(group.key()).stream()
                            .map(way -> way(statement.crosswalk(), way, group.key(), group.count()))
                            .toList()
                    : List.of();
            views.add(of(statement, group, known, ways));
        }
        return views;
    }

    private static LossView of(Statement statement, Losses.Group group, boolean known, List<WayView> ways) {
        Part part = statement.part();
        return new LossView(
                group.key().code(),
                what(statement.crosswalk(), group.key()),
                !SOUNDS_OTHERWISE.contains(group.key().kind()),
                group.count(),
                group.hits().stream()
                        .limit(MOST_PLACES)
                        .map(hit -> place(part.place(hit)))
                        .toList(),
                Math.max(0, group.count() - MOST_PLACES),
                known,
                ways);
    }

    private static PlaceView place(BarBeat place) {
        return new PlaceView(place.words(), place.bar());
    }

    /** What gets lost, in words. */
    static String what(Crosswalk crosswalk, Losses.Key key) {
        String name = Decisions.name(crosswalk.source(), key.note());
        String other = key.other()
                .map(note -> Decisions.name(crosswalk.source(), note))
                .orElse("");
        String landed = landed(crosswalk, key.landed());
        return switch (key.kind()) {
            case SILENT -> name + " stays silent";
            case FOLDED -> name + " folds into " + landed;
            case FILL_ON_ONE_DRUM -> "The fill from " + name + " to " + other + " stays on " + landed;
            case FILL_LEFT_TOMS -> "The fill from " + name + " to " + other + " leaves the toms";
            case STRAY ->
                StringUtils.capitalize(name) + ", not on " + crosswalk.source().name() + ", plays " + landed;
            case OPENNESS -> openness(crosswalk, key, name, landed);
            case CHOKE -> name + " is choked, and " + crosswalk.target().name() + " cannot choke it";
            case FILL_TURNED -> "The fill from " + name + " to " + other + " changes direction";
            case FAR -> name + " sounds as " + landed;
        };
    }

    private static String openness(Crosswalk crosswalk, Losses.Key key, String name, String landed) {
        boolean byPedal = key.landed()
                .flatMap(crosswalk::targetLine)
                .filter(line -> Hats.isByPedal(line.sound()))
                .isPresent();
        return byPedal
                ? name + " plays too open or too closed: the pedal of " + landed + " does not reach as far"
                : name + " is more open or more closed on " + landed + ": there is no nearer note";
    }

    /** What comes instead; of the line that moves only whether it comes nearer. */
    private static String then(Crosswalk crosswalk, Settlement way) {
        List<String> words = new ArrayList<>();
        List<Losses.Group> others = new ArrayList<>();
        for (Losses.Group group : way.come()) {
            boolean isItself =
                    group.key().kind() == Losses.Kind.FAR && group.key().note().equals(way.source());
            if (isItself) {
                words.add(nearness(way));
            } else {
                others.add(group);
            }
        }
        if (!others.isEmpty()) {
            words.add("instead " + list(crosswalk, others));
        }
        return String.join("; ", words);
    }

    private static String nearness(Settlement way) {
        return switch (way.comparison()) {
            case AS_GOOD -> "just as distant";
            case BETTER -> "closer, but still distant";
            case WORSE -> "a more distant sound";
        };
    }

    /** A fill begins its sentence with an article, an unlisted note with that word; a line's name keeps its own letters. */
    static String inASentence(String what) {
        boolean ownWord = what.startsWith("The ") || what.startsWith(UNLISTED);
        return ownWord ? StringUtils.uncapitalize(what) : what;
    }

    private static String landed(Crosswalk crosswalk, Optional<Note> note) {
        return note.map(there -> Decisions.name(crosswalk.target(), there)).orElse("");
    }

    private static WayView way(Crosswalk crosswalk, Settlement way, Losses.Key settled, int count) {
        String source = Decisions.name(crosswalk.source(), way.source());
        String what = way.to().isEmpty()
                ? "Leave " + source + " silent"
                : "Send " + source + " to " + landed(crosswalk, way.to());
        List<Losses.Group> alsoGone = way.gone().stream()
                .filter(group -> !group.key().equals(settled))
                .toList();
        int settles = way.gone().stream()
                .filter(group -> group.key().equals(settled))
                .mapToInt(Losses.Group::count)
                .sum();
        List<String> then = new ArrayList<>();
        if (settles < count) {
            then.add("settles " + settles + " of " + count);
        }
        if (!alsoGone.isEmpty()) {
            then.add("and fixes: " + list(crosswalk, alsoGone));
        }
        then.add(way.come().isEmpty() ? "nothing else gets lost" : then(crosswalk, way));
        return new WayView(what, String.join("; ", then), way.source().number(), number(way.from()), number(way.to()));
    }

    private static String number(Optional<Note> note) {
        return note.map(there -> String.valueOf(there.number())).orElse("");
    }

    private static String list(Crosswalk crosswalk, List<Losses.Group> groups) {
        return groups.stream()
                .map(group -> inASentence(what(crosswalk, group.key())) + " × " + group.count())
                .collect(Collectors.joining(", "));
    }
}
