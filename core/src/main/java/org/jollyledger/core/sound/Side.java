package org.jollyledger.core.sound;

import java.util.Locale;

/** The side a kit piece stands on, or the foot or hand that plays it, as the drummer sees it. */
public enum Side {
    LEFT,
    CENTRE,
    RIGHT;

    /** The stable code. A centred piece is "middle", so that it is not taken for a stroke at the centre of a head. */
    public String code() {
        return this == CENTRE ? "middle" : name().toLowerCase(Locale.ROOT);
    }
}
