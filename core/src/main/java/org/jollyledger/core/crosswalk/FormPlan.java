package org.jollyledger.core.crosswalk;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.kit.KitChange;
import org.jollyledger.core.kit.NoteFacts;
import org.jollyledger.core.notemap.ChokeExpression.Form;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.Controllers;
import org.jollyledger.core.part.FootClose;
import org.jollyledger.core.part.Grab;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;

/**
 * How chokes and the openness of hi-hats change their form on the way of a part along a crosswalk: a choke is a note of its
 * own, key pressure, or a release; a hi-hat is opened by its note or by its pedal.
 *
 * <p>A choke follows the stroke that it stops: it is said in the form of the target map for the note on which that stroke
 * lands. A struck choke takes the place of a stroke shortly before ({@link Grab#canReplace}); where there is none, the
 * ringing stroke is ended and the choke counts as lost. Hats that the pedal opens go to the note that is as far open, and
 * where the foot closes them without a note that the target has, it is put in; for hats that the target opens by its pedal, a
 * value is written before the stroke.
 */
final class FormPlan {
    private static final int HIGHEST = 127;
    private static final int NONE = Part.NONE;

    /** A message that is put in before those of its tick. */
    record Put(int track, long tick, int status, int data1, int data2) {}

    /** A value of a controller that is written before a hit. */
    record Value(int hit, int controller, int value) {}

    /** A message that becomes another one of its kind. */
    record Changed(int track, int event, int data1, int data2) {}

    /** A message that is left out. */
    record Dropped(int track, int event) {}

    private final Part part;
    private final BookedRoutes routes;
    private final MapPair maps;
    private final KitChange forms;
    private final Kit source;
    private final Kit target;

    /** Hits that become a message in another form. */
    private final BitSet formed = new BitSet();
    /** Hits that go to another note than their route says. */
    private final Map<Integer, Integer> notes = new HashMap<>();

    private final Map<Integer, Long> ends = new HashMap<>();
    private final List<Put> put = new ArrayList<>();
    private final List<Value> values = new ArrayList<>();
    private final List<Changed> changed = new ArrayList<>();
    private final List<Dropped> dropped = new ArrayList<>();
    private final List<Integer> lost = new ArrayList<>();
    /** The hits that are put in, by the note of the stroke they stop; those of a foot before any stroke by that of the hi-hat. */
    private final int[] putIn = new int[Note.COUNT];

    private int chokes;
    private int carriedChokes;
    private int changedChokes;
    private int valuesIn;
    private int valuesLeftOut;

    private FormPlan(Part part, BookedRoutes routes) {
        this.part = part;
        this.routes = routes;
        maps = routes.maps;
        forms = routes.table.forms();
        source = Kit.of(maps.source());
        target = Kit.of(maps.target());
    }

    /** What changes its form; empty when nothing does. */
    static Optional<FormPlan> of(Part part, BookedRoutes routes) {
        if (routes.maps.isOne() || !routes.mayChangeForm(part)) {
            return Optional.empty();
        }
        FormPlan plan = new FormPlan(part, routes);
        plan.planChokes();
        plan.planHats();
        return Optional.of(plan);
    }

    // Chokes

    private void planChokes() {
        Form from = forms.chokes().from().form();
        Set<Form> looked = EnumSet.of(Form.NOTE, from);
        Set<Integer> grabbed = new HashSet<>();
        for (Grab grab : Grab.find(part, source, looked, forms.chokes().from().pressureFrom())) {
            chokes++;
            grab.stroke().ifPresent(grabbed::add);
            plan(grab);
        }
        if (target.stopsOnRelease() && !source.stopsOnRelease()) {
            letRing(grabbed);
        }
    }

    private void plan(Grab grab) {
        OptionalInt stroke = grab.stroke();
        if (grab.form() == Form.NOTE && routes.chosen.get(part.note(grab.hit()))) {
            planAlone(grab);
        } else if (grab.isStruck()) {
            planStruck(grab);
        } else if (stroke.isEmpty()) {
            planAlone(grab);
        } else {
            int landed = landing(stroke.getAsInt());
            if (landed == NONE) {
                lose(grab);
            } else {
                say(grab, stroke.getAsInt(), landed, grab.tick());
            }
        }
    }

