package org.jollyledger.core.sheet;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.function.IntPredicate;
import org.jollyledger.core.part.Ordered;
import org.jollyledger.core.part.Part;

/** Walks over the hits of a sheet, from one to the next in a direction. */
final class HitWalk {
    private final Part part;
    private final int[] order;
    private final int[] rowOfNote;
    private final int rowCount;
    private final IntPredicate silent;
    private final Map<Integer, int[]> hitsOfRow = new HashMap<>();

    /**
     * @param order the hits in the order of time
     * @param rowOfNote the row of each note
     * @param silent whether a hit plays nothing on the map
     */
    HitWalk(Part part, int[] order, int[] rowOfNote, int rowCount, IntPredicate silent) {
        this.part = part;
        this.order = order;
        this.rowOfNote = rowOfNote;
        this.rowCount = rowCount;
        this.silent = silent;
    }

    int from(int hit, Way way) {
        return switch (way) {
            case LEFT -> along(hit, -1);
            case RIGHT -> along(hit, 1);
            case UP -> across(hit, -1);
            case DOWN -> across(hit, 1);
            case NEXT_SILENT -> around(hit, 1);
            case PREVIOUS_SILENT -> around(hit, -1);
        };
    }

    private int along(int hit, int step) {
        int[] hits = hitsOf(rowOfNote[part.note(hit)]);
        int at = indexIn(hits, hit) + step;
        return at < 0 || at >= hits.length ? hit : hits[at];
    }

    private int across(int hit, int step) {
        for (int row = rowOfNote[part.note(hit)] + step; row >= 0 && row < rowCount; row += step) {
            int[] hits = hitsOf(row);
            if (hits.length > 0) {
                return nearest(hits, part.tick(hit));
            }
        }
        return hit;
    }

    private int around(int hit, int step) {
        int from = indexIn(order, hit);
        for (int i = 1; i <= order.length; i++) {
            int candidate = order[Math.floorMod(from + i * step, order.length)];
            if (silent.test(candidate)) {
                return candidate;
            }
        }
        return hit;
    }

    private int[] hitsOf(int row) {
        synchronized (hitsOfRow) {
            return hitsOfRow.computeIfAbsent(
                    row,
                    any -> Arrays.stream(order)
                            .filter(hit -> rowOfNote[part.note(hit)] == row)
                            .toArray());
        }
    }

    private int indexIn(int[] hits, int hit) {
        int at = position(part, hits, part.tick(hit));
        while (hits[at] != hit) {
            at++;
        }
        return at;
    }

    private int nearest(int[] hits, long tick) {
        int at = position(part, hits, tick);
        if (at == hits.length) {
            return hits[at - 1];
        }
        return at > 0 && tick - part.tick(hits[at - 1]) < part.tick(hits[at]) - tick ? hits[at - 1] : hits[at];
    }

    /** How many of some hits, which are in the order of time, are before a tick. */
    static int position(Part part, int[] hits, long tick) {
        return Ordered.countBefore(hits.length, index -> part.tick(hits[index]) < tick);
    }
}
