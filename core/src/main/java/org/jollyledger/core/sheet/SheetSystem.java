package org.jollyledger.core.sheet;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.jollyledger.core.part.Grid;
import org.jollyledger.core.part.Part;

/**
 * Some bars of a sheet side by side, with the rows they play.
 *
 * @param firstBar the first of the bars
 * @param stretch what is in them
 * @param rows the rows that are drawn, as places among those of the sheet, from the top
 */
public record SheetSystem(long firstBar, Sheet.Stretch stretch, List<Integer> rows) {
    private static final int COLUMNS_OF_A_BAR = 100;

    /** {@return bars of a sheet from one on, with the rows that have hits in them} */
    public static SheetSystem of(Sheet sheet, long firstBar, int bars) {
        Sheet.Stretch stretch = stretch(sheet, firstBar, bars);
        BitSet played = new BitSet();
        stretch.glyphs().stream().filter(glyph -> glyph.row() != Part.NONE).forEach(glyph -> played.set(glyph.row()));
        stretch.crowds().forEach(crowd -> played.set(crowd.row()));
        return new SheetSystem(firstBar, stretch, played.stream().boxed().toList());
    }

    /** {@return bars of a sheet from one on, with all its rows} */
    public static SheetSystem withAllRows(Sheet sheet, long firstBar, int bars) {
        List<Integer> rows = new ArrayList<>();
        for (int row = 0; row < sheet.rows().size(); row++) {
            rows.add(row);
        }
        return new SheetSystem(firstBar, stretch(sheet, firstBar, bars), rows);
    }

    private static Sheet.Stretch stretch(Sheet sheet, long firstBar, int bars) {
        long from = sheet.times().startOfBar(firstBar);
        long to = sheet.times().startOfBar(firstBar + bars);
        return sheet.between(from, to, new Grid(1), bars * COLUMNS_OF_A_BAR);
    }

    /**
     * {@return where everything is}
     *
     * @param width how wide the bars are together
     */
    public Picture picture(double width, Measures measures) {
        double scale = width / Math.max(1, stretch.to() - stretch.from());
        return Picture.of(stretch, scale, measures, rows.size(), rows::indexOf);
    }
}
