package org.jollyledger.web.job;

import java.time.Instant;

/**
 * A job as it is now.
 *
 * @param token its address
 * @param kind the code of its kind
 * @param name what it is called
 * @param state what it is at
 * @param items how many items of work are expected; 0 when that is not known
 * @param progress how far it has come, as its kind writes it; "" before it began
 * @param message what else is to be said; "" for nothing
 * @param createdAt when it was made
 */
public record Job(
        String token,
        String kind,
        String name,
        JobState state,
        int items,
        String progress,
        String message,
        Instant createdAt) {
    Job withProgress(String now) {
        return new Job(token, kind, name, state, items, now, message, createdAt);
    }
}
