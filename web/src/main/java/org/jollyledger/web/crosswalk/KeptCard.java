package org.jollyledger.web.crosswalk;

import java.time.Instant;
import org.jollyledger.web.ledger.Choice;

/** A kept crosswalk as a list shows it. */
public record KeptCard(
        String slug,
        String name,
        String fromSlug,
        String from,
        String toSlug,
        String to,
        boolean usual,
        Instant changedAt)
        implements Choice {}
