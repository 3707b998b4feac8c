package org.jollyledger.web.ledger;

import java.time.Instant;
import org.jollyledger.web.revision.Steps;

/**
 * What can be done with a map as it is now.
 *
 * @param builtIn whether it stays as published
 * @param steps what can be undone and redone
 * @param changedAt when it was changed last
 */
public record EditState(boolean builtIn, Steps steps, Instant changedAt) {}
