package org.jollyledger.web.ledger;

/** Something of the ledger as a list of choices names it. */
public interface Choice {
    /** Its address. */
    String slug();

    /** What the owner calls it. */
    String name();
}
