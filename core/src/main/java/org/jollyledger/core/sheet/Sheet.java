package org.jollyledger.core.sheet;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Caption;
import org.jollyledger.core.part.Grid;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.TempoMap;
import org.jollyledger.core.part.TimeMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sheet.SheetRow.Shown;
import org.jollyledger.core.sound.Sound;

/**
 * A part on the rows of a map. Where a hit is, is given in ticks and rows; only what lies in a stretch is worked out,
 * so that a long part costs no more to check than a short one.
 */
public final class Sheet {
    /** More hits than this are given as counts of how many there are in each place. */
    public static final int MOST_HITS = 6_000;

    private static final int MOST_BARS = 320;
    private static final int MOST_BARS_WITH_BEATS = 96;
    private static final int MOST_BARS_WITH_GRID = 40;
    private static final int MOST_CAPTIONS = 400;

    private final Part part;
    private final NoteMap map;
    private final Kit kit;
    private final List<SheetRow> rows;
    private final int[] rowOfNote = new int[Note.COUNT];
    private final TimeMap times;
    private final int[] order;
    private final HitWalk walk;
    private final Figures figures;
    private final List<Caption> captions;
    private final long endTick;

    private Sheet(Part part, NoteMap map, Shown shown) {
        this.part = part;
        this.map = map;
        kit = Kit.of(map);
        rows = SheetRow.of(part, map, shown);
        Arrays.fill(rowOfNote, Part.NONE);
        for (int row = 0; row < rows.size(); row++) {
            rowOfNote[rows.get(row).note().number()] = row;
        }
        times = part.timeMap(0);
        order = part.hitsInTime();
        walk = new HitWalk(part, order, rowOfNote, rows.size(), this::playsNothing);
        figures = Figures.of(part);
        captions = Caption.of(part.file());
        long last = order.length == 0 ? 0 : part.tick(order[order.length - 1]);
        endTick = times.startOfBar(times.barAt(last) + 1);
    }

    /**
     * Lays a part out on the rows of a map.
     *
     * @return the sheet; nothing of it is drawn yet
     */
    public static Sheet of(Part part, NoteMap map, Shown shown) {
        return new Sheet(part, map, shown);
    }

    /**
     * A bar line.
     *
     * @param number of the bar that begins there
     * @param tick where it stands
     * @param signature the time signature where it is new, such as "3/4"; else ""
     */
    public record BarLine(long number, long tick, String signature) {}

    /** A tempo that begins, in quarters a minute. */
    public record TempoMark(long tick, double quartersPerMinute) {}

    /**
     * A hit.
     *
     * @param hit its index in the part
     * @param tick where it stands
     * @param row its row, from the top
     * @param velocity 1–127
     * @param notation how it is drawn
     * @param main the tick of the stroke into which it leads as a small note
     * @param roll the tick of the first stroke of the roll it belongs to
     */
    public record Glyph(
            int hit, long tick, int row, int velocity, Notation notation, Optional<Long> main, Optional<Long> roll) {}

    /**
     * How many hits are in a small stretch of a row.
     *
     * @param tick where it begins
     * @param hits how many
     * @param loudest the velocity of the loudest
     */
    public record Crowd(long tick, int row, int hits, int loudest) {}

    /**
     * What is between two ticks.
     *
     * @param bars bar lines; in a very long stretch only every so many
     * @param beats ticks of the beats that are no bar lines; none in a long stretch
     * @param grid ticks of the grid that are no beats; none in a long stretch
     * @param glyphs the hits in the order of time; empty when there are too many
     * @param crowds instead of too many hits, how many there are
     * @param crowdTicks how long the stretch of a crowd is; 0 when there are none
     */
    public record Stretch(
            long from,
            long to,
            List<BarLine> bars,
            List<Long> beats,
            List<Long> grid,
            List<TempoMark> tempos,
            List<Caption> captions,
            List<Glyph> glyphs,
            List<Crowd> crowds,
            long crowdTicks) {}

    /** {@return the part that is shown} */
    public Part part() {
        return part;
    }

    /** {@return the map that names the hits} */
    public NoteMap map() {
        return map;
    }

    /** {@return the instrument of the map} */
    public Kit kit() {
        return kit;
    }

    /** {@return the rows from the top} */
    public List<SheetRow> rows() {
        return rows;
    }

    /** {@return the bars and beats of the part} */
    public TimeMap times() {
        return times;
    }

