package org.jollyledger.core.play;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Controllers;
import org.jollyledger.core.part.Ordered;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.TempoMap;
import org.jollyledger.core.part.TimeMap;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;

/**
 * What sounds when a part is played on an instrument. A hit sounds as the lines that the map has on its note, rings as
 * long as their sound does, and is stopped before that by what stops it on the instrument:
 *
 * <ul>
 *   <li>a stroke on another line of its choke group;
 *   <li>a choke: a note of its own, key pressure on the cymbal's note, or its release, as the map says;
 *   <li>a hi-hat that closes under it, by a stroke or by its pedal.
 * </ul>
 *
 * A hit whose note the map does not have makes no sound.
 */
public final class Schedule {
    /** A stroke that nothing stops. */
    public static final double NEVER = Double.POSITIVE_INFINITY;

    private static final double SOFTEST_CUTOFF = 900;
    private static final double LOUDEST_CUTOFF = 18_000;
    private static final double LOUDNESS_POWER = 1.6;
    private static final double QUIETEST = 0.03;

    /**
     * One stroke.
     *
     * @param hit the index of the hit in the part
     * @param note its note, 0–127
     * @param tick where it stands
     * @param seconds when it sounds, from the beginning of the part
     * @param sound what it sounds as; empty when it makes no sound
     * @param velocity 1–127
     * @param stop when it is stopped, or {@link #NEVER}
     */
    public record ScheduledStroke(
            int hit, int note, long tick, double seconds, Optional<Sound> sound, int velocity, double stop) {
        /** How loud, 0 to 1. */
        public double gain() {
            return QUIETEST + (1 - QUIETEST) * Math.pow(velocity / 127.0, LOUDNESS_POWER);
        }

        /** Above which frequency it is damped: soft strokes are dull. */
        public double cutoff() {
            return SOFTEST_CUTOFF * Math.pow(LOUDEST_CUTOFF / SOFTEST_CUTOFF, velocity / 127.0);
        }
    }

    /**
     * A click of the metronome.
     *
     * @param seconds when, from the beginning of the part; in a count-in, before the first beat and so less
     * @param first whether it is the first of its bar
     */
    public record Click(double seconds, boolean first) {}

    /** A tick and when it sounds: between two of them time goes evenly. */
    public record Moment(long tick, double seconds) {}

    /**
     * What sounds between two ticks.
     *
     * @param begin when it begins, in seconds
     * @param end when it ends
     * @param strokes in the order of time
     * @param clicks of the metronome
     * @param moments where the tempo changes, with both ends
     */
    public record Stretch(
            long from,
            long to,
            double begin,
            double end,
            List<ScheduledStroke> strokes,
            List<Click> clicks,
            List<Moment> moments) {}

    /** Something that happens to the instrument. */
    private record Happening(double seconds, long tick, int order, int hit, int openness) {}

    private static final int PEDAL = 0;
    private static final int STROKE = 1;
    private static final int GRAB = 2;
    private static final int RELEASE = 3;

    /** A stroke that still rings: its place in the list, and what it sounds as. */
    private record Ringing(int stroke, int hit, Line line, Sound sound, double silentAt) {}

    private final Part part;
    private final NoteMap map;
    private final Map<Integer, List<Line>> linesOfNote = new HashMap<>();
    private final Map<Sound, Double> lengths = new HashMap<>();
    private final List<ScheduledStroke> strokes = new ArrayList<>();
    private final List<Ringing> ringing = new ArrayList<>();

    private Schedule(Part part, NoteMap map) {
        this.part = part;
        this.map = map;
        for (Line line : map.lines()) {
            line.place()
                    .ifPresent(note -> linesOfNote
                            .computeIfAbsent(note.number(), any -> new ArrayList<>())
                            .add(line));
        }
        happenings().forEach(this::happen);
    }

    /** Works out what sounds when a part is played on the instrument of a map. */
    public static Schedule of(Part part, NoteMap map) {
        return new Schedule(part, map);
    }

    /** All strokes in the order of time. */
    public List<ScheduledStroke> strokes() {
        return List.copyOf(strokes);
    }

