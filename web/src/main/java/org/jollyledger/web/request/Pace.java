package org.jollyledger.web.request;

import java.time.Duration;

/** How fast a body comes in or an answer is read: the more bytes have passed, the longer it may have taken. */
public final class Pace {
    /** Slower than any line that a part or a batch is sent over. */
    private static final int SLOWEST_BYTES_A_SECOND = 8 << 10;

    private static final double NANOSECONDS = 1e9;

    private final Duration longest;
    private final long began = System.nanoTime();

    /**
     * Begins now.
     *
     * @param longest how long it may take even if nothing passes
     */
    public Pace(Duration longest) {
        this.longest = longest;
    }

    /** Whether so few bytes in the time since the beginning are too few. */
    public boolean isTooSlow(long bytes) {
        return System.nanoTime() - began > longest.toNanos() + NANOSECONDS * bytes / SLOWEST_BYTES_A_SECOND;
    }
}
