package org.jollyledger.web.revision;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * What every new revision is made of, whatever its content.
 *
 * @param ownerId the key of what it is a revision of
 * @param number counted from 1
 * @param parent the number of the state before it; null for the first of all
 * @param summary what was done, in words
 * @param at when
 */
public record Stamp(long ownerId, int number, @Nullable Integer parent, String summary, Instant at) {}
