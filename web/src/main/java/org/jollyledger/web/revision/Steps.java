package org.jollyledger.web.revision;

import java.util.Optional;

/**
 * What can be undone and redone.
 *
 * @param undoable the last change, in words; empty when there is none
 * @param redoable the change that was undone last; empty when there is none
 */
public record Steps(Optional<String> undoable, Optional<String> redoable) {
    /** Says that a change was undone, or that there was none. */
    public static String undone(Optional<String> what) {
        return what.map(words -> "Undone: " + words + ".").orElse("There is nothing to undo.");
    }

    /** Says that a change was redone, or that there was none. */
    public static String redone(Optional<String> what) {
        return what.map(words -> "Redone: " + words + ".").orElse("There is nothing to redo.");
    }
}
