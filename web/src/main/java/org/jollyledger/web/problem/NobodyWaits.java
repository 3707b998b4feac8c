package org.jollyledger.web.problem;

import org.jollyledger.core.patience.Patience.GivenUp;

/** Whoever asked is gone; there is nobody who could be answered. */
public final class NobodyWaits extends GivenUp {
    private static final long serialVersionUID = 1L;

    public NobodyWaits() {
        super("Whoever asked is gone.");
    }
}
