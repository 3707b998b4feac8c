package org.jollyledger.web.revision;

import java.time.Instant;

/**
 * A revision as a list shows it.
 *
 * @param number counted from 1
 * @param summary what was done, in words
 * @param createdAt when
 */
public record RevisionCard(int number, String summary, Instant createdAt) {}
