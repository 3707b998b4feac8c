package org.jollyledger.web.room;

/** The disk is full, so that something could not be written. */
public final class NoRoom extends RuntimeException {
    /** What happened, and what to do. */
    public static final String SENTENCE =
            "The disk with the data folder is full, so nothing can be saved now; make some room on it and try again.";

    private static final long serialVersionUID = 1L;

    NoRoom() {
        super(SENTENCE);
    }

    /** Whether this is what a failure comes from. */
    public static boolean isIn(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof NoRoom) {
                return true;
            }
        }
        return false;
    }
}
