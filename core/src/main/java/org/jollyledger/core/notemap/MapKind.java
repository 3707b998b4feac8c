package org.jollyledger.core.notemap;

import java.util.Locale;

/** What a map belongs to. */
public enum MapKind {
    LIBRARY("library"),
    KIT("electronic kit"),
    PADS("pads"),
    STANDARD("standard");

    private final String words;

    MapKind(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /** The stable code: library, kit, pads or standard. */
    public String code() {
        return name().toLowerCase(Locale.ROOT);
    }
}
