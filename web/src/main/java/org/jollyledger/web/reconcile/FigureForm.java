package org.jollyledger.web.reconcile;

import java.util.List;
import java.util.function.ToIntFunction;
import org.jollyledger.core.reconcile.Figures;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.reconcile.ReconcileView.FigureView;
import org.jspecify.annotations.Nullable;
import org.springframework.util.MultiValueMap;

/** The figures of a part as sentences in which a number can be changed, and as parameters of requests. */
public final class FigureForm {
    private record Row(String name, String before, ToIntFunction<Figures> value, String after, int least, int most) {}

    private static final List<Row> ROWS = List.of(
            new Row(
                    "bounce",
                    "A trigger bounces within",
                    Figures::bounceMilliseconds,
                    "ms of a stroke that is no softer.",
                    1,
                    200),
            new Row(
                    "near",
                    "Crosstalk comes within",
                    Figures::crosstalkMilliseconds,
                    "ms of a neighbour's hit",
                    1,
                    100),
            new Row("soft", "and is softer than", Figures::crosstalkPercent, "% of it.", 1, 100),
            new Row("shortest", "A hit lasts at least", Figures::shortestMilliseconds, "ms,", 0, 1_000),
            new Row("longest", "and at most this many bars:", Figures::longestBars, ".", 1, 64),
            new Row("pedal", "A pedal sends at most", Figures::pedalPerSecond, "values a second.", 10, 1_000));

    private FigureForm() {}

    static List<FigureView> view(Figures figures) {
        return ROWS.stream()
                .map(row -> new FigureView(
                        row.name, row.before, row.value.applyAsInt(figures), row.after, row.least, row.most))
                .toList();
    }

    /**
     * The figures that a request gives; what it leaves out stays as it is.
     *
     * @throws Refusal when one is no whole number, or out of its range
     */
    public static Figures read(MultiValueMap<String, String> fields, Figures standing) {
        int[] values = ROWS.stream()
                .mapToInt(row -> number(row, fields.getFirst(row.name), standing))
                .toArray();
        return Refusal.unlessValid(() -> new Figures(values[0], values[1], values[2], values[3], values[4], values[5]));
    }

    private static int number(Row row, @Nullable String text, Figures standing) {
        if (text == null || text.isBlank()) {
            return row.value.applyAsInt(standing);
        }
        try {
            return Integer.parseInt(text.strip());
        } catch (NumberFormatException e) {
            throw Refusal.unreadable("“" + row.before + " …” needs a whole number from " + row.least + " to " + row.most
                    + ", not “" + text + "”.");
        }
    }
}
