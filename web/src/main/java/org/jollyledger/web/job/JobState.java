package org.jollyledger.web.job;

import org.jollyledger.core.code.Coded;

/** What a job is at. */
public enum JobState implements Coded {
    /** Files still come in. */
    COLLECTING("its files are being uploaded"),
    /** It waits until another job is done. */
    WAITING("it is waiting its turn"),
    RUNNING("it is running"),
    DONE("it is done"),
    /** The owner stopped it; what was done is kept. */
    STOPPED("it was stopped"),
    /** The application ended while it ran. */
    INTERRUPTED("the application closed while it ran; start it again"),
    /** The result could not be written. */
    FAILED("it failed");

    private final String words;

    JobState(String words) {
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
