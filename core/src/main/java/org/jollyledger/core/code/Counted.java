package org.jollyledger.core.code;

/** A number with what it counts. */
public final class Counted {
    private Counted() {}

    /**
     * {@return such as "1 bar" or "12 bars"}
     *
     * @param one what is counted, in the singular; the plural has an s more
     */
    public static String of(long count, String one) {
        return of(count, one, one + "s");
    }

    /**
     * {@return such as "1 property" or "12 properties"}
     *
     * @param one what is counted, in the singular
     * @param many the same in the plural
     */
    public static String of(long count, String one, String many) {
        return count + " " + (count == 1 ? one : many);
    }
}
