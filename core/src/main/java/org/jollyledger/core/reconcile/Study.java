package org.jollyledger.core.reconcile;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.part.DiscrepancyKind;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.TempoMap;
import org.jollyledger.core.part.TimeMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.jspecify.annotations.Nullable;

/** A part on a map, with what is asked of it again and again: its order in time, its ends, and its usual lengths. */
final class Study {
    static final int NONE = Part.NONE;
    /** How long a new end is away where nothing tells how long a hit usually lasts, in quarters. */
    private static final double LENGTH = 0.125;

    private static final double MILLISECONDS = 1_000;
    private static final int KEYS = 16 * Note.COUNT;
    private static final long UNKNOWN = -1;

    private final Part part;
    private final Instrument instrument;
    private final Optional<Instrument> written;
    private final Optional<Crosswalk> through;
    private final Figures figures;
    private final List<Discrepancy> found = new ArrayList<>();
    private final int[] hitsPerNote;
    private final int[] order;
    private final int[] next;
    private final double[] seconds;
    private final Ends ends;
    /** From so many ticks on a hit is surely no shorter than the shortest, whatever the tempo. */
    private final long surelyLongEnough;

    private final long[] usual = new long[Note.COUNT];
    private final @Nullable Optional<NoteFinder.Finding>[] findings;

    Study(
            Part part,
            Instrument instrument,
            Optional<Instrument> written,
            Optional<Crosswalk> through,
            Figures figures) {
        this.part = part;
        this.instrument = instrument;
        this.written = written;
        this.through = through;
        this.figures = figures;
        hitsPerNote = part.hitsPerNote();
        order = part.hitsInTime();
        seconds = seconds();
        next = new int[order.length];
        ends = Ends.of(part);
        findings = findings();
        surelyLongEnough = longEnough();
        Arrays.fill(usual, UNKNOWN);
        follow();
    }

    @SuppressWarnings({"unchecked", "rawtypes"})
    private static @Nullable Optional<NoteFinder.Finding>[] findings() {
        return new Optional[Note.COUNT];
    }

    private double[] seconds() {
        double[] times = new double[part.hitCount()];
        TempoMap tempos = part.tempoMap(0);
        int track = 0;
        for (int hit = 0; hit < times.length; hit++) {
            if (part.track(hit) != track) {
                track = part.track(hit);
                tempos = part.tempoMap(track);
            }
            times[hit] = tempos.seconds(part.tick(hit));
        }
        return times;
    }

    private long longEnough() {
        double fastest = Double.MAX_VALUE;
        for (int track = 0; track < part.file().tracks().size(); track++) {
            for (TempoMap.Stretch stretch : part.tempoMap(track).stretches()) {
                fastest = Math.min(fastest, stretch.secondsPerTick());
            }
        }
        return (long) Math.ceil(figures.shortestMilliseconds() / MILLISECONDS / fastest) + 1;
    }

    /** Which hit of the same channel and note comes next, where tracks play together in any of them. */
    private void follow() {
        boolean apart = part.file().format() == 2;
        int[] last = new int[KEYS * (apart ? part.file().tracks().size() : 1)];
        Arrays.fill(last, NONE);
        Arrays.fill(next, NONE);
        for (int hit : order) {
            int key = (apart ? part.track(hit) * KEYS : 0) + (part.channel(hit) - 1 << 7 | part.note(hit));
            if (last[key] != NONE) {
                next[last[key]] = hit;
            }
            last[key] = hit;
        }
    }

    Part part() {
        return part;
    }

    /** What it plays on. */
    Instrument instrument() {
        return instrument;
    }

    /** What the part was written for, where that is known and something else than what it plays on. */
    Optional<Instrument> written() {
        return written;
    }

    /** By which crosswalk it is converted for that, where that is known. */
    Optional<Crosswalk> through() {
        return through;
    }

    Figures figures() {
        return figures;
    }

    Ends ends() {
        return ends;
    }

    /** The hits in the order of time. */
    int[] order() {
        return order;
    }

    boolean isPlayed(int note) {
        return hitsPerNote[note] > 0;
    }

    int hitsOn(int note) {
        return hitsPerNote[note];
    }

    /** What is wrong with all hits of a note; it is worked out once. */
    Optional<NoteFinder.Finding> finding(int note) {
        Optional<NoteFinder.Finding> known = findings[note];
        if (known == null) {
            known = NoteFinder.find(this, note);
            findings[note] = known;
        }
        return known;
    }

    /** The next hit on the same channel and note, or NONE. */
    int next(int hit) {
        return next[hit];
    }

    double seconds(int hit) {
        return seconds[hit];
    }