    /** {@return its small notes and rolls} */
    public Figures figures() {
        return figures;
    }

    /** {@return how many hits play nothing on the map} */
    public int silentHits() {
        return rows.stream()
                .filter(SheetRow::playsNothing)
                .mapToInt(SheetRow::hits)
                .sum();
    }

    /** {@return the tick at which the last bar that has hits ends} */
    public long endTick() {
        return endTick;
    }

    /** {@return the row of a note, or {@link Part#NONE} when it is not shown} */
    public int rowOf(int note) {
        return rowOfNote[note];
    }

    /** {@return what a hit sounds as; of a hi-hat that its pedal opens, how far it is open at that moment} */
    public Optional<Sound> soundOf(int hit) {
        return kit.lines(part.note(hit)).stream().findFirst().map(line -> part.played(kit, line.sound(), hit));
    }

    /**
     * {@return what is between two ticks}
     *
     * @param from the first tick
     * @param to the tick behind the last
     * @param grid the lines between the beats that are wanted
     * @param columns into how many pieces the stretch is cut when it has too many hits
     */
    public Stretch between(long from, long to, Grid grid, int columns) {
        long begin = Math.max(0, from);
        long end = Math.max(begin + 1, to);
        int first = begin(begin);
        int last = begin(end);
        boolean crowded = last - first > MOST_HITS;
        long crowdTicks = crowded ? Math.max(1, (end - begin + columns - 1) / columns) : 0;
        List<BarLine> bars = new ArrayList<>();
        List<Long> beats = new ArrayList<>();
        List<Long> lines = new ArrayList<>();
        layBars(begin, end, grid, bars, beats, lines);
        return new Stretch(
                begin,
                end,
                bars,
                beats,
                lines,
                tempos(begin, end),
                captions(begin, end),
                crowded ? List.of() : glyphs(first, last),
                crowded ? crowds(first, last, begin, crowdTicks) : List.of(),
                crowdTicks);
    }

    /** {@return the tempos and captions between two ticks, without anything else} */
    public Stretch outline(long from, long to) {
        return new Stretch(
                from,
                to,
                List.of(),
                List.of(),
                List.of(),
                tempos(from, to),
                captions(from, to),
                List.of(),
                List.of(),
                0);
    }

    private List<Caption> captions(long begin, long end) {
        return captions.stream()
                .filter(caption -> caption.tick() >= begin && caption.tick() < end)
                .limit(MOST_CAPTIONS)
                .toList();
    }

    private void layBars(long begin, long end, Grid grid, List<BarLine> bars, List<Long> beats, List<Long> lines) {
        long first = times.barAt(begin);
        long last = times.barAt(end - 1);
        long every = 1;
        while ((last - first) / every > MOST_BARS) {
            every *= 2;
        }
        long start = first - Math.floorMod(first - 1, every);
        long drawn = start - 1;
        for (long bar = start; bar <= last; bar += every) {
            // Where a bar is shorter than a tick, several begin on one; the first of them stands for all.
            boolean onTheSameTick = !bars.isEmpty() && bars.get(bars.size() - 1).tick() == times.startOfBar(bar);
            if (bar < times.firstBar() || onTheSameTick) {
                continue;
            }
            bars.add(new BarLine(bar, times.startOfBar(bar), signature(bar, drawn)));
            drawn = bar;
            if (last - first <= MOST_BARS_WITH_BEATS) {
                int perBeat = last - first <= MOST_BARS_WITH_GRID ? grid.perBeat() : 1;
                layBeats(bar, perBeat, beats, lines);
            }
        }
    }

    private void layBeats(long bar, int perBeat, List<Long> beats, List<Long> lines) {
        long start = times.startOfBar(bar);
        long next = times.startOfBar(bar + 1);
        int fine = times.ticksPerBeat(bar) < 2 * perBeat ? 1 : perBeat;
        double step = times.ticksPerBeat(bar) / fine;
        long last = start;
        for (int line = 1; start + Math.round(line * step) < next; line++) {
            long tick = start + Math.round(line * step);
            if (tick > last) {
                (line % fine == 0 ? beats : lines).add(tick);
                last = tick;
            }
        }
    }

    /** The time signature at a bar when it has changed since the one drawn before. */
    private String signature(long bar, long drawn) {
        TimeMap.Stretch stretch = times.stretchOf(bar);
        return stretch.firstBar() > drawn ? stretch.numerator() + "/" + stretch.denominator() : "";
    }

