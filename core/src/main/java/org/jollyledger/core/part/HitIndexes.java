package org.jollyledger.core.part;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/** Hits by their indexes, as text: "3-17,20". */
public final class HitIndexes {
    private HitIndexes() {}

    /**
     * Reads the indexes.
     *
     * @param count how many hits the part has
     * @return the indexes from low to high, each once
     * @throws IllegalArgumentException when they are none of its hits
     */
    public static int[] parse(String text, int count) {
        List<int[]> runs = new ArrayList<>();
        for (String run : text.split(",")) {
            if (!run.isBlank()) {
                runs.add(run(run.strip(), count));
            }
        }
        return runs.stream()
                .flatMapToInt(run -> IntStream.rangeClosed(run[0], run[1]))
                .distinct()
                .sorted()
                .toArray();
    }

    private static int[] run(String text, int count) {
        String[] ends = text.split("-", -1);
        try {
            int first = Integer.parseInt(ends[0]);
            int last = ends.length > 1 ? Integer.parseInt(ends[1]) : first;
            if (ends.length <= 2 && first <= last && last < count && first >= 0) {
                return new int[] {first, last};
            }
        } catch (NumberFormatException e) {
            // Told below, as every other run that names no hits.
        }
        throw new IllegalArgumentException("\"" + text + "\" names no hits of this part; it has hits 0 to "
                + (count - 1) + ", written as in \"3-17,20\".");
    }

    /**
     * Writes indexes, from low to high.
     *
     * @return ranges and single numbers with commas between, such as "3-17,20"
     */
    public static String format(int[] hits) {
        StringBuilder text = new StringBuilder();
        for (int from = 0; from < hits.length; ) {
            int to = from;
            while (to + 1 < hits.length && hits[to + 1] == hits[to] + 1) {
                to++;
            }
            text.append(text.isEmpty() ? "" : ",").append(hits[from]);
            if (to > from) {
                text.append('-').append(hits[to]);
            }
            from = to + 1;
        }
        return text.toString();
    }
}
