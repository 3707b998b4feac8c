package org.jollyledger.web.ledger;

import java.time.Instant;
import java.util.Optional;

/**
 * What can be done with a map as it stands.
 *
 * @param builtIn whether it stays as published
 * @param undoable the change that can be taken back, in words
 * @param redoable the change that can be done again, in words
 * @param changedAt when it was changed last
 */
public record EditState(boolean builtIn, Optional<String> undoable, Optional<String> redoable, Instant changedAt) {}
