package org.jollyledger.core.notemap;

import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;

/** Where on a pad a zone is. */
public enum ZoneKind implements Coded {
    HEAD,
    RIM,
    BOW,
    EDGE,
    BELL;

    /**
     * {@return the zone with a code}
     *
     * @throws IllegalArgumentException when there is none
     */
    public static ZoneKind parse(String code) {
        return Codes.parse(ZoneKind.class, "zone", code);
    }
}
