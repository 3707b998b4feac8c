package org.jollyledger.core.sheet;

import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;

/** Where a walk over the hits of a sheet can go. */
public enum Way implements Coded {
    LEFT,
    RIGHT,
    UP,
    DOWN,
    NEXT_SILENT,
    PREVIOUS_SILENT;

    /**
     * Reads a code.
     *
     * @return the way
     * @throws IllegalArgumentException when there is no such way
     */
    public static Way parse(String code) {
        return Codes.parse(Way.class, "way to walk", code);
    }
}
