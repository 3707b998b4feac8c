package org.jollyledger.core.sound;

import org.jollyledger.core.code.Coded;

/** The side a kit piece is on, or the foot or hand that plays it, as the drummer sees it. */
public enum Side implements Coded {
    LEFT,
    CENTRE,
    RIGHT;

    /** The stable code. A centred piece is "middle", so that it is not taken for a stroke at the centre of a head. */
    @Override
    public String code() {
        return this == CENTRE ? "middle" : Coded.super.code();
    }
}
