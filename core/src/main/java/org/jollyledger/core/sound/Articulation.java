package org.jollyledger.core.sound;

import org.jollyledger.core.code.Coded;

/** How a kit piece is struck or otherwise made to sound. Which pieces know which is in {@link KitPiece}. */
public enum Articulation implements Coded {
    HIT("hit", Stroke.PLAIN),
    CENTRE("centre", Stroke.PLAIN),
    OFF_CENTRE("off-centre", Stroke.EDGE),
    HEAD("head", Stroke.PLAIN),
    TIP("tip", Stroke.PLAIN),
    BOW("bow", Stroke.PLAIN),
    OPEN("open", Stroke.PLAIN),
    SNARES_OFF("snares off", Stroke.EDGE),
    EDGE("edge", Stroke.EDGE),
    BELL("bell", Stroke.BELL),
    SLAP("slap", Stroke.RIM),
    RIM_SHOT("rim shot", Stroke.RIM),
    RIM("rim", Stroke.CLICK),
    RIM_CLICK("rim click", Stroke.CLICK),
    SIDE_STICK("side stick", Stroke.CLICK),
    MUTED("muted", Stroke.DAMPED),
    SHORT("short", Stroke.DAMPED),
    LONG("long", Stroke.PLAIN),
    ROLL("roll", Stroke.MULTIPLE),
    BUZZ("buzz", Stroke.MULTIPLE),
    FLAM("flam", Stroke.MULTIPLE),
    DRAG("drag", Stroke.MULTIPLE),
    RUFF("ruff", Stroke.MULTIPLE),
    SWELL("swell", Stroke.SWELL),
    BRUSH_TAP("brush tap", Stroke.BRUSH),
    BRUSH_SWEEP("brush sweep", Stroke.BRUSH),
    BRUSH_SWIRL("brush swirl", Stroke.BRUSH),
    PEDAL_CLOSE("pedal close", Stroke.PEDAL),
    PEDAL_SPLASH("pedal splash", Stroke.PEDAL_SPLASH),
    /** The damped tail of a cymbal that is grabbed while it rings; no stroke. */
    CHOKE("choke", Stroke.CHOKE),
    /** A stroke that is damped at once: it sounds, and chokes what rings. */
    STRUCK_CHOKE("struck and choked", Stroke.STRUCK_CHOKE),
    SWITCH("switch", Stroke.PLAIN);

    private final String words;
    private final Stroke stroke;

    Articulation(String words, Stroke stroke) {
        this.words = words;
        this.stroke = stroke;
    }

    /** {@return the articulation in words} */
    public String words() {
        return words;
    }

    Stroke stroke() {
        return stroke;
    }
}
