package org.jollyledger.core.sheet;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntUnaryOperator;
import java.util.stream.Stream;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.sheet.Sheet.Crowd;
import org.jollyledger.core.sheet.Sheet.Glyph;

/**
 * Where everything in a stretch of a sheet is when it is drawn, in the units of the drawing: across from the first tick
 * of the stretch, down from the upper edge of the rows. Painters only paint it.
 *
 * @param scale how many units a tick is wide
 * @param height how high all rows are together, with the room above them
 * @param heads note heads, from the first to the last in time
 * @param uprights strokes of rolls that would be on top of the first one
 * @param tremolos signs of such rolls
 * @param bars bar lines
 * @param beats lines of beats
 * @param grid lines between the beats
 * @param words captions and tempos
 * @param blocks where there are too many hits to draw each
 */
public record Picture(
        double scale,
        double height,
        List<Head> heads,
        List<Upright> uprights,
        List<Tremolo> tremolos,
        List<Bar> bars,
        List<Double> beats,
        List<Double> grid,
        List<Words> words,
        List<Block> blocks) {
    private static final double LOUDEST = 127;
    private static final double SPACE_BEHIND_WORDS = 8;
    private static final double SHORTEST_UPRIGHT = 1.0 / 12;
    private static final double LONGEST_UPRIGHT = 7.0 / 24;
    private static final double LOWEST_BLOCK = 3;
    private static final double ROOM_AROUND_BLOCKS = 8;
    private static final double FULL_BLOCK = 4;

    /**
     * A note head with its marks.
     *
     * @param size how much larger it is drawn than the shapes of its notation
     * @param slur how far to the right the stroke is into which it leads as a small note; 0 for none
     */
    public record Head(int hit, int row, double x, double y, double size, Notation notation, double slur) {}

    /**
     * A short upright in place of a head.
     *
     * @param high how far it reaches above and below the middle of the row
     */
    public record Upright(int hit, int row, double x, double y, double high) {}

    /**
     * The sign of a roll whose strokes are too near for heads of their own: strokes through the stem of the first one,
     * and a line to the last.
     */
    public record Tremolo(int row, double from, double to, double y) {}

    /**
     * A bar line.
     *
     * @param signature the time signature where it is new; else ""
     * @param numbered whether there is room for its number
     */
    public record Bar(long number, long tick, double x, String signature, boolean numbered) {}

    /**
     * Words above the rows.
     *
     * @param line on which of the lines of words, from 0
     * @param kind marker, lyric, cue or tempo
     */
    public record Words(double x, int line, String kind, String text) {}

    /** Many hits as a block, the higher the more and the louder they are. */
    public record Block(int row, double x, double y, double width, double height) {}

    /** {@return a stretch with all rows of its sheet} */
    public static Picture of(Sheet sheet, Sheet.Stretch stretch, double scale, Measures measures) {
        return of(stretch, scale, measures, sheet.rows().size(), row -> row);
    }

    /**
     * {@return a stretch with some rows of its sheet}
     *
     * @param scale how many units a tick is wide
     * @param rows how many rows are drawn
     * @param placeOf which of those a row of the sheet is, from the top; {@link Part#NONE} when it is not drawn
     */
    public static Picture of(
            Sheet.Stretch stretch, double scale, Measures measures, int rows, IntUnaryOperator placeOf) {
        return new Layout(stretch, scale, measures, placeOf).picture(rows);
    }

    /** Works out one picture. */
    private static final class Layout {
        private final Sheet.Stretch stretch;
        private final double scale;
        private final Measures measures;
        private final IntUnaryOperator placeOf;
        private final List<Head> heads = new ArrayList<>();
        private final List<Upright> uprights = new ArrayList<>();
        private final List<Tremolo> tremolos = new ArrayList<>();

        Layout(Sheet.Stretch stretch, double scale, Measures measures, IntUnaryOperator placeOf) {
            this.stretch = stretch;
            this.scale = scale;
            this.measures = measures;
            this.placeOf = placeOf;
        }

        Picture picture(int rows) {
            layHits(stretch.glyphs().stream()
                    .filter(glyph -> isDrawn(glyph.row()))
                    .toList());
            heads.sort(Comparator.comparingDouble(Head::x));
            return new Picture(
                    scale,
                    measures.top() + rows * measures.row(),
                    List.copyOf(heads),
                    List.copyOf(uprights),
                    List.copyOf(tremolos),
                    bars(),
                    lines(stretch.beats(), stretch.bars()),
                    lines(stretch.grid(), List.of()),
                    words(),
                    stretch.crowds().stream()
                            .filter(crowd -> isDrawn(crowd.row()))
                            .map(this::block)
                            .toList());
        }

        private boolean isDrawn(int row) {
            return row != Part.NONE && placeOf.applyAsInt(row) != Part.NONE;
        }

        private double x(long tick) {
            return (tick - stretch.from()) * scale;
        }

        private double y(int row) {
            return measures.top() + (placeOf.applyAsInt(row) + 0.5) * measures.row();
        }

        /** What of several hits belongs together: the small notes of a stroke, or the strokes of a roll. */
        private record Figure(int row, long tick) {}

        private void layHits(List<Glyph> glyphs) {
            Map<Figure, List<Glyph>> rolls = new LinkedHashMap<>();
            Map<Figure, Integer> smallNotes = new HashMap<>();
            for (int i = glyphs.size() - 1; i >= 0; i--) {
                Glyph glyph = glyphs.get(i);
                if (glyph.roll().isPresent()) {
                    rolls.computeIfAbsent(new Figure(glyph.row(), glyph.roll().get()), any -> new ArrayList<>())
                            .add(glyph);
                } else if (glyph.main().isPresent()) {
                    Figure figure = new Figure(glyph.row(), glyph.main().get());
                    laySmallNote(glyph, smallNotes.merge(figure, 1, Integer::sum) - 1);
                } else {
                    layHead(glyph);
                }
            }
            rolls.values().forEach(this::layRoll);
        }

        private void layHead(Glyph glyph) {
            double size = measures.head() * glyph.notation().size();
            heads.add(new Head(glyph.hit(), glyph.row(), x(glyph.tick()), y(glyph.row()), size, glyph.notation(), 0));
        }

        /** Small notes are before their stroke, side by side, however near in time they are. */
        private void laySmallNote(Glyph glyph, int between) {
            double main = x(glyph.main().orElseThrow());
            double place = Math.min(x(glyph.tick()), main - measures.grace() - between * measures.nextGrace());
            double size =
                    measures.head() * measures.smallNote() * glyph.notation().size();
            heads.add(new Head(glyph.hit(), glyph.row(), place, y(glyph.row()), size, glyph.notation(), main - place));
        }

        /** @param backwards the strokes of a roll, the last first */
        private void layRoll(List<Glyph> backwards) {
            Glyph first = backwards.get(backwards.size() - 1);
            Glyph last = backwards.get(0);
            boolean apart = (x(last.tick()) - x(first.tick())) / backwards.size() >= measures.near();
            for (Glyph stroke : backwards) {
                if (apart || stroke == first) {
                    layHead(stroke);
                } else {
                    double high = measures.row()
                            * (SHORTEST_UPRIGHT + (LONGEST_UPRIGHT - SHORTEST_UPRIGHT) * stroke.velocity() / LOUDEST);
                    uprights.add(new Upright(stroke.hit(), stroke.row(), x(stroke.tick()), y(stroke.row()), high));
                }
            }
            if (!apart) {
                tremolos.add(new Tremolo(first.row(), x(first.tick()), x(last.tick()), y(first.row())));
            }
        }

        private List<Bar> bars() {
            List<Bar> bars = new ArrayList<>();
            double lastNumber = Double.NEGATIVE_INFINITY;
            for (Sheet.BarLine bar : stretch.bars()) {
                double x = x(bar.tick());
                boolean numbered =
                        x - lastNumber >= measures.number() || !bar.signature().isEmpty();
                lastNumber = numbered ? x : lastNumber;
                bars.add(new Bar(bar.number(), bar.tick(), x, bar.signature(), numbered));
            }
            return bars;
        }

        /** The lines at some ticks, unless they are too near each other or the bar lines between them. */
        private List<Double> lines(List<Long> ticks, List<Sheet.BarLine> bars) {
            long[] all = Stream.concat(ticks.stream(), bars.stream().map(Sheet.BarLine::tick))
                    .mapToLong(Long::longValue)
                    .sorted()
                    .toArray();
            double nearest = Double.POSITIVE_INFINITY;
            for (int i = 1; i < all.length; i++) {
                nearest = Math.min(nearest, (all[i] - all[i - 1]) * scale);
            }
            return nearest < measures.line()
                    ? List.of()
                    : ticks.stream().map(this::x).toList();
        }

        private List<Words> words() {
            double[] free = new double[measures.wordLines()];
            Arrays.fill(free, Double.NEGATIVE_INFINITY);
            List<Words> words = new ArrayList<>();
            allWords().forEach(text -> {
                for (int line = 0; line < free.length; line++) {
                    if (text.x > free[line]) {
                        free[line] = text.x + text.text.length() * measures.letter() + SPACE_BEHIND_WORDS;
                        words.add(new Words(text.x, line, text.kind, text.text));
                        return;
                    }
                }
            });
            return words;
        }

        /** All captions and tempos in the order of time, whether there is room for them or not. */
        private Stream<Words> allWords() {
            Stream<Words> tempos = stretch.tempos().stream()
                    .map(tempo -> new Words(x(tempo.tick()), 0, "tempo", "\u2669 = " + tempo(tempo)));
            Stream<Words> captions = stretch.captions().stream()
                    .map(caption ->
                            new Words(x(caption.tick()), 0, caption.kind().words(), caption.text()));
            return Stream.concat(tempos, captions).sorted(Comparator.comparingDouble(Words::x));
        }

        /** Quarters a minute, with a decimal only where there is one. */
        private static String tempo(Sheet.TempoMark mark) {
            double tenths = Math.round(mark.quartersPerMinute() * 10) / 10.0;
            return String.valueOf(tenths).replaceFirst("\\.0$", "");
        }

        private Block block(Crowd crowd) {
            double fullness = Math.min(1, crowd.hits() / FULL_BLOCK) * (0.5 + 0.5 * crowd.loudest() / LOUDEST);
            double height = LOWEST_BLOCK + fullness * (measures.row() - ROOM_AROUND_BLOCKS);
            return new Block(
                    crowd.row(),
                    x(crowd.tick()),
                    y(crowd.row()) - height / 2,
                    Math.max(1, stretch.crowdTicks() * scale),
                    height);
        }
    }
}