    double milliseconds(int hit, int later) {
        return (seconds[later] - seconds[hit]) * MILLISECONDS;
    }

    /** How long a hit lasts, in ticks. */
    long length(int hit) {
        return ends.tick(hit) - part.tick(hit);
    }

    boolean isTooShort(int hit) {
        return length(hit) < surelyLongEnough && lengthInMilliseconds(hit) < figures.shortestMilliseconds();
    }

    double lengthInMilliseconds(int hit) {
        return (part.tempoMap(part.track(hit)).seconds(ends.tick(hit)) - seconds[hit]) * MILLISECONDS;
    }

    /** Whether a hit lasts longer than the longest that is usual, and than a quarter. */
    boolean isHeld(int hit) {
        long length = length(hit);
        return length > part.file().division().ticksPerQuarter() && length > bars(hit, figures.longestBars());
    }

    /** How many ticks some bars have where a hit stands. */
    double bars(int hit, int count) {
        TimeMap times = part.timeMap(part.track(hit));
        long bar = times.barAt(part.tick(hit));
        return times.ticksPerBeat(bar) * times.beatsInBar(bar) * count;
    }

    /**
     * How long hits of a note usually last here, in ticks: the middle one of those that are neither too short nor held too
     * long; where there are none, that of all notes.
     */
    long usualLength(int note) {
        if (usual[note] == UNKNOWN) {
            long[] lengths = lengths(note);
            usual[note] = middle(lengths.length == 0 ? lengths(NONE) : lengths);
        }
        return usual[note];
    }

    private long[] lengths(int note) {
        long[] lengths = new long[note == NONE ? part.hitCount() : hitsPerNote[note]];
        int count = 0;
        for (int hit = 0; hit < part.hitCount(); hit++) {
            boolean counts = (note == NONE || part.note(hit) == note) && !ends.hangs(hit);
            if (counts && !isTooShort(hit) && !isHeld(hit)) {
                lengths[count++] = length(hit);
            }
        }
        return Arrays.copyOf(lengths, count);
    }

    private long middle(long[] lengths) {
        if (lengths.length == 0) {
            return Math.max(1, Math.round(part.file().division().ticksPerQuarter() * LENGTH));
        }
        Arrays.sort(lengths);
        return lengths[lengths.length / 2];
    }

    /** Where a hit ends when it lasts as long as its note usually does, and no longer than until it is struck again. */
    long usualEnd(int hit) {
        double perTick = part.tempoMap(part.track(hit)).at(part.tick(hit)).secondsPerTick();
        long shortest = (long) Math.ceil(figures.shortestMilliseconds() / MILLISECONDS / perTick) + 1;
        long end = part.tick(hit) + Math.max(usualLength(part.note(hit)), shortest);
        int again = next[hit];
        return again != NONE && part.tick(again) > part.tick(hit) ? Math.min(end, part.tick(again)) : end;
    }

    /** The line that the map has on a hit's note. */
    Optional<Line> line(int hit) {
        return instrument.line(part.note(hit));
    }

    /** What a note was meant to be: what it is on the map it was written for, or else on the one it plays on. */
    Optional<Sound> meant(int note) {
        return written.orElse(instrument).sound(note);
    }

    /** Whether a note is a stroke on a drum, as far as anyone knows. */
    boolean isStroke(int note) {
        return meant(note)
                .map(sound -> sound.isDrum() && !Chokes.isChoke(sound))
                .orElse(true);
    }

    /** The name of the line on a note with the note, such as "Snare (38 · D1)"; the note alone where there is no line. */
    String name(int note) {
        return instrument.line(note).map(this::name).orElseGet(() -> label(note));
    }

    String name(Line line) {
        return line.name() + " (" + label(line.note().number()) + ")";
    }

    String label(int note) {
        return Note.of(note).label(instrument.map().middleC());
    }

    /** Writes down a discrepancy of one or several hits, at the first of them. */
    void found(DiscrepancyKind kind, List<Integer> hits, String sentence, List<Correction> corrections) {
        int first = hits.get(0);
        found.add(new Discrepancy(
                kind,
                part.track(first),
                part.channel(first),
                OptionalInt.of(part.note(first)),
                part.tick(first),
                part.place(first),
                hits,
                sentence,
                corrections));
    }

    /** Writes down a discrepancy of other messages than hits. */
    void found(
            DiscrepancyKind kind,
            int track,
            int channel,
            OptionalInt note,
            long tick,
            String sentence,
            List<Correction> corrections) {
        found.add(new Discrepancy(
                kind, track, channel, note, tick, part.timeMap(track).at(tick), List.of(), sentence, corrections));
    }

    List<Discrepancy> found() {
        return found;
    }
}
