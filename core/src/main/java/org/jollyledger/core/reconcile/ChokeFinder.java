package org.jollyledger.core.reconcile;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.HitChange;
import org.jollyledger.core.part.HitChange.Drop;
import org.jollyledger.core.part.HitChange.Send;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.Stroke;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Side;
import org.jollyledger.core.sound.Sound;

/** Chokes of nothing, of another cymbal, or in a form that the map does not take. */
final class ChokeFinder {
    /** How long a cymbal can be heard (common practice); longer than any library lets it ring is no harm here. */
    private static final double RINGS_SECONDS = 8;
    /** A choke is meant for a cymbal that was struck no longer ago. */
    private static final double MEANT_SECONDS = 4;
    /** A struck choke takes the place of a stroke that is no farther before it. */
    private static final double STROKE_MILLISECONDS = 150;
    /** How long after its stroke the tail of a struck choke begins. */
    private static final double TAIL_SECONDS = 0.1;

    private static final int FULL_PRESSURE = 127;
    /** What keeps time rings always, and says nothing of what a choke was meant for. */
    private static final Set<KitPiece> KEEPS_TIME = EnumSet.of(KitPiece.RIDE, KitPiece.HIHAT);

    /** A cymbal, however it is struck. */
    private record Cymbal(KitPiece piece, int number, Optional<Side> side) {
        static Cymbal of(Sound sound) {
            return new Cymbal(sound.piece(), sound.number(), sound.side());
        }
    }

    /** A hit, or key pressure; at one moment hits come first. */
    private record Event(double seconds, int hit, int pressure) {}

    /**
     * A choke as it was meant.
     *
     * @param seconds when
     * @param hit the note of its own, or the hit that is pressed
     * @param pressure the key pressure; NONE for a note of its own
     * @param sound the choke as a sound
     */
    private record Choke(double seconds, int hit, int pressure, Sound sound) {
        boolean isNote() {
            return pressure == Study.NONE;
        }
    }

    private final Study study;
    private final Part part;
    private final Kit kit;
    private final DiscrepancyKind wanted;
    /** Of each cymbal that rings its last stroke. */
    private final Map<Cymbal, Integer> ringing = new HashMap<>();

    private final boolean[] pressed;

    private ChokeFinder(Study study, DiscrepancyKind wanted) {
        this.study = study;
        this.wanted = wanted;
        part = study.part();
        kit = study.instrument().kit();
        pressed = new boolean[part.hitCount()];
    }

    static void alone(Study study) {
        new ChokeFinder(study, DiscrepancyKind.CHOKE_ALONE).find();
    }

    static void elsewhere(Study study) {
        new ChokeFinder(study, DiscrepancyKind.CHOKE_ELSEWHERE).find();
    }

    static void form(Study study) {
        new ChokeFinder(study, DiscrepancyKind.CHOKE_FORM).find();
    }

    private void find() {
        List<Event> events = events();
        if (events.isEmpty()) {
            return;
        }
        for (Event event : events) {
            if (event.pressure != Study.NONE) {
                press(event);
            } else {
                strike(event);
            }
        }
    }

    /** Everything in the order of time; nothing when the part has no chokes at all. */
    private List<Event> events() {
        List<Event> events = new ArrayList<>();
        boolean chokes = false;
        for (int pressure = 0; pressure < part.pressureCount(); pressure++) {
            MidiTrack track = part.file().tracks().get(part.pressureTrack(pressure));
            int event = part.pressureEvent(pressure);
            int hit = part.pressureHit(pressure);
            if (hit != Study.NONE) {
                double seconds = part.tempoMap(track.index()).seconds(track.tick(event));
                events.add(new Event(seconds, hit, pressure));
                chokes |= track.data2(event) > 0;
            }
        }
        Instrument meant = study.written().orElse(study.instrument());
        for (int note = 0; note < Note.COUNT; note++) {
            chokes |= study.isPlayed(note) && meant.isChoke(note);
        }
        if (!chokes) {
            return List.of();
        }
        for (int hit : study.order()) {
            events.add(new Event(study.seconds(hit), hit, Study.NONE));
        }
        events.sort(Comparator.comparingDouble(Event::seconds).thenComparing(event -> event.pressure != Study.NONE));
        return events;
    }

    private void strike(Event event) {
        Optional<Sound> meant = study.meant(part.note(event.hit));
        if (meant.isEmpty() || !Chokes.canBeChoked(meant.get())) {
            return;
        }
        if (Chokes.isChoke(meant.get())) {
            choke(new Choke(event.seconds, event.hit, Study.NONE, meant.get()));
        } else {
            ringing.put(Cymbal.of(meant.get()), event.hit);
        }
    }

