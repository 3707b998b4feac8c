package org.jollyledger.web.rig;

import java.util.ArrayList;
import java.util.List;
import java.util.function.ToIntFunction;
import org.jollyledger.core.batch.MatrixCell;
import org.jollyledger.web.job.Job;
import org.jollyledger.web.rig.MatrixService.Matrix;
import org.jollyledger.web.rig.MatrixService.Row;
import org.jspecify.annotations.Nullable;

/**
 * A rig with its matrix, as its page shows it.
 *
 * @param asItIs whether it shows what is lost when nothing is converted
 * @param choice which parts it shows
 * @param rows the parts, the worst first
 * @param totals what each map loses in all
 * @param unknown parts of which nobody has said what they were written for
 * @param progress how far the job has come that works out what is missing; "" when there is none
 */
public record RigView(
        String slug,
        String name,
        boolean asItIs,
        MatrixChoice choice,
        List<Head> maps,
        List<RowView> rows,
        List<Integer> totals,
        int total,
        int missing,
        List<Head> unknown,
        String progress) {
    /** A map or a part with its address. */
    public record Head(String slug, String name) {}

    /** A part. */
    public record RowView(Head part, Head written, List<CellView> cells, int total) {}

    /**
     * What is lost of a part on a map.
     *
     * @param words what it is, in words; "" when nothing is lost
     * @param known whether it is worked out
     * @param own whether the part was written for this very map
     */
    public record CellView(int lost, String words, boolean known, boolean own) {}

    static RigView of(Matrix matrix, MatrixChoice choice, boolean asItIs, @Nullable Job job) {
        ToIntFunction<MatrixCell> count = asItIs ? MatrixCell::lostAsItIs : MatrixCell::lostConverted;
        List<Head> maps = matrix.rig().maps().stream()
                .map(map -> new Head(map.slug(), map.map().name()))
                .toList();
        List<Integer> totals = new ArrayList<>();
        for (int i = 0; i < maps.size(); i++) {
            int column = i;
            totals.add(matrix.rows().stream()
                    .mapToInt(row ->
                            row.cells().get(column).map(count::applyAsInt).orElse(0))
                    .sum());
        }
        return new RigView(
                matrix.rig().slug(),
                matrix.rig().name(),
                asItIs,
                choice,
                maps,
                matrix.rows().stream().map(row -> row(row, maps, asItIs, count)).toList(),
                totals,
                totals.stream().mapToInt(Integer::intValue).sum(),
                matrix.missing(),
                matrix.unknown().stream()
                        .map(part -> new Head(part.slug(), part.title()))
                        .toList(),
                job == null ? "" : job.progress().isEmpty() ? "0" : job.progress());
    }

    private static RowView row(Row row, List<Head> maps, boolean asItIs, ToIntFunction<MatrixCell> count) {
        Head written = new Head(
                String.valueOf(row.part().writtenForSlug()),
                String.valueOf(row.part().writtenForName()));
        List<CellView> cells = new ArrayList<>();
        for (int i = 0; i < maps.size(); i++) {
            boolean own = maps.get(i).slug().equals(written.slug());
            cells.add(row.cells()
                    .get(i)
                    .map(cell -> new CellView(count.applyAsInt(cell), words(cell, asItIs), true, own))
                    .orElse(new CellView(0, "", false, own)));
        }
        return new RowView(new Head(row.part().slug(), row.part().title()), written, cells, row.lost(count));
    }

    static String words(MatrixCell cell, boolean asItIs) {
        List<String> words = new ArrayList<>();
        if (asItIs) {
            add(words, cell.silentAsItIs(), "silent");
            add(words, cell.otherAsItIs(), "another sound");
        } else {
            add(words, cell.silent(), "silent");
            add(words, cell.folded(), "folded");
            add(words, cell.far(), "a distant sound");
            add(words, cell.chokes(), cell.chokes() == 1 ? "choke lost" : "chokes lost");
        }
        return String.join(", ", words);
    }

    private static void add(List<String> words, int count, String what) {
        if (count > 0) {
            words.add(count + " " + what);
        }
    }
}
