package org.jollyledger.core.part;

import java.util.Arrays;
import java.util.Set;

/**
 * A description of hits, such as "this row, velocity under 40, bars 9 to 16".
 *
 * @param notes the notes they play, 0–127; all when empty
 * @param softest the lowest velocity
 * @param loudest the highest velocity
 * @param firstBar the first bar they are meant for
 * @param lastBar the last bar
 * @param fromTick the first tick
 * @param beforeTick the tick behind the last
 */
public record HitQuery(
        Set<Integer> notes, int softest, int loudest, long firstBar, long lastBar, long fromTick, long beforeTick) {
    /** All hits. */
    public static final HitQuery ALL =
            new HitQuery(Set.of(), 1, Stroke.LOUDEST, 0, Long.MAX_VALUE - 1, 0, Long.MAX_VALUE);

    public HitQuery {
        notes = Set.copyOf(notes);
        if (softest < 1 || loudest > Stroke.LOUDEST || softest > loudest) {
            throw new IllegalArgumentException("Velocities " + softest + " to " + loudest
                    + " hold nothing; give two from 1 to 127, the lower first.");
        }
        if (firstBar > lastBar) {
            throw new IllegalArgumentException(
                    "Bars " + firstBar + " to " + lastBar + " hold nothing; give the earlier bar first.");
        }
    }

    /** {@return this query with other notes} */
    public HitQuery withNotes(Set<Integer> newNotes) {
        return new HitQuery(newNotes, softest, loudest, firstBar, lastBar, fromTick, beforeTick);
    }

    /** {@return this query with other velocities} */
    public HitQuery withVelocities(int newSoftest, int newLoudest) {
        return new HitQuery(notes, newSoftest, newLoudest, firstBar, lastBar, fromTick, beforeTick);
    }

    /** {@return this query with other bars} */
    public HitQuery withBars(long newFirst, long newLast) {
        return new HitQuery(notes, softest, loudest, newFirst, newLast, fromTick, beforeTick);
    }

    /** {@return this query with other ticks} */
    public HitQuery withTicks(long newFrom, long newBefore) {
        return new HitQuery(notes, softest, loudest, firstBar, lastBar, newFrom, newBefore);
    }

    /** {@return the hits that it describes, by index from low to high} */
    public int[] find(Part part) {
        return Arrays.stream(part.bars().hits(firstBar, lastBar))
                .filter(hit -> (notes.isEmpty() || notes.contains(part.note(hit)))
                        && part.velocity(hit) >= softest
                        && part.velocity(hit) <= loudest
                        && part.tick(hit) >= fromTick
                        && part.tick(hit) < beforeTick)
                .sorted()
                .toArray();
    }
}