    private List<Happening> happenings() {
        List<Happening> happenings = new ArrayList<>();
        boolean releases = map.chokes() == ChokeExpression.RELEASE;
        for (int hit = 0; hit < part.hitCount(); hit++) {
            happenings.add(happening(part.track(hit), part.tick(hit), STROKE, hit, 0));
            if (releases && !part.hangs(hit)) {
                happenings.add(happening(part.track(hit), part.endTick(hit), RELEASE, hit, 0));
            }
        }
        if (map.chokes() == ChokeExpression.PRESSURE) {
            for (int pressure = 0; pressure < part.pressureCount(); pressure++) {
                MidiTrack track = part.file().tracks().get(part.pressureTrack(pressure));
                int event = part.pressureEvent(pressure);
                if (part.pressureHit(pressure) != Part.NONE && track.data2(event) > 0) {
                    happenings.add(happening(track.index(), track.tick(event), GRAB, part.pressureHit(pressure), 0));
                }
            }
        }
        for (Controllers.Change change : part.pedal().changes()) {
            happenings.add(happening(
                    change.track(),
                    change.tick(),
                    PEDAL,
                    Part.NONE,
                    Openness.ofPedal(change.value()).ordinal()));
        }
        happenings.sort(Comparator.comparingDouble(Happening::seconds).thenComparingInt(Happening::order));
        return happenings;
    }

    private Happening happening(int track, long tick, int order, int hit, int openness) {
        return new Happening(part.tempoMap(track).seconds(tick), tick, order, hit, openness);
    }

    private void happen(Happening happening) {
        ringing.removeIf(stroke -> stroke.silentAt <= happening.seconds);
        switch (happening.order) {
            case STROKE -> strike(happening);
            case PEDAL -> {
                double position = Openness.values()[happening.openness].position();
                stop(happening.seconds, other -> isPedalled(other.line) && opening(other.sound) > position);
            }
            case RELEASE -> stop(happening.seconds, other -> other.hit == happening.hit && isCymbal(other.sound));
            default -> grab(happening);
        }
    }

    private static boolean isPedalled(Line line) {
        return line.sound().openness().equals(Optional.of(Openness.PEDAL));
    }

    private static boolean isCymbal(Sound sound) {
        return sound.family() == Family.CYMBAL || sound.family() == Family.HIHAT;
    }

    private void grab(Happening happening) {
        List<Line> grabbed = linesOfNote.getOrDefault(part.note(happening.hit), List.of());
        stop(
                happening.seconds,
                other -> isCymbal(other.sound)
                        && grabbed.stream().anyMatch(line -> line.sound().isSamePieceAs(other.sound)));
    }

    private void strike(Happening happening) {
        int hit = happening.hit;
        List<Line> lines = linesOfNote.getOrDefault(part.note(hit), List.of());
        if (lines.isEmpty()) {
            strokes.add(stroke(happening, Optional.empty()));
        }
        for (Line line : lines) {
            if (!line.sound().isDrum()) {
                continue;
            }
            Sound sound = part.played(line.sound(), hit);
            stop(happening.seconds, other -> stops(line, sound, other));
            ringing.add(new Ringing(
                    strokes.size(),
                    hit,
                    line,
                    sound,
                    happening.seconds
                            + lengths.computeIfAbsent(
                                    sound, any -> Voices.of(any).seconds())));
            strokes.add(stroke(happening, Optional.of(sound)));
        }
    }

    private ScheduledStroke stroke(Happening happening, Optional<Sound> sound) {
        int hit = happening.hit;
        return new ScheduledStroke(
                hit, part.note(hit), happening.tick, happening.seconds, sound, part.velocity(hit), NEVER);
    }

    private static boolean stops(Line line, Sound sound, Ringing other) {
        boolean inGroup = line.chokeGroup().isPresent()
                && line.chokeGroup().equals(other.line.chokeGroup())
                && line != other.line;
        boolean choked = sound.articulation() == Articulation.CHOKE && sound.isSamePieceAs(other.sound);
        boolean closed = sound.family() == Family.HIHAT
                && sound.isSamePieceAs(other.sound)
                && opening(sound) < opening(other.sound);
        return inGroup || choked || closed;
    }

