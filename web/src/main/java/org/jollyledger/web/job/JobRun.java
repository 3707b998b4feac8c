package org.jollyledger.web.job;

import java.nio.file.Path;
import java.util.function.Supplier;
import org.jollyledger.web.room.DiskRoom;

/** A job while it runs: where its files lie, whether it is to stop, and how far it has come. */
public final class JobRun {
    private final String token;
    private final Path folder;
    private final Path result;
    private final DiskRoom room;
    private volatile boolean stopped;
    private volatile boolean outOfRoom;
    private volatile Supplier<String> progress = () -> "";

    JobRun(String token, Path folder, Path result, DiskRoom room) {
        this.token = token;
        this.folder = folder;
        this.result = result;
        this.room = room;
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

    /** Whether to end before the next item: somebody said so, or the disk is full. */
    public boolean isStopped() {
        outOfRoom = outOfRoom || room.isShort();
        return stopped || outOfRoom;
    }

    boolean isOutOfRoom() {
        return outOfRoom;
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
