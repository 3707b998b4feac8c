package org.jollyledger.core.sheet;

import java.util.Arrays;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.TempoMap;
import org.jollyledger.core.pitch.Note;

/**
 * Hits that make a figure together: the small notes of a flam, drag or ruff, which lead into the stroke they belong to,
 * and rolls. The limits are our own judgement of common practice: the small notes of a flam come 10 to 50 milliseconds
 * before the stroke, those of a drag somewhat earlier, and are softer; a roll is five strokes or more, none farther from
 * the next than a thirty-second note.
 */
public final class Figures {
    private static final double LONGEST_GRACE_GAP = 0.07;
    private static final double LONGEST_GRACE = 0.16;
    private static final double LOUDEST_GRACE = 0.85;
    private static final int SHORTEST_ROLL = 5;
    private static final double LONGEST_ROLL_GAP = 1.15 / 8;

    private final int[] mainOf;
    private final int[] rollOf;

    private Figures(int hitCount) {
        mainOf = new int[hitCount];
        rollOf = new int[hitCount];
        Arrays.fill(mainOf, Part.NONE);
        Arrays.fill(rollOf, Part.NONE);
    }

    /**
     * Finds the figures of a part, note by note.
     *
     * @return the small notes and rolls of the part
     */
    public static Figures of(Part part) {
        Figures figures = new Figures(part.hitCount());
        int[] next = new int[part.hitCount()];
        int[] upcoming = new int[Note.COUNT];
        Arrays.fill(upcoming, Part.NONE);
        int[] order = part.hitsInTime();
        for (int i = order.length - 1; i >= 0; i--) {
            int hit = order[i];
            next[hit] = upcoming[part.note(hit)];
            upcoming[part.note(hit)] = hit;
        }
        figures.findRolls(part, next, order);
        for (int i = order.length - 1; i >= 0; i--) {
            figures.findGrace(part, order[i], next[order[i]]);
        }
        return figures;
    }

    private void findRolls(Part part, int[] next, int[] order) {
        double longest = part.file().division().ticksPerQuarter() * LONGEST_ROLL_GAP;
        boolean[] seen = new boolean[order.length];
        for (int first : order) {
            if (seen[first]) {
                continue;
            }
            int count = 1;
            int last = first;
            seen[first] = true;
            while (next[last] != Part.NONE && part.tick(next[last]) - part.tick(last) <= longest) {
                last = next[last];
                seen[last] = true;
                count++;
            }
            if (count >= SHORTEST_ROLL) {
                for (int hit = first; ; hit = next[hit]) {
                    rollOf[hit] = first;
                    if (hit == last) {
                        break;
                    }
                }
            }
        }
    }

    private void findGrace(Part part, int hit, int next) {
        if (next == Part.NONE || rollOf[hit] != Part.NONE || part.tick(next) == part.tick(hit)) {
            return;
        }
        int main = mainOf[next] == Part.NONE ? next : mainOf[next];
        TempoMap tempos = part.tempoMap(part.track(hit));
        double start = tempos.seconds(part.tick(hit));
        if (tempos.seconds(part.tick(next)) - start <= LONGEST_GRACE_GAP
                && tempos.seconds(part.tick(main)) - start <= LONGEST_GRACE
                && part.velocity(hit) <= LOUDEST_GRACE * part.velocity(main)) {
            mainOf[hit] = main;
        }
    }

    /** {@return the stroke into which a hit leads as a small note, or {@link Part#NONE}} */
    public int mainOf(int hit) {
        return mainOf[hit];
    }

    /** {@return the first hit of the roll to which a hit belongs, or {@link Part#NONE}} */
    public int rollOf(int hit) {
        return rollOf[hit];
    }
}
