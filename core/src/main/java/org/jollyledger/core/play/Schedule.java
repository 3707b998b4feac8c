package org.jollyledger.core.play;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.kit.Ringing;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Controllers;
import org.jollyledger.core.part.Ordered;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.TempoMap;
import org.jollyledger.core.part.TimeMap;
import org.jollyledger.core.sound.Sound;

/**
 * What sounds when a part is played on an instrument. A hit sounds as the lines that the map has on its note, and rings
 * until it has died away, or until the instrument stops it. A hit whose note the map does not have makes no sound.
 */
public final class Schedule {
    /** A stroke that nothing stops. */
    public static final double NEVER = Double.POSITIVE_INFINITY;

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
        /** {@return how loud, 0 to 1} */
        public double gain() {
            return Loudness.gain(velocity);
        }

        private ScheduledStroke stoppedAt(double moment) {
            return new ScheduledStroke(hit, note, tick, seconds, sound, velocity, moment);
        }

        /** {@return above which frequency it is damped: soft strokes are dull} */
        public double cutoff() {
            return Loudness.cutoff(velocity);
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

    /** What can happen to the instrument; at one moment in this order. */
    private enum Kind {
        PEDAL,
        STROKE,
        GRAB,
        RELEASE
    }

    /** Something that happens: to a hit, or with a value of the pedal or of key pressure. */
    private record Happening(double seconds, long tick, Kind kind, int hit, int value) {}

    private final Part part;
    private final Kit kit;
    private final Ringing ringing;
    private final List<ScheduledStroke> strokes = new ArrayList<>();

    private Schedule(Part part, NoteMap map) {
        this.part = part;
        kit = Kit.of(map);
        ringing = kit.atRest(sound -> Voices.of(sound).seconds());
        happenings().forEach(this::happen);
    }

    /**
     * Works out what sounds when a part is played on the instrument of a map.
     *
     * @return all strokes with their seconds
     */
    public static Schedule of(Part part, NoteMap map) {
        return new Schedule(part, map);
    }

    /** {@return all strokes in the order of time} */
    public List<ScheduledStroke> strokes() {
        return List.copyOf(strokes);
    }

    private List<Happening> happenings() {
        List<Happening> happenings = new ArrayList<>();
        for (int hit = 0; hit < part.hitCount(); hit++) {
            happenings.add(happening(part.track(hit), part.tick(hit), Kind.STROKE, hit, 0));
            if (kit.stopsOnRelease() && !part.hangs(hit)) {
                happenings.add(happening(part.track(hit), part.endTick(hit), Kind.RELEASE, hit, 0));
            }
        }
        for (int pressure = 0; pressure < part.pressureCount(); pressure++) {
            MidiTrack track = part.file().tracks().get(part.pressureTrack(pressure));
            int event = part.pressureEvent(pressure);
            int hit = part.pressureHit(pressure);
            if (hit != Part.NONE && kit.grabs(track.data2(event))) {
                happenings.add(happening(track.index(), track.tick(event), Kind.GRAB, hit, track.data2(event)));
            }
        }
        for (Controllers.Change change : part.pedal(kit).changes()) {
            happenings.add(happening(change.track(), change.tick(), Kind.PEDAL, Part.NONE, change.value()));
        }
        happenings.sort(Comparator.comparingDouble(Happening::seconds).thenComparing(Happening::kind));
        return happenings;
    }

    private Happening happening(int track, long tick, Kind kind, int hit, int value) {
        return new Happening(part.tempoMap(track).seconds(tick), tick, kind, hit, value);
    }

    private void happen(Happening happening) {
        double now = happening.seconds;
        switch (happening.kind) {
            case STROKE -> strike(happening);
            case PEDAL -> stop(ringing.pedal(happening.value, now), now);
            case GRAB -> stop(ringing.press(part.note(happening.hit), happening.value, now), now);
            case RELEASE -> stop(ringing.release(happening.hit, now), now);
        }
    }

    private void strike(Happening happening) {
        int hit = happening.hit;
        List<Line> lines = kit.lines(part.note(hit));
        if (lines.isEmpty()) {
            strokes.add(stroke(happening, Optional.empty()));
        }
        for (Line line : lines) {
            if (!line.sound().isDrum()) {
                continue;
            }
            Sound sound = part.played(kit, line.sound(), hit);
            stop(ringing.strike(strokes.size(), hit, line, sound, happening.seconds), happening.seconds);
            strokes.add(stroke(happening, Optional.of(sound)));
        }
    }

    private ScheduledStroke stroke(Happening happening, Optional<Sound> sound) {
        int hit = happening.hit;
        return new ScheduledStroke(
                hit, part.note(hit), happening.tick, happening.seconds, sound, part.velocity(hit), NEVER);
    }

    private void stop(List<Integer> stopped, double seconds) {
        stopped.forEach(stroke -> strokes.set(stroke, strokes.get(stroke).stoppedAt(seconds)));
    }

    /** {@return what sounds from one tick to before another} */
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

    /** {@return the clicks of a bar that is counted before a tick, at the tempo that holds there} */
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

    /** {@return the tick at which the last bar that has strokes ends} */
    public long endTick() {
        TimeMap times = part.timeMap(0);
        long last = strokes.stream().mapToLong(ScheduledStroke::tick).max().orElse(0);
        return times.startOfBar(times.barAt(last) + 1);
    }

    /** {@return the bar line that is some bars behind the bar of a tick} */
    public long barsLater(long tick, int bars) {
        TimeMap times = part.timeMap(0);
        return times.startOfBar(times.barAt(tick) + bars);
    }

    /** {@return the voices of all sounds that are played, by the codes of the sounds} */
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
