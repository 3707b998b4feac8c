package org.jollyledger.web.job;

import java.io.IOException;

/** A kind of job: what its work is. */
public interface JobKind {
    /** Its stable code, such as {@code convert}. */
    String code();

    /**
     * Does the work of a job from its start, on the thread of jobs, and leaves the result in {@link JobRun#result()}. It looks
     * at {@link JobRun#isStopped()} after each item, and ends early with what it has when it is stopped.
     *
     * @throws IOException when its files cannot be read or written
     */
    void run(JobRun run) throws IOException;
}