    private List<TempoMark> tempos(long begin, long end) {
        return part.tempoMap(0).stretches().stream()
                .filter(stretch -> stretch.startTick() >= begin && stretch.startTick() < end)
                .limit(MOST_CAPTIONS)
                .map(stretch -> new TempoMark(stretch.startTick(), stretch.quartersPerMinute()))
                .toList();
    }

    /** How many hits are before a tick, in the order of time. */
    private int begin(long tick) {
        return HitWalk.position(part, order, tick);
    }

    private List<Glyph> glyphs(int first, int last) {
        List<Glyph> glyphs = new ArrayList<>(last - first);
        for (int i = first; i < last; i++) {
            int hit = order[i];
            glyphs.add(new Glyph(
                    hit,
                    part.tick(hit),
                    rowOfNote[part.note(hit)],
                    part.velocity(hit),
                    Notation.of(soundOf(hit), part.velocity(hit)),
                    tickOf(figures.mainOf(hit)),
                    tickOf(figures.rollOf(hit))));
        }
        return glyphs;
    }

    private Optional<Long> tickOf(int hit) {
        return hit == Part.NONE ? Optional.empty() : Optional.of(part.tick(hit));
    }

    private List<Crowd> crowds(int first, int last, long begin, long crowdTicks) {
        List<Crowd> crowds = new ArrayList<>();
        int[] hits = new int[rows.size()];
        int[] loudest = new int[rows.size()];
        long column = 0;
        for (int i = first; i <= last; i++) {
            long next = i == last ? Long.MAX_VALUE : (part.tick(order[i]) - begin) / crowdTicks;
            if (next != column) {
                for (int row = 0; row < hits.length; row++) {
                    if (hits[row] > 0) {
                        crowds.add(new Crowd(begin + column * crowdTicks, row, hits[row], loudest[row]));
                    }
                }
                Arrays.fill(hits, 0);
                Arrays.fill(loudest, 0);
                column = next;
            }
            if (i < last) {
                int row = rowOfNote[part.note(order[i])];
                hits[row]++;
                loudest[row] = Math.max(loudest[row], part.velocity(order[i]));
            }
        }
        return crowds;
    }

    /**
     * {@return how many hits are in each of some pieces of equal length, from the beginning to the end of the part}
     */
    public int[] overview(int pieces) {
        int[] counts = new int[pieces];
        for (int hit = 0; hit < part.hitCount(); hit++) {
            counts[(int) Math.min(pieces - 1, part.tick(hit) * pieces / Math.max(1, endTick))]++;
        }
        return counts;
    }

    /**
     * The hit to which a walk leads: to the left or right along the row, up or down to the nearest hit of the next row
     * that has any; or on to the next hit that plays nothing on the map, where the last is followed by the first.
     *
     * @return the hit itself where there is no other
     */
    public int walk(int hit, Way way) {
        return walk.from(hit, way);
    }

    /** {@return the first hit at or behind a tick, or the last of all; {@link Part#NONE} when there are none} */
    public int firstFrom(long tick) {
        return order.length == 0 ? Part.NONE : order[Math.min(order.length - 1, begin(tick))];
    }

    /** {@return whether a hit plays nothing on the map} */
    public boolean playsNothing(int hit) {
        return rows.get(rowOfNote[part.note(hit)]).playsNothing();
    }

    /**
     * Of every note the one that is some rows away; at the end of the rows the last one. Notes that are not shown
     * stay what they are.
     *
     * @param by how many rows down; negative for up
     * @return a note, 0 to 127, for each of the 128
     */
    public List<Integer> notesRowsAway(int by) {
        List<Integer> notes =
                new ArrayList<>(IntStream.range(0, Note.COUNT).boxed().toList());
        for (int row = 0; row < rows.size(); row++) {
            int to = Math.max(0, Math.min(rows.size() - 1, row + by));
            notes.set(rows.get(row).note().number(), rows.get(to).note().number());
        }
        return notes;
    }

    /** {@return what a note is called: the name of its line, or else the note itself} */
    public String nameOf(int note) {
        return map.lineAt(Note.of(note))
                .map(Line::name)
                .orElseGet(() -> Note.of(note).label(map.middleC()));
    }

    /** {@return the tempo map of the part} */
    public TempoMap tempos() {
        return part.tempoMap(0);
    }
}
