package org.jollyledger.web.part;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import org.jollyledger.core.sheet.Measures;
import org.jollyledger.core.sheet.Notation;
import org.jollyledger.core.sheet.Picture;
import org.jollyledger.core.sheet.Picture.Head;
import org.jollyledger.core.sheet.Sheet;

/**
 * A stretch of a sheet as the page's script paints it. Heads are in columns of equal length, so that many of them stay
 * small: their hits, rows, places, sizes, which of the kinds they are drawn as, and how far to the right the stroke of a
 * small note stands. Places are in pixels from the first tick.
 */
record StretchView(
        int revision,
        long from,
        long to,
        double scale,
        List<Picture.Bar> bars,
        double[] beats,
        double[] grid,
        List<Picture.Words> words,
        List<Kind> kinds,
        int[] hit,
        int[] row,
        double[] x,
        double[] y,
        double[] size,
        int[] kind,
        double[] slur,
        List<Picture.Upright> uprights,
        List<Picture.Tremolo> tremolos,
        List<Picture.Block> blocks) {
    /** How hits are drawn. */
    record Kind(String head, List<String> marks) {}

    /** @param scale how many pixels a tick is wide */
    static StretchView of(int revision, Sheet sheet, Sheet.Stretch stretch, double scale) {
        Picture picture = Picture.of(sheet, stretch, scale, Measures.PAGE);
        List<Head> heads = picture.heads();
        Map<Kind, Integer> kinds = new LinkedHashMap<>();
        int[] kindOfHead = new int[heads.size()];
        for (int i = 0; i < kindOfHead.length; i++) {
            Kind kind = kind(heads.get(i).notation());
            kindOfHead[i] = kinds.computeIfAbsent(kind, any -> kinds.size());
        }
        return new StretchView(
                revision,
                stretch.from(),
                stretch.to(),
                scale,
                picture.bars(),
                tenths(picture.beats(), Double::doubleValue),
                tenths(picture.grid(), Double::doubleValue),
                picture.words(),
                List.copyOf(kinds.keySet()),
                heads.stream().mapToInt(Head::hit).toArray(),
                heads.stream().mapToInt(Head::row).toArray(),
                tenths(heads, Head::x),
                tenths(heads, Head::y),
                heads.stream()
                        .mapToDouble(head -> Math.round(head.size() * 100) / 100.0)
                        .toArray(),
                kindOfHead,
                tenths(heads, Head::slur),
                picture.uprights(),
                picture.tremolos(),
                picture.blocks());
    }

    private static <T> double[] tenths(List<T> things, ToDoubleFunction<T> value) {
        return things.stream()
                .mapToDouble(thing -> Math.round(value.applyAsDouble(thing) * 10) / 10.0)
                .toArray();
    }

    private static Kind kind(Notation notation) {
        return new Kind(
                notation.head().code(),
                notation.marks().stream().map(Notation.Mark::code).toList());
    }
}
