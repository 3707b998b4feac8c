package org.jollyledger.core.reconcile;

import java.util.List;
import org.jollyledger.core.part.HitChange;

/**
 * What settles a discrepancy.
 *
 * @param code which of its corrections, such as {@code delete} or {@code to-38}
 * @param words the same on a button
 * @param action what it is done to
 * @param changes what it changes in the part; none unless the part is changed
 */
public record Correction(String code, String words, Action action, List<HitChange> changes) {
    /** What a correction is done to. */
    public enum Action {
        /** The part is changed. */
        CHANGE_PART,
        /** It is right as it is. */
        KEEP,
        /** The map is changed, by its owner. */
        CHANGE_MAP,
        /** The crosswalk is changed, by its owner. */
        CHANGE_CROSSWALK,
        /** The part is converted. */
        CONVERT
    }

    /** It is right as it is. */
    static final Correction KEEP = new Correction("keep", "Keep as it is", Action.KEEP, List.of());

    public Correction {
        changes = List.copyOf(changes);
    }

    static Correction of(String code, String words, HitChange... changes) {
        return of(code, words, List.of(changes));
    }

    static Correction of(String code, String words, List<HitChange> changes) {
        return new Correction(code, words, Action.CHANGE_PART, changes);
    }

    /** {@return whether it changes the part} */
    public boolean changesPart() {
        return action == Action.CHANGE_PART;
    }
}
