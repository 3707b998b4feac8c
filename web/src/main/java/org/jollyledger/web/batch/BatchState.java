package org.jollyledger.web.batch;

import org.jollyledger.core.code.Coded;

/** How a batch stands. */
public enum BatchState implements Coded {
    /** Files still come in. */
    COLLECTING("its files are coming in"),
    /** It waits until another batch is done. */
    WAITING("it waits for another batch"),
    RUNNING("it is running"),
    DONE("it is done"),
    /** The owner stopped it; what was done is kept. */
    STOPPED("it was stopped"),
    /** The application ended while it ran. */
    INTERRUPTED("the application ended while it ran; begin it again"),
    /** The result could not be written. */
    FAILED("it failed");

    private final String words;

    BatchState(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /** Whether it goes on by itself. */
    public boolean isUnderWay() {
        return this == WAITING || this == RUNNING;
    }

    /** Whether there is a result. */
    public boolean hasResult() {
        return this == DONE || this == STOPPED;
    }

    /** Whether it can be begun. */
    public boolean canBegin() {
        return this == COLLECTING || this == INTERRUPTED || this == FAILED;
    }
}
