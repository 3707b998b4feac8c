package org.jollyledger.web.busy;

/** The memory that work may take, and about how much different work takes for each byte of a part. */
public final class Memory {
    /** To show it, to change hits, or to convert it. */
    public static final int FOR_WORK = 20;

    /** To look through it for what may be wrong, or to write it as a score. */
    public static final int FOR_LOOKING_THROUGH = 200;

    private static final double SHARE_OF_ALL = 0.6;

    private Memory() {}

    /** What all work may take together, in bytes. */
    public static long forAll() {
        return (long) (Runtime.getRuntime().maxMemory() * SHARE_OF_ALL);
    }

    /** How large a part may be, in bytes, that a job works on beside all the requests. */
    public static int largestPartOfAJob(int bytesForAByte) {
        return (int) Math.min(Integer.MAX_VALUE, forAll() / 2 / bytesForAByte);
    }
}
