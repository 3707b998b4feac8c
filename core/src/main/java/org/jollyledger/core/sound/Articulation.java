package org.jollyledger.core.sound;

import org.jollyledger.core.code.Coded;

/**
 * How a kit piece is struck or otherwise made to sound, the usual ways before the rare ones. Which pieces know which is
 * in {@link KitPiece}.
 */
public enum Articulation implements Coded {
    HIT("hit", Stroke.PLAIN),
    CENTRE("centre", Stroke.PLAIN),
    OFF_CENTRE("off-centre", Stroke.OFF_CENTRE),
    HEAD("head", Stroke.PLAIN),
    TIP("tip", Stroke.PLAIN),
    BOW("bow", Stroke.PLAIN),
    OPEN("open", Stroke.PLAIN),
    SNARES_OFF("snares off", Stroke.SNARES_OFF),
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
    ROLL("roll", Stroke.ROLLED),
    BUZZ("buzz", Stroke.ROLLED),
    FLAM("flam", Stroke.GRACED),
    DRAG("drag", Stroke.GRACED),
    RUFF("ruff", Stroke.GRACED),
    SWELL("swell", Stroke.SWELL),
    BRUSH_TAP("brush tap", Stroke.BRUSH_TAP),
    BRUSH_SWEEP("brush sweep", Stroke.BRUSHED),
    BRUSH_SWIRL("brush swirl", Stroke.BRUSHED),
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

    /** {@return whether it is loud by itself, so that nobody plays it softly} */
    public boolean isForceful() {
        return this == RIM_SHOT || this == SLAP || this == STRUCK_CHOKE || this == BELL;
    }
}
