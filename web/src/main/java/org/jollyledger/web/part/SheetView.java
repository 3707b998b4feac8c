package org.jollyledger.web.part;

import java.util.List;
import org.jollyledger.web.ledger.MapView.FamilyMark;
import org.jspecify.annotations.Nullable;

/**
 * A stretch of a part ready to draw: the rows that the part plays, and systems of bars in which the hits are drawn as
 * percussion notation draws them. All places are in the units of the drawing.
 *
 * @param rows the rows from top to bottom; every system has them all
 * @param systems one below the other
 * @param height how high a system is
 * @param width how wide a system is
 * @param window which bars are shown
 * @param firstTick where the first of them begins
 */
public record SheetView(
        List<Row> rows, List<SystemView> systems, int height, int width, Window window, long firstTick) {
    /**
     * A row: a line of the map, or a note that the map does not list.
     *
     * @param sound the code of its sound; "" for none
     */
    public record Row(
            String label, String title, @Nullable FamilyMark family, String sound, boolean unlisted, double y) {}

    /**
     * Some bars side by side.
     *
     * @param rolls the signs of rolls, as the data of a path
     * @param uprights strokes of rolls that have no heads of their own
     * @param blocks where there are too many hits to draw each, as the data of a path
     */
    public record SystemView(
            List<BarLine> bars,
            List<Double> beats,
            List<Glyph> glyphs,
            String rolls,
            List<Glyph> uprights,
            String blocks) {}

    /** Where a bar begins, with its number. */
    public record BarLine(double x, long number) {}

    /**
     * A hit.
     *
     * @param hit its index in the part
     * @param head the symbol of its head
     * @param transform places and scales the head
     * @param marks the symbols around it: open, ghost, accent, damp
     * @param path what is drawn besides: the slur of a small note, or an upright, as the data of a path; "" for nothing
     * @param classes how it is coloured
     * @param title what it is, in words
     */
    public record Glyph(
            int hit, String head, String transform, List<String> marks, String path, String classes, String title) {}

    /** The bars shown, of all that there are; from 1. */
    public record Window(long first, long last, long barCount, long previous, long next) {
        public boolean hasPrevious() {
            return previous < first;
        }

        public boolean hasNext() {
            return last < barCount;
        }
    }
}
