package org.jollyledger.web.batch;

import java.time.Instant;
import org.jollyledger.web.job.JobState;

/**
 * A batch as it is now.
 *
 * @param token its address
 * @param name what it is called
 * @param source the name of the map the parts were written for
 * @param target the name of the map they are to play on
 * @param proposing how its routes come about
 * @param state its status
 * @param expected how many files are expected; 0 when that is not known
 * @param progress how far it has come
 * @param message what else is to be said; "" for nothing
 * @param createdAt when it was made
 */
public record Batch(
        String token,
        String name,
        String source,
        String target,
        Proposing proposing,
        JobState state,
        int expected,
        BatchProgress progress,
        String message,
        Instant createdAt) {
    /** How much is done, 0 to 100. */
    public int percent() {
        int files = progress.tally().files();
        return expected == 0 ? 0 : (int) Math.min(100, 100L * files / expected);
    }
}