    private void press(Event event) {
        Optional<Sound> meant = study.meant(part.note(event.hit)).filter(Chokes::canBeChoked);
        boolean down = value(event.pressure) > 0;
        if (meant.isPresent() && down && !pressed[event.hit]) {
            choke(new Choke(event.seconds, event.hit, event.pressure, meant.get()));
        }
        pressed[event.hit] = down;
    }

    private void choke(Choke choke) {
        Cymbal cymbal = Cymbal.of(choke.sound);
        Optional<Integer> stroke = Optional.ofNullable(ringing.get(cymbal))
                .filter(hit -> choke.seconds - study.seconds(hit) <= RINGS_SECONDS);
        if (!isTaken(choke)) {
            if (wanted == DiscrepancyKind.CHOKE_FORM) {
                reportForm(choke, stroke);
            }
        } else if (stroke.isEmpty() && !isStruck(choke)) {
            reportNothing(choke);
        }
        ringing.remove(cymbal);
    }

    private boolean isStruck(Choke choke) {
        return choke.isNote() && !Chokes.isTail(choke.sound);
    }

    /** Whether the map takes a choke in its form. */
    private boolean isTaken(Choke choke) {
        if (choke.isNote()) {
            return study.line(choke.hit)
                    .map(Line::sound)
                    .map(here -> Chokes.isChoke(here) && Chokes.isTail(here) == Chokes.isTail(choke.sound))
                    .orElse(false);
        }
        return kit.chokes() == ChokeExpression.Form.PRESSURE
                && strongest(choke) >= kit.map().chokes().pressureFrom();
    }

    private int value(int pressure) {
        return part.file().tracks().get(part.pressureTrack(pressure)).data2(part.pressureEvent(pressure));
    }

    /** The key pressure of one grab: from its first message until it is let go. */
    private List<Integer> grab(Choke choke) {
        List<Integer> grab = new ArrayList<>();
        for (int pressure : part.pressuresOf(choke.hit)) {
            boolean begun = pressure >= choke.pressure;
            boolean over = !grab.isEmpty() && value(grab.get(grab.size() - 1)) == 0;
            if (begun && !over) {
                grab.add(pressure);
            }
        }
        return grab;
    }

    private int strongest(Choke choke) {
        return grab(choke).stream().mapToInt(this::value).max().orElse(0);
    }

    private long tick(Choke choke) {
        return choke.isNote()
                ? part.tick(choke.hit)
                : part.file().tracks().get(part.pressureTrack(choke.pressure)).tick(part.pressureEvent(choke.pressure));
    }

    private void report(DiscrepancyKind kind, Choke choke, String sentence, List<Correction> corrections) {
        if (choke.isNote()) {
            study.found(kind, List.of(choke.hit), sentence, corrections);
        } else {
            study.found(
                    kind,
                    part.pressureTrack(choke.pressure),
                    part.channel(choke.hit),
                    OptionalInt.of(part.note(choke.hit)),
                    tick(choke),
                    sentence,
                    corrections);
        }
    }

    /** A choke while nothing of its cymbal rings. */
    private void reportNothing(Choke choke) {
        List<Integer> others = ringing.entrySet().stream()
                .filter(entry -> !KEEPS_TIME.contains(entry.getKey().piece))
                .map(Map.Entry::getValue)
                .filter(hit ->
                        choke.seconds - study.seconds(hit) <= MEANT_SECONDS && study.seconds(hit) < choke.seconds)
                .sorted(Comparator.comparingDouble((Integer hit) -> -study.seconds(hit)))
                .filter(hit -> toCymbal(choke, hit).isPresent())
                .toList();
        DiscrepancyKind kind = others.size() == 1 ? DiscrepancyKind.CHOKE_ELSEWHERE : DiscrepancyKind.CHOKE_ALONE;
        if (kind != wanted) {
            return;
        }
        String name = choke.sound.pieceWords();
        String which = study.name(part.note(choke.hit)) + (choke.isNote() ? " chokes " : ", grabbed, chokes ") + name;
        if (kind == DiscrepancyKind.CHOKE_ELSEWHERE) {
            int other = others.get(0);
            report(
                    kind,
                    choke,
                    which + " while only " + study.name(part.note(other)) + " rings.",
                    List.of(toCymbal(choke, other).orElseThrow(), delete(choke), Correction.KEEP));
        } else {
            List<Correction> corrections = new ArrayList<>();
            corrections.add(delete(choke));
            others.stream().limit(1).forEach(hit -> toCymbal(choke, hit).ifPresent(corrections::add));
            corrections.add(Correction.KEEP);
            report(kind, choke, which + ", which is not ringing.", corrections);
        }
    }

    private Correction delete(Choke choke) {
        return Correction.of(
                "delete",
                "Delete the choke",
                choke.isNote() ? List.of(new HitChange.Delete(choke.hit)) : dropPressures(choke));
    }

