package org.jollyledger.core.midi;

import java.util.ArrayList;
import java.util.List;

/** Collects damages; of a file that is damaged all over it keeps the first ones and counts the rest. */
final class DamageLog {
    static final int KEPT = 200;

    private final List<Damage> kept = new ArrayList<>();
    private int count;

    void add(Damage.Kind kind, int offset, int track, long amount) {
        count++;
        if (kept.size() < KEPT) {
            kept.add(new Damage(kind, offset, track, amount));
        }
    }

    int count() {
        return count;
    }

    List<Damage> kept() {
        return List.copyOf(kept);
    }
}
