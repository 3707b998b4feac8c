package org.jollyledger.core.notemap;

import java.util.Arrays;
import java.util.List;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;

/** What a pad of an electronic kit or of a pad controller is, with the zones that one can have, from the middle outwards. */
public enum PadKind implements Coded {
    HEAD("drum", ZoneKind.HEAD, ZoneKind.RIM),
    CYMBAL("cymbal", ZoneKind.BELL, ZoneKind.BOW, ZoneKind.EDGE),
    HAT("hi-hat", ZoneKind.BELL, ZoneKind.BOW, ZoneKind.EDGE),
    PAD("pad", ZoneKind.HEAD),
    TRIGGER("trigger", ZoneKind.HEAD);

    private final String words;
    private final List<ZoneKind> zones;

    PadKind(String words, ZoneKind... zones) {
        this.words = words;
        this.zones = Arrays.asList(zones);
    }

    /** {@return the kind in words} */
    public String words() {
        return words;
    }

    /** {@return the zones that it can have, from the middle outwards} */
    public List<ZoneKind> zones() {
        return zones;
    }

    /**
     * {@return the kind with a code}
     *
     * @throws IllegalArgumentException when there is none
     */
    public static PadKind parse(String code) {
        return Codes.parse(PadKind.class, "kind of pad", code);
    }
}
