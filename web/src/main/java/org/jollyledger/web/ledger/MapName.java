package org.jollyledger.web.ledger;

/**
 * A map as a list of choices names it.
 *
 * @param slug its address
 * @param name what the owner calls it
 * @param kind the code of its kind
 * @param lineCount how many lines it has
 */
public record MapName(String slug, String name, String kind, int lineCount) implements Choice {}
