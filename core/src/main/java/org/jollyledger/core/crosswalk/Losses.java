package org.jollyledger.core.crosswalk;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.crosswalk.Statement.Entry;
import org.jollyledger.core.crosswalk.Statement.Loss;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.PartUsage;
import org.jollyledger.core.pitch.Note;

/**
 * What a conversion loses, gathered by what happens to which line and weighed: hits that are gone or become another
 * sound, as the statement books them, and fills that no longer move, which no single hit tells.
 */
public final class Losses {
    /** In what way something is lost. */
    public enum Kind implements Coded {
        /** Hits without a target. */
        SILENT,
        /** Hits that join a louder one on the same note. */
        FOLDED,
        /** Two drums that follow one another in a fill become one drum. */
        FILL_ON_ONE_DRUM,
        /** A fill over toms goes up where it fell, or down where it rose. */
        FILL_TURNED,
        /** Hits that are heard as another sound. */
        FAR;

        /**
         * The kind with a code.
         *
         * @throws IllegalArgumentException when there is none
         */
        public static Kind parse(String code) {
            return Codes.parse(Kind.class, "loss", code);
        }
    }

    /**
     * What tells one loss from another, whatever the part.
     *
     * @param kind in what way
     * @param note the source note; of a fill the note that comes first
     * @param other the other source note of a fill
     * @param landed the target note; of a fill where the later hit lands; empty when silent
     */
    public record Key(Kind kind, Note note, Optional<Note> other, Optional<Note> landed) {
        private static final Pattern CODE = Pattern.compile("([a-z-]+)\\.(\\d{1,3})\\.(\\d{0,3})\\.(\\d{0,3})");

        /** The stable code, such as {@code folded.49..57}: the kind and the three notes, empty where there is none. */
        public String code() {
            return String.join(".", kind.code(), String.valueOf(note.number()), number(other), number(landed));
        }

        private static String number(Optional<Note> note) {
            return note.map(there -> String.valueOf(there.number())).orElse("");
        }

        /**
         * The key with a code.
         *
         * @throws IllegalArgumentException when it is none
         */
        public static Key parse(String code) {
            Matcher parts = CODE.matcher(code);
            if (!parts.matches()) {
                throw new IllegalArgumentException("\"" + code + "\" names no loss; take one from the list of losses.");
            }
            return new Key(
                    Kind.parse(parts.group(1)),
                    Note.of(Integer.parseInt(parts.group(2))),
                    note(parts.group(3)),
                    note(parts.group(4)));
        }

        private static Optional<Note> note(String number) {
            return number.isEmpty() ? Optional.empty() : Optional.of(Note.of(Integer.parseInt(number)));
        }
    }

    /**
     * One loss with its places.
     *
     * @param key what is lost
     * @param count how many hits, or how many steps of fills
     * @param weight how much it matters: how often, how loudly, and how badly, in hits of full loudness left silent
     * @param hits the indexes of the hits in the part, in the order of time; of very many the first 400
     */
    public record Group(Key key, int count, double weight, List<Integer> hits) {}

    private static final int MOST_HITS = 400;

    private final Statement statement;
    private final Part part;
    private final Crosswalk crosswalk;
    private final Map<Key, Gathering> gathered = new LinkedHashMap<>();

    private Losses(Statement statement) {
        this.statement = statement;
        part = statement.part();
        crosswalk = statement.crosswalk();
    }

    /** The losses of a conversion, the weightiest first. */
    public static List<Group> of(Statement statement) {
        Losses losses = new Losses(statement);
        losses.gatherHits();
        losses.gatherFills();
        return losses.groups();
    }

    private static final class Gathering {
        private int count;
        private double weight;
        private final List<Integer> hits = new ArrayList<>();

        void add(int hit, double harm) {
            count++;
            weight += harm / Harm.SILENCE.cost();
            if (hits.size() < MOST_HITS) {
                hits.add(hit);
            }
        }
    }

    private void add(Key key, int hit, double harm) {
        gathered.computeIfAbsent(key, unused -> new Gathering()).add(hit, harm * loudness(hit));
    }

    private double loudness(int hit) {
        return PartUsage.loudness(part.velocity(hit));
    }

    private void gatherHits() {
        Map<Key, Double> distances = new LinkedHashMap<>();
        for (Loss loss : statement.losses()) {
            Key key = new Key(kind(loss.entry()), loss.note(), Optional.empty(), loss.landed());
            double harm = switch (loss.entry()) {
                case SILENT -> Harm.SILENCE.cost();
                case FOLDED -> Harm.UNISON.cost();
                default -> distances.computeIfAbsent(key, this::distance);
            };
            add(key, loss.hit(), harm);
        }
    }

    private static Kind kind(Entry entry) {
        return switch (entry) {
            case SILENT -> Kind.SILENT;
            case FOLDED -> Kind.FOLDED;
            default -> Kind.FAR;
        };
    }

    private double distance(Key key) {
        Optional<Line> from = crosswalk.sourceLine(key.note);
        Optional<Line> to = key.landed.flatMap(note -> crosswalk.targetLine(note));
        return from.isPresent() && to.isPresent()
                ? from.get().sound().distanceTo(to.get().sound()).value()
                : 0;
    }

    private void gatherFills() {
        NoteMap source = crosswalk.source();
        if (source.equals(crosswalk.target())) {
            return;
        }
        PartUsage.of(part)
                .forEachSuccession(
                        PartUse.notes(source, Harms::isFillDrum), PartUse.FILL_QUARTERS, (earlier, later, share) -> {
                            if (share == 1) {
                                gatherStep(earlier, later);
                            }
                        });
    }

    private void gatherStep(int earlier, int later) {
        Optional<Line> first = end(earlier);
        Optional<Line> second = end(later);
        Line from = crosswalk.sourceLine(Note.of(part.note(earlier))).orElseThrow();
        Line to = crosswalk.sourceLine(Note.of(part.note(later))).orElseThrow();
        if (first.isEmpty() || second.isEmpty() || Harms.oneVoice(from, to)) {
            return;
        }
        Key one = new Key(
                Kind.FILL_ON_ONE_DRUM,
                from.note(),
                Optional.of(to.note()),
                Optional.of(second.get().note()));
        if (first.get().note().equals(second.get().note())) {
            add(one, later, Harm.FILL.cost());
        } else if (Harms.turns(from, first.get(), to, second.get())) {
            add(new Key(Kind.FILL_TURNED, one.note, one.other, one.landed), later, Harm.TURNED_FILL.cost());
        }
    }

    /** Where the first target is that takes a hit. */
    private Optional<Line> end(int hit) {
        return crosswalk
                .routeFrom(Note.of(part.note(hit)))
                .flatMap(route -> route.targets().stream()
                        .filter(target -> target.velocities().contains(part.velocity(hit)))
                        .findFirst())
                .flatMap(target -> crosswalk.targetLine(target.note()));
    }

    private List<Group> groups() {
        return gathered.entrySet().stream()
                .map(entry -> new Group(
                        entry.getKey(),
                        entry.getValue().count,
                        entry.getValue().weight,
                        entry.getValue().hits.stream()
                                .sorted(Comparator.comparingLong(part::tick))
                                .toList()))
                .sorted(Comparator.comparingDouble(Group::weight).reversed())
                .toList();
    }
}