    /** How far a hi-hat is open when it sounds so. */
    private static double opening(Sound sound) {
        return switch (sound.articulation()) {
            case PEDAL_SPLASH -> Openness.OPEN.position();
            case PEDAL_CLOSE, CHOKE -> Openness.TIGHT.position();
            default -> sound.openness().map(Openness::position).orElse(Openness.TIGHT.position());
        };
    }

    private void stop(double seconds, java.util.function.Predicate<Ringing> which) {
        for (Iterator<Ringing> rest = ringing.iterator(); rest.hasNext(); ) {
            Ringing other = rest.next();
            ScheduledStroke stroke = strokes.get(other.stroke);
            if (stroke.seconds < seconds && which.test(other)) {
                strokes.set(
                        other.stroke,
                        new ScheduledStroke(
                                stroke.hit,
                                stroke.note,
                                stroke.tick,
                                stroke.seconds,
                                stroke.sound,
                                stroke.velocity,
                                seconds));
                rest.remove();
            }
        }
    }

    /** What sounds from one tick to before another. */
    public Stretch between(long from, long to) {
        TempoMap tempos = part.tempoMap(0);
        double begin = tempos.seconds(from);
        double end = tempos.seconds(to);
        List<Moment> moments = new ArrayList<>();
        moments.add(new Moment(from, begin));
        tempos.stretches().stream()
                .filter(stretch -> stretch.startTick() > from && stretch.startTick() < to)
                .forEach(stretch -> moments.add(new Moment(stretch.startTick(), stretch.startSeconds())));
        moments.add(new Moment(to, end));
        return new Stretch(
                from, to, begin, end, strokes.subList(first(begin), first(end)), clicks(from, to, tempos), moments);
    }

    /** How many strokes sound before a time. */
    private int first(double seconds) {
        return Ordered.countBefore(strokes.size(), index -> strokes.get(index).seconds < seconds);
    }

    private List<Click> clicks(long from, long to, TempoMap tempos) {
        TimeMap times = part.timeMap(0);
        List<Click> clicks = new ArrayList<>();
        for (long bar = times.barAt(from); times.startOfBar(bar) < to; bar++) {
            long start = times.startOfBar(bar);
            long next = times.startOfBar(bar + 1);
            double beat = times.ticksPerBeat(bar);
            for (int i = 0; start + Math.round(i * beat) < next; i++) {
                long tick = start + Math.round(i * beat);
                if (tick >= from && tick < to) {
                    clicks.add(new Click(tempos.seconds(tick), i == 0));
                }
            }
        }
        return clicks;
    }

    /** The clicks of a bar that is counted before a tick, at the tempo that holds there. */
    public List<Click> countIn(long from) {
        TimeMap times = part.timeMap(0);
        long bar = times.barAt(from);
        TempoMap tempos = part.tempoMap(0);
        double beat = times.ticksPerBeat(bar) * tempos.at(from).secondsPerTick();
        int beats = times.beatsInBar(bar);
        List<Click> clicks = new ArrayList<>();
        for (int i = 0; i < beats; i++) {
            clicks.add(new Click(tempos.seconds(from) - (beats - i) * beat, i == 0));
        }
        return clicks;
    }

    /** The tick at which the last bar that has strokes ends. */
    public long endTick() {
        TimeMap times = part.timeMap(0);
        long last = strokes.stream().mapToLong(ScheduledStroke::tick).max().orElse(0);
        return times.startOfBar(times.barAt(last) + 1);
    }

    /** The bar line that stands some bars behind the bar of a tick. */
    public long barsLater(long tick, int bars) {
        TimeMap times = part.timeMap(0);
        return times.startOfBar(times.barAt(tick) + bars);
    }

    /** The voices of all sounds that are played, by the codes of the sounds. */
    public Map<String, Voice> voices() {
        Map<String, Voice> voices = new LinkedHashMap<>();
        strokes.stream()
                .flatMap(stroke -> stroke.sound.stream())
                .distinct()
                .sorted(Comparator.comparing(Sound::code))
                .forEach(sound -> voices.put(sound.code(), Voices.of(sound)));
        return voices;
    }
}
