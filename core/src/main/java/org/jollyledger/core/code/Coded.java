package org.jollyledger.core.code;

import java.util.Locale;

/** A constant of an enum that has a stable name in files, addresses and requests. */
public interface Coded {
    /** {@return the constant's name in Java; every enum has it} */
    String name();

    /**
     * The stable code: the constant's name in lower case with hyphens, such as {@code rim-shot}.
     *
     * @return letters, digits and hyphens, never empty
     */
    default String code() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
