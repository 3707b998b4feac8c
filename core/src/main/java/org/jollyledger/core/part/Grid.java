package org.jollyledger.core.part;

/**
 * The lines between the beats on which hits are put.
 *
 * @param perBeat how many to a beat, 1 to 24
 */
public record Grid(int perBeat) {
    private static final int FINEST = 24;

    public Grid {
        if (perBeat < 1 || perBeat > FINEST) {
            throw new IllegalArgumentException("A grid has 1 to 24 lines to a beat, not " + perBeat + ".");
        }
    }

    /** {@return the line of the grid nearest to a tick; it begins anew with each bar} */
    public long nearest(TimeMap times, long tick) {
        long bar = times.barAt(tick);
        long start = times.startOfBar(bar);
        long next = times.startOfBar(bar + 1);
        double step = times.ticksPerBeat(bar) / perBeat;
        long line = start + Math.round(Math.round((tick - start) / step) * step);
        return Math.min(line, next);
    }

    /** {@return how long a step of the grid is at a tick, in ticks; 1 or more} */
    public long step(TimeMap times, long tick) {
        return Math.max(1, Math.round(times.ticksPerBeat(times.barAt(tick)) / perBeat));
    }
}