    /** Nothing of its cymbal rings: it is what its route makes of it. */
    private void planAlone(Grab grab) {
        boolean same = grab.form() == Form.NOTE ? isChoke(landing(grab.hit())) : grab.form() == target.chokes();
        if (same) {
            carriedChokes++;
        } else {
            lose(grab);
        }
    }

    private void planStruck(Grab grab) {
        if (isChoke(landing(grab.hit())) && !isTail(landing(grab.hit()))) {
            carriedChokes++;
            return;
        }
        // It becomes the plain stroke of its cymbal, and what damps it a little later.
        int plain = forms.chokes().stops().getOrDefault(part.note(grab.hit()), List.of()).stream()
                .map(note -> end(part.channel(grab.hit()), note, part.velocity(grab.hit())))
                .filter(note -> note != NONE)
                .findFirst()
                .orElse(NONE);
        boolean canBeChoked = plain != NONE && canBeChoked(plain);
        if (!canBeChoked) {
            lose(grab);
            return;
        }
        notes.put(grab.hit(), plain);
        damp(grab.hit(), plain, grab.tailTick(part), part.velocity(grab.hit()));
        changedChokes++;
    }

    /** Says a choke for the note on which its stroke lands. */
    private void say(Grab grab, int stroke, int landed, long tick) {
        if (!canBeChoked(landed)) {
            lose(grab);
            return;
        }
        boolean sameForm = grab.form() == target.chokes();
        if (grab.form() == Form.PRESSURE && sameForm) {
            raise(grab);
            carriedChokes++;
        } else if (grab.form() == Form.RELEASE && sameForm) {
            carriedChokes++;
        } else if (grab.form() == Form.NOTE && sameForm) {
            sayByNote(grab, stroke, landed);
        } else {
            int velocity = strength(grab);
            leave(grab);
            if (damp(stroke, landed, tick, velocity)) {
                changedChokes++;
            } else {
                lost.add(grab.hit());
            }
        }
    }

    private void sayByNote(Grab grab, int stroke, int landed) {
        Integer by = forms.chokes().chokedBy().get(landed);
        if (by == null) {
            lose(grab);
        } else if (isTail(by)) {
            if (landing(grab.hit()) != by) {
                notes.put(grab.hit(), by);
            }
            carriedChokes++;
        } else {
            leave(grab);
            if (takePlace(grab, stroke, by)) {
                changedChokes++;
            } else {
                ends.put(stroke, grab.tick());
                lost.add(grab.hit());
            }
        }
    }

    /** Whether the stroke is so shortly before a choke that a struck choke takes its place. */
    private boolean takePlace(Grab grab, int stroke, int by) {
        double since = grab.seconds() - part.tempoMap(part.track(stroke)).seconds(part.tick(stroke));
        boolean near = Grab.canReplace(since);
        if (near) {
            notes.put(stroke, by);
        }
        return near;
    }

    /** Stops a stroke in the form of the target map; whether that can be said. */
    private boolean damp(int stroke, int landed, long tick, int velocity) {
        int track = part.track(stroke);
        int channel = channel(stroke) - 1;
        switch (target.chokes()) {
            case PRESSURE -> {
                int value = Math.max(velocity, forms.chokes().to().pressureFrom());
                put.add(new Put(track, tick, 0xA0 | channel, landed, value));
                put.add(new Put(track, tick + shortLength(), 0xA0 | channel, landed, 0));
            }
            case RELEASE -> ends.put(stroke, tick);
            case NOTE -> {
                int by = forms.chokes().chokedBy().get(landed);
                if (!isTail(by)) {
                    double since = part.tempoMap(track).seconds(tick)
                            - part.tempoMap(track).seconds(part.tick(stroke));
                    if (!Grab.canReplace(since)) {
                        ends.put(stroke, tick);
                        return false;
                    }
                    notes.put(stroke, by);
                    return true;
                }
                strike(track, tick, channel, by, velocity);
                putIn[part.note(stroke)]++;
            }
        }
        return true;
    }

    /** The messages of a choke go, because it is said in another form. */
    private void leave(Grab grab) {
        switch (grab.form()) {
            case NOTE -> formed.set(grab.hit());
            case PRESSURE ->
                grab.pressures()
                        .forEach(pressure ->
                                dropped.add(new Dropped(part.pressureTrack(pressure), part.pressureEvent(pressure))));
            case RELEASE -> {
                // The stroke keeps its end, which nothing listens to.
            }
        }
    }

    private void lose(Grab grab) {
        lost.add(grab.hit());
    }

