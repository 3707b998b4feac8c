package org.jollyledger.core.part;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Set;
import java.util.stream.Collectors;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;

/**
 * What can keep a part from sounding as meant on a map, in the order in which it is put right: first what else is judged
 * by, last what changes the notes.
 */
public enum DiscrepancyKind implements Coded {
    OTHER_LAYOUT("written for another map", false),
    STRAY_CHANNEL("on another channel", true),
    PEDAL_FLOOD("too many pedal values", true),
    STRUCK_TWICE("struck twice", true),
    CROSSTALK("crosstalk", false),
    HANGING("never ends", true),
    OVERLAP("struck again before its end", true),
    NO_LENGTH("too short", true),
    HELD("held too long", false),
    CHOKE_FORM("choke in a form that is not taken", false),
    CHOKE_ELSEWHERE("choke of another cymbal", false),
    CHOKE_ALONE("choke of nothing", false),
    HAT_FORM("hi-hat in a form that is not taken", false),
    HAT_CONTRADICTION("hi-hat against its pedal", false),
    OTHER_SOUND("another sound than meant", false),
    SILENT("silent", false),
    KEY_SWITCH("no drum", false),
    GHOST_LAYER("layer at the wrong loudness", false),
    SHARED_NOTE("two lines on one note", false);

    private final String words;
    private final boolean safe;

    DiscrepancyKind(String words, boolean safe) {
        this.words = words;
        this.safe = safe;
    }

    /** {@return it in words} */
    public String words() {
        return words;
    }

    /**
     * {@return whether its proposed corrections can be made without looking: no stroke that was meant is lost by them or
     * becomes another}
     */
    public boolean isSafe() {
        return safe;
    }

    /** {@return the kinds that are safe} */
    public static Set<DiscrepancyKind> allSafe() {
        return Arrays.stream(values())
                .filter(DiscrepancyKind::isSafe)
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(DiscrepancyKind.class)));
    }

    /**
     * {@return the kind with a code, such as struck-twice}
     *
     * @throws IllegalArgumentException when there is none
     */
    public static DiscrepancyKind parse(String code) {
        return Codes.parse(DiscrepancyKind.class, "kind of discrepancy", code);
    }
}
