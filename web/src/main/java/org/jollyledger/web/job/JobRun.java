package org.jollyledger.web.job;

import java.nio.file.Path;
import java.util.function.Supplier;

/** A job while it runs: where its files lie, whether it is to stop, and how far it has come. */
public final class JobRun {
    private final String token;
    private final Path folder;
    private final Path result;
    private volatile boolean stopped;
    private volatile Supplier<String> progress = () -> "";

    JobRun(String token, Path folder, Path result) {
        this.token = token;
        this.folder = folder;
        this.result = result;
    }

    public String token() {
        return token;
    }

    /** A folder for whatever the work needs on the way. */
    public Path folder() {
        return folder;
    }

    /** Where the result is written; it counts when the work has ended. */
    public Path result() {
        return result;
    }

    /** Whether to end before the next item. */
    public boolean isStopped() {
        return stopped;
    }

    void stop() {
        stopped = true;
    }

    /** Tells where to ask how far the work has come; asked by others while it runs. */
    public void follow(Supplier<String> document) {
        progress = document;
    }

    String progress() {
        return progress.get();
    }
}
