package org.jollyledger.core.reconcile;

import org.jollyledger.core.code.Coded;

/** How sure it is that a part was written for the likeliest map. */
public enum Confidence implements Coded {
    /** Wrong in one of a hundred at most, on the music it was measured with. */
    CERTAIN("certain"),
    LIKELY("likely"),
    /** Others are nearly as likely. */
    PERHAPS("perhaps"),
    /** No map fits, or the part has no drums. */
    NONE("none of your maps");

    private final String words;

    Confidence(String words) {
        this.words = words;
    }

    /** {@return it in words} */
    public String words() {
        return words;
    }

    /** {@return whether one map is clearly the likeliest} */
    public boolean isClear() {
        return this == CERTAIN || this == LIKELY;
    }
}
