package org.jollyledger.core.crosswalk;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntPredicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.crosswalk.Statement.Entry;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.kit.KitChange;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.VelocityRange;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.PartUsage;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.sound.SoundDistance;
import org.jspecify.annotations.Nullable;

/**
 * What a conversion loses, gathered by what happens to which line and weighed: hits that are gone or become another
 * sound, as the statement books them; fills that no longer move, which no single hit shows; hats that sound as their
 * pedal does not say; and unlisted hits that happen upon a line.
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
        /** A fill over toms leaves them for another kind of drum, or comes back from one. */
        FILL_LEFT_TOMS,
        /** Hits on a note that the source map does not list play something else on the target. */
        STRAY,
        /** Hats that the pedal opens, here or there, sound more open or more closed than they were. */
        OPENNESS,
        /** Cymbals that are grabbed, which nothing says on the target. */
        CHOKE,
        /** Hits that are heard as another sound. */
        FAR;

        /**
         * {@return the kind with a code}
         *
         * @throws IllegalArgumentException when there is none
         */
        public static Kind parse(String code) {
            return Codes.parse(Kind.class, "loss", code);
        }
    }

    /**
     * What distinguishes one loss from another, whatever the part.
     *
     * @param kind in what way
     * @param note the source note; of a fill the note that comes first
     * @param other the other source note of a fill
     * @param landed the target note; of a fill where the later hit lands; empty when silent
     */
    public record Key(Kind kind, Note note, Optional<Note> other, Optional<Note> landed) {
        private static final Pattern CODE = Pattern.compile("([a-z-]+)\\.(\\d{1,3})\\.(\\d{0,3})\\.(\\d{0,3})");

        /**
         * {@return the stable code, such as {@code folded.49..57}: the kind and the three notes, empty where
         * there is none}
         */
        public String code() {
            return String.join(".", kind.code(), String.valueOf(note.number()), number(other), number(landed));
        }

        private static String number(Optional<Note> note) {
            return note.map(there -> String.valueOf(there.number())).orElse("");
        }

        /**
         * {@return the key with a code}
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
    /** By how much a hat must open or close to be heard as such: from closed to half open, or more. */
    private static final double HEARD_CHANGE = 0.15;

    private static final int LANDINGS = Note.COUNT + 1;
    private static final int NOWHERE = Note.COUNT;
    private static final Entry[] LOST = {Entry.SILENT, Entry.FOLDED, Entry.SUBSTITUTED};

    private final Part part;
    private final Crosswalk crosswalk;
    private final BookedRoutes routes;
    private final double[] loudness = new double[VelocityRange.HIGHEST + 1];
    /** Losses of hits by kind, note and where they land. */
    private final @Nullable Gathering[] ofHits = new Gathering[LOST.length * Note.COUNT * LANDINGS];

    private final Map<Key, Gathering> gathered = new LinkedHashMap<>();

    private Losses(Part part, Crosswalk crosswalk) {
        this.part = part;
        this.crosswalk = crosswalk;
        routes = crosswalk.booked();
        for (int velocity = 0; velocity < loudness.length; velocity++) {
            loudness[velocity] = PartUsage.loudness(velocity);
        }
    }

    /** {@return the losses of a conversion, the weightiest first} */
    public static List<Group> of(Statement statement) {
        Losses losses = new Losses(statement.part(), statement.crosswalk());
        statement.eachLoss(losses::gatherHit);
        losses.gatherFills(step -> true);
        BitSet all = new BitSet();
        all.set(0, Note.COUNT);
        losses.gatherStrays(all);
        losses.gatherOpenness(all);
        statement.lostChokes().forEach(losses::gatherChoke);
        return losses.groups();
    }

    /**
     * The losses that change when the route of one note does: those of some notes, taken by themselves, and of the fills
     * that run over the one note.
     *
     * @param notes the notes; among them all whose hits can meet those of the one
     * @param changed the note whose route changes
     */
    static List<Group> ofNotes(Part part, Crosswalk crosswalk, BitSet notes, int changed) {
        Losses losses = new Losses(part, crosswalk);
        Booking booking = Booking.ofNotes(part, losses.routes, notes);
        booking.ledger().eachLoss(losses::gatherHit);
        booking.plan()
                .ifPresent(plan -> plan.lost().stream()
                        .filter(hit -> notes.get(part.note(hit)))
                        .forEach(losses::gatherChoke));
        losses.gatherFills(hit -> part.note(hit) == changed);
        losses.gatherStrays(notes);
        losses.gatherOpenness(notes);
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

    /** A choke of its own note that is silent or becomes another sound is told as such already. */
    private void gatherChoke(int hit) {
        Note note = Note.of(part.note(hit));
        boolean isTold = crosswalk
                .sourceLine(note)
                .map(line -> Chokes.isChoke(line.sound()))
                .orElse(true);
        if (!isTold) {
            Key key = new Key(Kind.CHOKE, note, Optional.empty(), Optional.empty());
            gathered.computeIfAbsent(key, unused -> new Gathering())
                    .add(hit, Harm.SILENCE.cost() * loudness[part.velocity(hit)]);
        }
    }

    private void gatherHit(Entry entry, int hit, int landed) {
        int note = part.note(hit);
        boolean neverSounded =
                entry == Entry.SILENT && crosswalk.sourceLine(Note.of(note)).isEmpty();
        if (neverSounded) {
            return;
        }
        int end = landed == Statement.Ledger.NOWHERE ? NOWHERE : landed;
        int kind = entry == Entry.SILENT ? 0 : entry == Entry.FOLDED ? 1 : 2;
        int at = (kind * Note.COUNT + note) * LANDINGS + end;
        Gathering gathering = ofHits[at];
        if (gathering == null) {
            gathering = new Gathering();
            ofHits[at] = gathering;
            Optional<Note> there = end == NOWHERE ? Optional.empty() : Optional.of(Note.of(end));
            gathered.put(new Key(kind(entry), Note.of(note), Optional.empty(), there), gathering);
        }
        double harm = switch (entry) {
            case SILENT -> Harm.SILENCE.cost();
            case FOLDED -> Harm.UNISON.cost();
            default -> distance(note, end);
        };
        gathering.add(hit, harm * loudness[part.velocity(hit)]);
    }

    private static Kind kind(Entry entry) {
        return switch (entry) {
            case SILENT -> Kind.SILENT;
            case FOLDED -> Kind.FOLDED;
            default -> Kind.FAR;
        };
    }

    private double distance(int note, int landed) {
        Note from = Note.of(note);
        Note to = Note.of(landed);
        boolean listed = crosswalk.sourceLine(from).isPresent()
                && crosswalk.targetLine(to).isPresent();
        return listed ? crosswalk.distance(from, to).value() : 0;
    }

    /** Gathers the steps of fills of which a hit is such. */
    private void gatherFills(IntPredicate such) {
        NoteMap source = crosswalk.source();
        if (source.equals(crosswalk.target())) {
            return;
        }
        int[] steps = part.usage().steps(PartUse.notes(source, Harms::isFillDrum), PartUse.FILL_QUARTERS);
        for (int i = 0; i < steps.length; i += 2) {
            if (such.test(steps[i]) || such.test(steps[i + 1])) {
                gatherStep(steps[i], steps[i + 1]);
            }
        }
    }

    private void gatherStep(int earlier, int later) {
        Optional<Line> first = end(earlier);
        Optional<Line> second = end(later);
        Line from = crosswalk.sourceLines().require(Note.of(part.note(earlier)));
        Line to = crosswalk.sourceLines().require(Note.of(part.note(later)));
        if (first.isEmpty() || second.isEmpty() || Harms.oneVoice(from, to)) {
            return;
        }
        if (Harms.leavesToms(from, first.get(), to, second.get())) {
            addStep(Kind.FILL_LEFT_TOMS, from, to, second.get(), later, Harm.LEFT_FILL);
            return;
        }
        if (first.get() == second.get()) {
            addStep(Kind.FILL_ON_ONE_DRUM, from, to, second.get(), later, Harm.FILL);
        } else if (Harms.turns(from, first.get(), to, second.get())) {
            addStep(Kind.FILL_TURNED, from, to, second.get(), later, Harm.TURNED_FILL);
        }
    }

    private void addStep(Kind kind, Line from, Line to, Line landed, int later, Harm harm) {
        Key key = new Key(kind, from.note(), Optional.of(to.note()), Optional.of(landed.note()));
        gathered.computeIfAbsent(key, unused -> new Gathering())
                .add(later, harm.cost() * loudness[part.velocity(later)]);
    }

    /**
     * Gathers the hits on notes that the source map does not list, where they pass and happen upon a line of the target
     * that is something else than they most likely mean.
     */
    private void gatherStrays(BitSet notes) {
        BitSet strays = new BitSet();
        double[] harms = new double[Note.COUNT];
        int[] played = part.hitsPerNote();
        for (int number = notes.nextSetBit(0); number >= 0; number = notes.nextSetBit(number + 1)) {
            Note note = Note.of(number);
            boolean passes = crosswalk.sourceLine(note).isEmpty()
                    && crosswalk.routeFrom(note).isEmpty();
            if (played[number] > 0 && passes && crosswalk.targetLine(note).isPresent()) {
                harms[number] = strayHarm(note);
                strays.set(number, harms[number] > 0);
            }
        }
        if (strays.isEmpty()) {
            return;
        }
        for (int hit : part.hitsInTime(strays)) {
            Note note = Note.of(part.note(hit));
            Key key = new Key(Kind.STRAY, note, Optional.empty(), Optional.of(note));
            gathered.computeIfAbsent(key, unused -> new Gathering())
                    .add(hit, harms[note.number()] * loudness[part.velocity(hit)]);
        }
    }

    /** How bad it is that a note plays what the target has there; 0 when that is what it most likely means. */
    private double strayHarm(Note note) {
        double distance =
                crosswalk.maps().guessedDistance(note).map(SoundDistance::value).orElse(1.0);
        return distance < SoundDistance.FAR ? 0 : Math.min(distance, Harm.SILENCE.cost());
    }

    /** Gathers the struck hats that a pedal opens, here or there, where they come out otherwise than they were heard. */
    private void gatherOpenness(BitSet notes) {
        BitSet hats = new BitSet();
        crosswalk.source().firstLines().stream()
                .filter(line ->
                        Hats.isStruck(line.sound()) && notes.get(line.note().number()))
                .filter(line -> byPedalAtOneEnd(line))
                .forEach(line -> hats.set(line.note().number()));
        if (hats.isEmpty() || crosswalk.source().equals(crosswalk.target())) {
            return;
        }
        Kit from = Kit.of(crosswalk.source());
        KitChange.HatChange change = routes.table.forms().hats();
        for (int hit : part.hitsInTime(hats)) {
            Optional<Line> end = end(hit).filter(line -> Hats.isStruck(line.sound()));
            if (end.isPresent()) {
                Line line = crosswalk.sourceLines().require(Note.of(part.note(hit)));
                Sound was = part.played(from, line.sound(), hit);
                if (!Hats.isByPedal(was)) {
                    gatherOpenness(hit, was, end.get(), played(was, end.get(), change));
                }
            }
        }
    }

    /** What is heard where a hat lands: the note that is as far open as it was, or what is written for the pedal. */
    private Sound played(Sound was, Line end, KitChange.HatChange change) {
        Openness openness = was.openness().orElseThrow();
        if (Hats.isByPedal(end.sound())) {
            return end.sound()
                    .withOpenness(change.values().keySet().stream()
                            .min(Comparator.comparingDouble(
                                    reached -> Math.abs(reached.position() - openness.position())))
                            .orElse(Openness.OPEN));
        }
        return Optional.ofNullable(change.notes()
                        .getOrDefault(end.note().number(), Map.of())
                        .get(openness))
                .flatMap(note -> crosswalk.targetLine(Note.of(note)))
                .map(Line::sound)
                .orElse(end.sound());
    }

    private boolean byPedalAtOneEnd(Line line) {
        return Hats.isByPedal(line.sound())
                || crosswalk.routeFrom(line.note()).stream()
                        .flatMap(route -> route.targets().stream())
                        .flatMap(target -> crosswalk.targetLine(target.note()).stream())
                        .anyMatch(end -> Hats.isByPedal(end.sound()));
    }

    private void gatherOpenness(int hit, Sound was, Line end, Sound heard) {
        double change = Math.abs(Hats.position(was) - Hats.position(heard));
        if (change >= HEARD_CHANGE) {
            Key key = new Key(Kind.OPENNESS, Note.of(part.note(hit)), Optional.empty(), Optional.of(end.note()));
            gathered.computeIfAbsent(key, unused -> new Gathering()).add(hit, change * loudness[part.velocity(hit)]);
        }
    }

    /** Where the first target is that takes a hit. */
    private Optional<Line> end(int hit) {
        int velocity = part.velocity(hit);
        for (TranslationTable.Cell cell : routes.cells[TranslationTable.key(part.channel(hit), part.note(hit))]) {
            if (cell.takes(velocity)) {
                return crosswalk.targetLine(Note.of(cell.note()));
            }
        }
        return Optional.empty();
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