    /** Key pressure that is too light for the target becomes what it takes. */
    private void raise(Grab grab) {
        int needed = forms.chokes().to().pressureFrom();
        int first = grab.pressures().get(0);
        if (strength(grab) < needed) {
            changed.add(new Changed(part.pressureTrack(first), part.pressureEvent(first), landing(grab.hit()), needed));
        }
    }

    /** How hard a cymbal is grabbed: the velocity of the choke's note, or its strongest pressure. */
    private int strength(Grab grab) {
        return switch (grab.form()) {
            case NOTE, RELEASE -> part.velocity(grab.hit());
            case PRESSURE ->
                grab.pressures().stream()
                        .mapToInt(pressure -> part.file()
                                .tracks()
                                .get(part.pressureTrack(pressure))
                                .data2(part.pressureEvent(pressure)))
                        .max()
                        .orElse(HIGHEST);
        };
    }

    /** On a target that stops cymbals by their release, those that nobody grabs must ring. */
    private void letRing(Set<Integer> grabbed) {
        Map<Integer, Integer> next = new HashMap<>();
        int[] inTime = part.hitsInTime();
        for (int i = inTime.length - 1; i >= 0; i--) {
            int hit = inTime[i];
            int landed = landing(hit);
            if (landed == NONE || !ringsLong(landed)) {
                continue;
            }
            int key = part.channel(hit) << 7 | landed;
            double perTick = part.tempoMap(part.track(hit)).at(part.tick(hit)).secondsPerTick();
            long out = part.tick(hit) + (long) Math.ceil((Grab.RINGS_SECONDS + 1) / perTick);
            long again = next.containsKey(key) ? part.tick(next.get(key)) : Long.MAX_VALUE;
            if (!grabbed.contains(hit) && !ends.containsKey(hit) && again > part.tick(hit)) {
                ends.put(hit, Math.min(out, again));
            }
            next.put(key, hit);
        }
    }

    private boolean ringsLong(int landed) {
        return sound(landed).map(NoteFacts::ringsLong).orElse(false);
    }

    private boolean canBeChoked(int landed) {
        boolean cymbal = sound(landed).map(Chokes::canBeChoked).orElse(false);
        return cymbal
                && (target.chokes() != Form.NOTE || forms.chokes().chokedBy().containsKey(landed));
    }

    private boolean isChoke(int note) {
        return note != NONE && sound(note).map(Chokes::isChoke).orElse(false);
    }

    private boolean isTail(int note) {
        return note != NONE && sound(note).map(Chokes::isTail).orElse(false);
    }

    private Optional<Sound> sound(int note) {
        return maps.targetLines().at(Note.of(note)).map(Line::sound);
    }

    /** Where a hit lands by its route, or NONE. */
    private int landing(int hit) {
        return notes.getOrDefault(hit, end(part.channel(hit), part.note(hit), part.velocity(hit)));
    }

    private int end(int channel, int note, int velocity) {
        int key = TranslationTable.key(channel, note);
        if (routes.onlyTarget[key] != BookedRoutes.SEVERAL_OR_NONE) {
            return routes.onlyTarget[key];
        }
        for (TranslationTable.Cell cell : routes.cells[key]) {
            if (cell.takes(velocity)) {
                return cell.note();
            }
        }
        return NONE;
    }

    private int channel(int hit) {
        return routes.table.channel().orElse(part.channel(hit));
    }

    // Hats

    private void planHats() {
        boolean byPedal = false;
        boolean writes = false;
        Map<Integer, Integer> sent = new HashMap<>();
        for (int hit : part.hitsInTime()) {
            Optional<Sound> from = maps.sourceLines()
                    .at(Note.of(part.note(hit)))
                    .map(Line::sound)
                    .filter(Hats::isStruck);
            int landed = from.isPresent() && !formed.get(hit) ? landing(hit) : NONE;
            Optional<Sound> to =
                    landed == NONE ? Optional.empty() : sound(landed).filter(Hats::isStruck);
            if (from.isEmpty() || to.isEmpty()) {
                continue;
            }
            byPedal |= Hats.isByPedal(from.get());
            if (Hats.isByPedal(from.get()) && !Hats.isByPedal(to.get())) {
                followFoot(hit, landed, part.played(source, from.get(), hit));
            } else if (!Hats.isByPedal(from.get()) && Hats.isByPedal(to.get())) {
                writes = true;
                write(hit, from.get().openness().orElseThrow(), sent);
            }
        }
        if (routes.putsFeetIn && !writes) {
            byPedal |= putFeetIn();
        }
        planValues(byPedal, writes);
    }