    private List<HitChange> dropPressures(Choke choke) {
        List<HitChange> drops = new ArrayList<>();
        for (int pressure : grab(choke)) {
            drops.add(new Drop(part.pressureTrack(pressure), part.pressureEvent(pressure)));
        }
        return drops;
    }

    /** What makes a choke one of another cymbal, which a hit struck, in the form that it has. */
    private Optional<Correction> toCymbal(Choke choke, int ringingHit) {
        int note = part.note(ringingHit);
        String words = "Choke " + study.name(note) + " instead";
        if (!choke.isNote()) {
            List<HitChange> changes = dropPressures(choke);
            changes.addAll(pressure(tick(choke), ringingHit));
            return Optional.of(Correction.of("to-other", words, changes));
        }
        return Optional.ofNullable(
                        study.instrument().forms().chokes().chokedBy().get(note))
                .map(by -> Correction.of("to-other", words, new HitChange.ToNote(choke.hit, by)));
    }

    /** Key pressure on the cymbal that a hit struck, and its end. */
    private List<HitChange> pressure(long tick, int hit) {
        int track = part.track(hit);
        long release = tick + Math.max(1, study.usualLength(part.note(hit)));
        return List.of(
                Send.pressure(track, tick, part.channel(hit), part.note(hit), FULL_PRESSURE),
                Send.pressure(track, release, part.channel(hit), part.note(hit), 0));
    }

    private void reportForm(Choke choke, Optional<Integer> stroke) {
        List<Correction> corrections = new ArrayList<>();
        stroke.flatMap(hit -> intoForm(choke, hit))
                .ifPresent(changes -> corrections.add(
                        Correction.of("into-form", "Make it " + kit.chokes().words(), changes)));
        corrections.add(delete(choke));
        corrections.add(Correction.KEEP);
        String cymbal = choke.sound.pieceWords();
        report(DiscrepancyKind.CHOKE_FORM, choke, sentence(choke, cymbal, corrections.size() > 2), corrections);
    }

    private String sentence(Choke choke, String cymbal, boolean canBeSaid) {
        String form = choke.isNote()
                ? study.label(part.note(choke.hit)) + " is to choke " + cymbal
                        + (Chokes.isTail(choke.sound) ? "" : " with a stroke")
                : cymbal + " is choked by key pressure of " + strongest(choke);
        return form + "; " + kit.map().name()
                + (canBeSaid ? " takes " + kit.chokes().words() + "." : " cannot choke it.");
    }

    /** What says the same choke in the form of the map; empty when it cannot say it. */
    private Optional<List<HitChange>> intoForm(Choke choke, int stroke) {
        List<HitChange> changes =
                new ArrayList<>(choke.isNote() ? List.of(new HitChange.Delete(choke.hit)) : dropPressures(choke));
        long tick = tick(choke);
        switch (kit.chokes()) {
            case PRESSURE -> changes.addAll(pressure(tick, stroke));
            case RELEASE -> changes.addAll(LengthFinder.end(study, stroke, tick));
            case NOTE -> {
                Integer by = study.instrument().forms().chokes().chokedBy().get(part.note(stroke));
                if (by == null) {
                    return Optional.empty();
                }
                return Optional.of(intoNote(choke, stroke, by));
            }
        }
        return Optional.of(changes);
    }

    private List<HitChange> intoNote(Choke choke, int stroke, int by) {
        boolean tail =
                study.instrument().line(by).map(Line::sound).map(Chokes::isTail).orElse(true);
        long tick = tick(choke);
        if (isStruck(choke) && tail) {
            double perTick = part.tempoMap(part.track(choke.hit)).at(tick).secondsPerTick();
            long later = tick + Math.max(1, Math.round(TAIL_SECONDS / perTick));
            return List.of(
                    new HitChange.ToNote(choke.hit, part.note(stroke)), new HitChange.Strike(tail(stroke, later, by)));
        }
        List<HitChange> changes = new ArrayList<>();
        boolean replaces = !tail && (choke.seconds - study.seconds(stroke)) * 1_000 <= STROKE_MILLISECONDS;
        if (choke.isNote() && !replaces && (tail || isStruck(choke))) {
            return List.of(new HitChange.ToNote(choke.hit, by));
        }
        changes.addAll(choke.isNote() ? List.of(new HitChange.Delete(choke.hit)) : dropPressures(choke));
        if (tail) {
            changes.add(new HitChange.Strike(tail(stroke, tick, by)));
        } else if (replaces) {
            changes.add(new HitChange.ToNote(stroke, by));
        } else {
            changes.addAll(LengthFinder.end(study, stroke, tick));
        }
        return changes;
    }

    private Stroke tail(int stroke, long tick, int note) {
        return new Stroke(
                part.track(stroke),
                part.channel(stroke),
                tick,
                note,
                part.velocity(stroke),
                Math.max(1, study.usualLength(part.note(stroke)) / 2));
    }
}
