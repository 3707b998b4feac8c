package org.jollyledger.core.notemap;

import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;

/** What a map belongs to. */
public enum MapKind implements Coded {
    LIBRARY("library"),
    KIT("electronic kit"),
    PADS("pads"),
    STANDARD("standard");

    private final String words;

    MapKind(String words) {
        this.words = words;
    }

    /** {@return the kind in words} */
    public String words() {
        return words;
    }

    /**
     * {@return the kind with a code: library, kit, pads or standard}
     *
     * @throws IllegalArgumentException when there is none
     */
    public static MapKind parse(String code) {
        return Codes.parse(MapKind.class, "kind of map", code);
    }
}
