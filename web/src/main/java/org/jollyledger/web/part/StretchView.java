package org.jollyledger.web.part;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jollyledger.core.sheet.Notation;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.Sheet.Crowd;
import org.jollyledger.core.sheet.Sheet.Glyph;

/**
 * A stretch of a sheet as the page's script draws it. Hits stand in columns of equal length, so that many of them stay
 * small: their indexes, ticks, rows, velocities, and which of the kinds they are drawn as; then the tick of the stroke a
 * small note leads into and that of the beginning of a roll, -1 for neither.
 */
record StretchView(
        int revision,
        long from,
        long to,
        List<Bar> bars,
        List<Long> beats,
        List<Long> grid,
        List<Words> captions,
        List<Kind> kinds,
        int[] hit,
        long[] tick,
        int[] row,
        int[] velocity,
        int[] kind,
        long[] main,
        long[] roll,
        long crowdTicks,
        List<int[]> crowds) {
    /** A bar line with the number of its bar and, where it is new, the time signature. */
    record Bar(long number, long tick, String signature) {}

    /**
     * Words above the rows.
     *
     * @param kind marker, lyric, cue or tempo
     */
    record Words(long tick, String kind, String text) {}

    /** How hits are drawn. */
    record Kind(String head, List<String> marks) {}

    static StretchView of(int revision, Sheet.Stretch stretch) {
        List<Glyph> glyphs = stretch.glyphs();
        Map<Kind, Integer> kinds = new LinkedHashMap<>();
        int[] kindOfHit = new int[glyphs.size()];
        for (int i = 0; i < kindOfHit.length; i++) {
            Kind kind = kind(glyphs.get(i).notation());
            kindOfHit[i] = kinds.computeIfAbsent(kind, any -> kinds.size());
        }
        List<int[]> crowds = new ArrayList<>();
        for (Crowd crowd : stretch.crowds()) {
            crowds.add(new int[] {
                Math.toIntExact((crowd.tick() - stretch.from()) / Math.max(1, stretch.crowdTicks())),
                crowd.row(),
                crowd.hits(),
                crowd.loudest()
            });
        }
        return new StretchView(
                revision,
                stretch.from(),
                stretch.to(),
                stretch.bars().stream()
                        .map(bar -> new Bar(bar.number(), bar.tick(), bar.signature()))
                        .toList(),
                stretch.beats(),
                stretch.grid(),
                words(stretch),
                List.copyOf(kinds.keySet()),
                glyphs.stream().mapToInt(Glyph::hit).toArray(),
                glyphs.stream().mapToLong(Glyph::tick).toArray(),
                glyphs.stream().mapToInt(Glyph::row).toArray(),
                glyphs.stream().mapToInt(Glyph::velocity).toArray(),
                kindOfHit,
                glyphs.stream().mapToLong(glyph -> glyph.main().orElse(-1L)).toArray(),
                glyphs.stream().mapToLong(glyph -> glyph.roll().orElse(-1L)).toArray(),
                stretch.crowdTicks(),
                crowds);
    }

    private static Kind kind(Notation notation) {
        return new Kind(
                notation.head().code(),
                notation.marks().stream().map(Notation.Mark::code).toList());
    }

    private static List<Words> words(Sheet.Stretch stretch) {
        List<Words> words = new ArrayList<>();
        stretch.tempos()
                .forEach(tempo -> words.add(
                        new Words(tempo.tick(), "tempo", "♩ = " + Math.round(tempo.quartersPerMinute() * 10) / 10.0)));
        stretch.captions()
                .forEach(caption ->
                        words.add(new Words(caption.tick(), caption.kind().words(), caption.text())));
        words.replaceAll(
                word -> new Words(word.tick, word.kind.toLowerCase(Locale.ROOT), word.text.replaceFirst("\\.0$", "")));
        return words;
    }
}
