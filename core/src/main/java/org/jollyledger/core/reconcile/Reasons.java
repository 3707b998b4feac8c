package org.jollyledger.core.reconcile;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.reconcile.Playing.Place;
import org.jollyledger.core.reconcile.Playing.Spread;

/** What speaks for or against a map, in words: what is silent, and what is where in the bar. */
final class Reasons {
    private static final int MOST_NAMES = 4;

    /** What is looked for at a place, and what a practitioner expects there. */
    private enum Expectation {
        BACKBEAT(Place.BACKBEAT, "the backbeat falls on", Role.SNARE, Role.CLICK, Role.HAT_PEDAL),
        TIME(Place.HALF_WAY, "time is kept on", Role.HAT_CLOSED, Role.HAT_OPEN, Role.RIDE, Role.RIDE_BELL, Role.RATTLE),
        DOWNBEAT(Place.DOWNBEAT, "downbeats are struck on", Role.KICK, Role.HAT_CLOSED, Role.RIDE, Role.CRASH);

        private final Place place;
        private final String words;
        private final Set<Role> roles;

        Expectation(Place place, String words, Role first, Role... others) {
            this.place = place;
            this.words = words;
            this.roles = EnumSet.of(first, others);
        }

        String judge(Line line) {
            return words + " " + line.name() + (roles.contains(Role.of(line.sound())) ? "" : ", unusual");
        }
    }

    private final List<Line> played;
    private final Playing playing;

    Reasons(Layout layout, Playing playing) {
        this.playing = playing;
        played = layout.lines().stream().filter(line -> strokes(line) > 0).toList();
    }

    List<String> inWords(int silentNotes, int silentHits) {
        if (playing.hitCount() == 0) {
            return List.of("the part has no hits on the channel of this map");
        }
        List<String> reasons = new ArrayList<>();
        reasons.add(
                silentNotes == 0
                        ? "it has "
                                + (played.size() == 1
                                        ? "the one note that is"
                                        : "all " + played.size() + " notes that are")
                                + " played"
                        : Counted.of(silentHits, "hit") + " of " + playing.hitCount() + " would be silent, on "
                                + Counted.of(silentNotes, "note"));
        for (Expectation expectation : Expectation.values()) {
            mostAt(expectation.place).map(expectation::judge).ifPresent(reasons::add);
        }
        fills().ifPresent(reasons::add);
        crashes().ifPresent(reasons::add);
        return reasons;
    }

    private int strokes(Line line) {
        return playing.strokes(line.note().number());
    }

    /** The line that stands out most at a place, in comparison with how often it is played elsewhere. */
    private Optional<Line> mostAt(Place place) {
        return played.stream()
                .filter(line -> playing.strokes(line.note().number(), place) > 0)
                .max(Comparator.comparingDouble(line -> {
                    double there = playing.strokes(line.note().number(), place);
                    return there * there / strokes(line);
                }));
    }

    private Stream<Line> played(Role role) {
        return played.stream().filter(line -> Role.of(line.sound()) == role);
    }

    private Optional<String> fills() {
        List<Line> toms = played(Role.TOM).toList();
        if (toms.size() < 2) {
            return Optional.empty();
        }
        long always = toms.stream()
                .filter(line -> playing.spread(line.note().number()) == Spread.MOST)
                .count();
        String names = toms.stream().limit(MOST_NAMES).map(Line::name).collect(Collectors.joining(", "))
                + (toms.size() > MOST_NAMES ? " and others" : "");
        return Optional.of(
                always == 0 ? "fills run across " + names : names + " are struck in most bars, unusual for toms");
    }

    private Optional<String> crashes() {
        int all = played(Role.CRASH).mapToInt(this::strokes).sum();
        int downbeats = played(Role.CRASH)
                .mapToInt(line -> playing.strokes(line.note().number(), Place.DOWNBEAT))
                .sum();
        return all == 0
                ? Optional.empty()
                : Optional.of(downbeats + " of " + Counted.of(all, "crash stroke") + (all == 1 ? " marks" : " mark")
                        + " a downbeat");
    }
}
