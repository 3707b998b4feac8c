package org.jollyledger.core.part;

import java.util.function.IntPredicate;

/** Finding a place among things that are in order. */
public final class Ordered {
    private Ordered() {}

    /**
     * {@return how many of them are before a place}
     *
     * @param count how many there are
     * @param before whether the one with an index, from 0, is before it; once false, false for all that follow
     */
    public static int countBefore(int count, IntPredicate before) {
        int low = 0;
        int high = count;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (before.test(middle)) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }
}
