package org.jollyledger.core.sheet;

import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;

/** Where a walk over the hits of a sheet can go. */
public enum Way {
    LEFT,
    RIGHT,
    UP,
    DOWN,
    NEXT_SILENT,
    PREVIOUS_SILENT;

    /** The stable code, such as {@code next-silent}. */
    public String code() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /**
     * Reads a code.
     *
     * @throws IllegalArgumentException when there is no such way
     */
    public static Way parse(String code) {
        return Arrays.stream(values())
                .filter(way -> way.code().equals(code))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("There is no way \"" + code + "\"; walk "
                        + Arrays.stream(values()).map(Way::code).collect(Collectors.joining(", ")) + "."));
    }
}
