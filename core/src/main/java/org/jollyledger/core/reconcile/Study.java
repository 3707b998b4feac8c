package org.jollyledger.core.reconcile;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.jollyledger.core.kit.Chokes;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;

/** A part on a map, with what is asked of it again and again: its order in time, its ends, and its usual lengths. */
final class Study {
    static final int NONE = Part.NONE;
    /** How long a new end is away where nothing tells how long a hit usually lasts, in quarters. */
    private static final double LENGTH = 0.125;

    private static final double MILLISECONDS = 1_000;
    private static final int KEYS = 16 * Note.COUNT;

    private final Part part;
    private final NoteMap map;
    private final Kit kit;
    private final Optional<Kit> meantKit;
    private final Figures figures;
    private final List<Discrepancy> found = new ArrayList<>();
    private final int[] order;
    private final int[] next;
    private final double[] seconds;
    private final Ends ends;
    private final Optional<Line>[] lines;
    private final long[] usual = new long[Note.COUNT];

    Study(Part part, NoteMap map, Optional<NoteMap> meant, Figures figures) {
        this.part = part;
        this.map = map;
        this.figures = figures;
        kit = Kit.of(map);
        meantKit = meant.filter(other -> !other.equals(map)).map(Kit::of);
        order = part.hitsInTime();
        seconds = new double[order.length];
        next = new int[order.length];
        Arrays.setAll(seconds, hit -> part.tempoMap(part.track(hit)).seconds(part.tick(hit)));
        ends = new Ends(part);
        lines = lines(map);
        follow();
        measure();
    }

    @SuppressWarnings({"unchecked", "rawtypes"})
    private static Optional<Line>[] lines(NoteMap map) {
        Optional<Line>[] lines = new Optional[Note.COUNT];
        Arrays.fill(lines, Optional.empty());
        map.firstLines().forEach(line -> lines[line.note().number()] = Optional.of(line));
        return lines;
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

    /** The middle length of each note's hits, of those that are neither too short nor hang nor are held too long. */
    private void measure() {
        long[][] lengths = new long[Note.COUNT][];
        int[] counts = part.hitsPerNote();
        int[] filled = new int[Note.COUNT];
        long[] all = new long[part.hitCount()];
        int allFilled = 0;
        for (int hit = 0; hit < part.hitCount(); hit++) {
            if (!ends.hangs(hit) && lengthInMilliseconds(hit) >= figures.shortestMilliseconds() && !isHeld(hit)) {
                int note = part.note(hit);
                if (lengths[note] == null) {
                    lengths[note] = new long[counts[note]];
                }
                lengths[note][filled[note]++] = length(hit);
                all[allFilled++] = length(hit);
            }
        }
        long usualOfAll = allFilled == 0
                ? Math.max(1, Math.round(part.file().division().ticksPerQuarter() * LENGTH))
                : middle(all, allFilled);
        for (int note = 0; note < Note.COUNT; note++) {
            usual[note] = filled[note] == 0 ? usualOfAll : middle(lengths[note], filled[note]);
        }
    }

    private static long middle(long[] values, int count) {
        Arrays.sort(values, 0, count);
        return values[count / 2];
    }

    Part part() {
        return part;
    }

    NoteMap map() {
        return map;
    }

    Kit kit() {
        return kit;
    }

    /** The instrument that the part was written for, where that is known and another than the one it plays on. */
    Optional<Kit> meant() {
        return meantKit;
    }

    Figures figures() {
        return figures;
    }

    Ends ends() {
        return ends;
    }

    int[] order() {
        return order;
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

    long length(int hit) {
        return ends.tick(hit) - part.tick(hit);
    }

    double lengthInMilliseconds(int hit) {
        return (part.tempoMap(part.track(hit)).seconds(ends.tick(hit)) - seconds[hit]) * MILLISECONDS;
    }

    /** Whether a hit lasts longer than the longest that is usual. */
    boolean isHeld(int hit) {
        return length(hit) > bars(hit, figures.longestBars());
    }

    /** How many ticks some bars have where a hit stands. */
    double bars(int hit, int count) {
        var times = part.timeMap(part.track(hit));
        long bar = times.barAt(part.tick(hit));
        return times.ticksPerBeat(bar) * times.beatsInBar(bar) * count;
    }

    /** How long hits of a note usually last here, in ticks. */
    long usualLength(int note) {
        return usual[note];
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
        return lines[part.note(hit)];
    }

    Optional<Line> lineOn(int note) {
        return lines[note];
    }

    /** What a hit was meant to be: what it is on the map it was written for, or else on the one it plays on. */
    Optional<Sound> meant(int hit) {
        return meantKit.map(Kit::map)
                .map(written -> written.lineAt(Note.of(part.note(hit))).map(Line::sound))
                .orElseGet(() -> line(hit).map(Line::sound));
    }

    /** Whether a hit is a stroke on a drum, as far as anyone knows. */
    boolean isStroke(int hit) {
        return meant(hit).map(sound -> sound.isDrum() && !Chokes.isChoke(sound)).orElse(true);
    }

    /** The name of the line on a note with the note, such as "Snare (38 · D1)"; the note alone where there is no line. */
    String name(int note) {
        String label = label(note);
        return lines[note].map(line -> line.name() + " (" + label + ")").orElse(label);
    }

    String name(Line line) {
        return line.name() + " (" + label(line.note().number()) + ")";
    }

    String label(int note) {
        return Note.of(note).label(map.middleC());
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
