package org.jollyledger.core.part;

import java.util.ArrayList;
import java.util.Arrays;
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
import org.jollyledger.core.notemap.ChokeExpression.Form;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;

/**
 * A cymbal is grabbed: a choke in a part, in whichever of the three forms.
 *
 * @param form in which form
 * @param seconds when
 * @param tick when
 * @param hit the choke's own note, or the hit on which the pressure is, or the hit that is released
 * @param pressures the key pressure from the grab until it lets go; none in the other forms
 * @param sound the choke's own sound, or that of the cymbal that is pressed or released
 * @param stroke the last stroke of the same cymbal, when it can still be heard; empty when nothing rings
 * @param others the last strokes of all other cymbals that can still be heard, the latest first
 */
public record Grab(
        Form form,
        double seconds,
        long tick,
        int hit,
        List<Integer> pressures,
        Sound sound,
        OptionalInt stroke,
        List<Integer> others) {
    /** How long a cymbal can be heard (common practice); longer than any library lets it ring is no harm here. */
    public static final double RINGS_SECONDS = 8;

    /** A struck choke takes the place of a stroke that is no more milliseconds before it (common practice). */
    private static final double REPLACES_MILLISECONDS = 150;
    /** How long after its stroke the damped tail of a struck choke begins (common practice). */
    public static final double TAIL_SECONDS = 0.1;

    private static final double MILLISECONDS = 1_000;

    /**
     * {@return whether a stroke is so shortly before a choke that a struck choke takes its place}
     *
     * @param seconds from the stroke to the choke
     */
    public static boolean canReplace(double seconds) {
        return seconds * MILLISECONDS <= REPLACES_MILLISECONDS;
    }

    /**
     * {@return the tick at which a damped tail begins when this, a struck choke, becomes a stroke and its tail}
     *
     * @param part the one it was found in
     */
    public long tailTick(Part part) {
        double perTick = part.tempoMap(part.track(hit)).at(tick).secondsPerTick();
        return tick + Math.max(1, Math.round(TAIL_SECONDS / perTick));
    }

    /** {@return whether it is a stroke that is damped at once} */
    public boolean isStruck() {
        return form == Form.NOTE && !Chokes.isTail(sound);
    }

    /**
     * Finds the chokes of a part.
     *
     * @param kit the instrument that says what its notes are
     * @param forms which forms are looked for
     * @param pressureFrom from which key pressure on a cymbal is grabbed, 1 to 127
     * @return in the order of time
     */
    public static List<Grab> find(Part part, Kit kit, Set<Form> forms, int pressureFrom) {
        Finder finder = new Finder(part, kit, forms, pressureFrom);
        return finder.mayHaveAny() ? finder.find() : List.of();
    }

    /** What happens at one moment comes in this order. */
    private enum Kind {
        RELEASE,
        STRIKE,
        PRESS
    }

    private record Event(double seconds, Kind kind, int hit, int pressure) {}

    private static final class Finder {
        private final Part part;
        private final Set<Form> forms;
        private final int pressureFrom;
        /** What can be choked, or chokes, by its note. */
        private final Map<Integer, Sound> sounds = new HashMap<>();

        private final Map<Sound.Instrument, Integer> ringing = new HashMap<>();
        private final Map<Integer, Double> begun = new HashMap<>();
        private final Map<Integer, int[]> pressures = new HashMap<>();
        private final boolean[] pressed;
        private final List<Grab> found = new ArrayList<>();

        Finder(Part part, Kit kit, Set<Form> forms, int pressureFrom) {
            this.part = part;
            this.forms = EnumSet.copyOf(forms);
            this.pressureFrom = pressureFrom;
            pressed = new boolean[part.hitCount()];
            int[] played = part.hitsPerNote();
            for (int note = 0; note < Note.COUNT; note++) {
                if (played[note] > 0) {
                    Optional<Sound> sound = kit.lines(note).stream()
                            .findFirst()
                            .map(Line::sound)
                            .filter(Chokes::canBeChoked);
                    int number = note;
                    sound.ifPresent(cymbal -> sounds.put(number, cymbal));
                }
            }
        }

        boolean mayHaveAny() {
            boolean byNote = sounds.values().stream().anyMatch(Chokes::isChoke);
            boolean byPressure = forms.contains(Form.PRESSURE) && part.pressureCount() > 0;
            return byNote || byPressure || forms.contains(Form.RELEASE) && !sounds.isEmpty();
        }

        List<Grab> find() {
            for (Event event : events()) {
                switch (event.kind) {
                    case STRIKE -> strike(event);
                    case PRESS -> press(event);
                    case RELEASE -> release(event);
                }
            }
            return found;
        }

        private Event[] events() {
            List<Event> events = new ArrayList<>();
            for (int hit = 0; hit < part.hitCount(); hit++) {
                if (sounds.containsKey(part.note(hit))) {
                    TempoMap tempos = part.tempoMap(part.track(hit));
                    double begin = tempos.seconds(part.tick(hit));
                    begun.put(hit, begin);
                    events.add(new Event(begin, Kind.STRIKE, hit, Part.NONE));
                    if (forms.contains(Form.RELEASE) && !part.hangs(hit)) {
                        events.add(new Event(tempos.seconds(part.endTick(hit)), Kind.RELEASE, hit, Part.NONE));
                    }
                }
            }
            for (int pressure = 0; forms.contains(Form.PRESSURE) && pressure < part.pressureCount(); pressure++) {
                int hit = part.pressureHit(pressure);
                if (hit != Part.NONE && sounds.containsKey(part.note(hit))) {
                    double seconds = part.tempoMap(part.pressureTrack(pressure)).seconds(tickOf(pressure));
                    events.add(new Event(seconds, Kind.PRESS, hit, pressure));
                }
            }
            Event[] inTime = events.toArray(Event[]::new);
            Arrays.sort(inTime, Comparator.comparingDouble(Event::seconds).thenComparing(Event::kind));
            return inTime;
        }

        private long tickOf(int pressure) {
            return track(pressure).tick(part.pressureEvent(pressure));
        }

        private int value(int pressure) {
            return track(pressure).data2(part.pressureEvent(pressure));
        }

        private MidiTrack track(int pressure) {
            return part.file().tracks().get(part.pressureTrack(pressure));
        }

        private void strike(Event event) {
            Sound sound = sounds.get(part.note(event.hit));
            if (Chokes.isChoke(sound)) {
                if (forms.contains(Form.NOTE)) {
                    grab(Form.NOTE, event, part.tick(event.hit), List.of(), sound);
                }
            } else {
                ringing.put(sound.instrument(), event.hit);
            }
        }

        private void press(Event event) {
            Sound sound = sounds.get(part.note(event.hit));
            boolean down = value(event.pressure) >= pressureFrom;
            if (down && !pressed[event.hit] && !Chokes.isChoke(sound)) {
                grab(Form.PRESSURE, event, tickOf(event.pressure), held(event), sound);
            }
            pressed[event.hit] = down || pressed[event.hit] && value(event.pressure) > 0;
        }

        /** The key pressure from one message until it is let go. */
        private List<Integer> held(Event grab) {
            int[] its = pressures.computeIfAbsent(grab.hit, part::pressuresOf);
            List<Integer> held = new ArrayList<>();
            for (int i = Arrays.binarySearch(its, grab.pressure); i < its.length; i++) {
                held.add(its[i]);
                if (value(its[i]) == 0) {
                    break;
                }
            }
            return held;
        }

        /** Releasing a note stops its own stroke, when that is still the one that rings. */
        private void release(Event event) {
            Sound sound = sounds.get(part.note(event.hit));
            boolean rings = Integer.valueOf(event.hit).equals(ringing.get(sound.instrument()));
            if (rings && event.seconds - begun.get(event.hit) <= RINGS_SECONDS) {
                grab(Form.RELEASE, event, part.endTick(event.hit), List.of(), sound);
            }
        }

        private void grab(Form form, Event event, long tick, List<Integer> pressures, Sound sound) {
            Sound.Instrument cymbal = sound.instrument();
            Integer stroke = ringing.remove(cymbal);
            boolean rings = stroke != null && isHeard(stroke, event);
            List<Integer> others = ringing.values().stream()
                    .filter(hit -> isHeard(hit, event))
                    .sorted(Comparator.comparingDouble((Integer hit) -> -begun.get(hit)))
                    .toList();
            found.add(new Grab(
                    form,
                    event.seconds,
                    tick,
                    event.hit,
                    pressures,
                    sound,
                    rings ? OptionalInt.of(stroke) : OptionalInt.empty(),
                    others));
        }

        private boolean isHeard(int hit, Event event) {
            double since = event.seconds - begun.get(hit);
            return since > 0 && since <= RINGS_SECONDS;
        }
    }
}
