package org.jollyledger.web.problem;

import java.io.IOException;
import org.springframework.util.unit.DataSize;

/** A body that did not say its length has come to the limit. */
public final class BodyTooLarge extends IOException {
    private static final long serialVersionUID = 1L;

    private final transient DataSize limit;

    BodyTooLarge(DataSize limit) {
        super("The body is larger than " + limit + ".");
        this.limit = limit;
    }

    public DataSize limit() {
        return limit;
    }
}