    /** What the foot closes without a note becomes a stroke of the target's foot; whether it did. */
    private boolean putFeetIn() {
        List<FootClose> closes = FootClose.find(part, source, this::isHat);
        for (FootClose close : closes) {
            Line line = FootClose.line(maps.target(), close.opensAgain()).orElseThrow();
            int note = close.stroke().isPresent() ? part.note(close.stroke().getAsInt()) : hatByPedal();
            Controllers.Change change = close.change();
            strike(
                    change.track(),
                    change.tick(),
                    routes.table.channel().orElse(change.channel()) - 1,
                    line.note().number(),
                    close.velocity());
            putIn[note]++;
        }
        return !closes.isEmpty();
    }

    private boolean isHat(int hit) {
        return maps.sourceLines()
                .at(Note.of(part.note(hit)))
                .map(line -> line.sound().family() == Family.HIHAT)
                .orElse(false);
    }

    private int hatByPedal() {
        return maps.source().firstLines().stream()
                .filter(line -> Hats.isByPedal(line.sound()))
                .findFirst()
                .orElseThrow()
                .note()
                .number();
    }

    /** A short stroke is put in. */
    private void strike(int track, long tick, int channel, int note, int velocity) {
        put.add(new Put(track, tick, 0x90 | channel, note, velocity));
        put.add(new Put(track, tick + shortLength(), 0x80 | channel, note, 64));
    }

    private long shortLength() {
        return Math.max(1, Math.round(part.file().division().ticksPerQuarter() / 8));
    }

    /** A hat that the pedal opens goes to the note that is as far open. */
    private void followFoot(int hit, int landed, Sound played) {
        Openness openness = played.openness().orElseThrow();
        Map<Openness, Integer> same = forms.hats().notes().getOrDefault(landed, Map.of());
        Integer note = same.get(openness);
        if (note != null && note != landed) {
            notes.put(hit, note);
        }
    }

    /** The pedal of the target is told how far a hat is open, where it is not so far open already. */
    private void write(int hit, Openness openness, Map<Integer, Integer> sent) {
        forms.hats().nearestValue(openness).ifPresent(value -> {
            Integer before = sent.put(channel(hit), value);
            if (before == null || before != value) {
                values.add(new Value(hit, target.pedal().controller(), value));
            }
        });
    }

    /** What becomes of the values that the part's pedal sends. */
    private void planValues(boolean byPedal, boolean writes) {
        boolean translates =
                byPedal && maps.target().firstLines().stream().anyMatch(line -> Hats.isByPedal(line.sound()));
        if (!byPedal && !writes) {
            return;
        }
        Kit sender = byPedal ? source : target;
        for (Controllers.Change change : part.pedal(sender).changes()) {
            valuesIn++;
            if (translates) {
                changed.add(new Changed(
                        change.track(),
                        change.event(),
                        target.pedal().controller(),
                        Hats.between(source.pedal(), target.pedal(), change.value())));
            } else {
                valuesLeftOut++;
                dropped.add(new Dropped(change.track(), change.event()));
            }
        }
    }

    // What the conversion asks

    boolean isFormed(int hit) {
        return formed.get(hit);
    }

    /** The note a hit goes to; what its route says unless its form changes that. */
    int noteOf(int hit, int routed) {
        return notes.getOrDefault(hit, routed);
    }

    /** All notes that hits go to though no route says so. */
    BitSet otherNotes() {
        BitSet other = new BitSet();
        notes.values().forEach(other::set);
        return other;
    }

    Map<Integer, Long> ends() {
        return ends;
    }

    List<Put> put() {
        return put;
    }

    List<Value> values() {
        return values;
    }

    List<Changed> changed() {
        return changed;
    }

    List<Dropped> dropped() {
        return dropped;
    }

    /** How many hits are put in. */
    int putIn() {
        return Arrays.stream(putIn).sum();
    }

    /** How many hits are put in to stop the strokes of a note. */
    int putIn(int note) {
        return putIn[note];
    }

    /** The hits whose choke is lost. */
    List<Integer> lost() {
        return lost;
    }

    FormAccount account() {
        return new FormAccount(
                chokes, carriedChokes, changedChokes, lost.size(), valuesIn, values.size(), valuesLeftOut);
    }
}
