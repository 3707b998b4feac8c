package org.jollyledger.core.sound;

import static org.jollyledger.core.sound.Articulation.*;

import java.util.List;
import java.util.Set;
import org.jollyledger.core.code.Coded;

/**
 * The kit pieces of the catalogue: enough for large acoustic libraries, electronic kits and both General MIDI
 * percussion lists. Toms count from high to low whether they hang or stand; hand drums, blocks and bells that come in
 * pairs count from high to low as well.
 */
public enum KitPiece implements Coded {
    KICK("kick", Family.KICK, Count.SELDOM, HIT, MUTED, ROLL),
    SNARE(
            "snare",
            Family.SNARE,
            Count.SELDOM,
            CENTRE,
            OFF_CENTRE,
            EDGE,
            RIM_SHOT,
            SIDE_STICK,
            RIM_CLICK,
            MUTED,
            SNARES_OFF,
            ROLL,
            BUZZ,
            FLAM,
            DRAG,
            RUFF,
            BRUSH_TAP,
            BRUSH_SWEEP,
            BRUSH_SWIRL),
    TOM("tom", Family.TOM, Count.ALWAYS, HEAD, EDGE, RIM_SHOT, RIM, MUTED, ROLL, FLAM, BRUSH_TAP, BRUSH_SWEEP),
    HIHAT(
            "hi-hat",
            Family.HIHAT,
            Count.SELDOM,
            TIP,
            EDGE,
            BELL,
            PEDAL_CLOSE,
            PEDAL_SPLASH,
            CHOKE,
            STRUCK_CHOKE,
            BRUSH_TAP),
    RIDE(
            "ride",
            Family.CYMBAL,
            Count.ALWAYS,
            BOW,
            EDGE,
            BELL,
            CHOKE,
            STRUCK_CHOKE,
            MUTED,
            SWELL,
            ROLL,
            BRUSH_TAP,
            BRUSH_SWEEP),
    CRASH("crash", Family.CYMBAL, Count.ALWAYS, EDGE, BOW, BELL, CHOKE, STRUCK_CHOKE, MUTED, SWELL, ROLL, BRUSH_TAP),
    SPLASH("splash", Family.CYMBAL, Count.ALWAYS, EDGE, BOW, BELL, CHOKE, STRUCK_CHOKE, MUTED),
    CHINA("china", Family.CYMBAL, Count.ALWAYS, EDGE, BOW, BELL, CHOKE, STRUCK_CHOKE, MUTED, SWELL),
    STACK("stack", Family.CYMBAL, Count.ALWAYS, EDGE, BOW, BELL, CHOKE, STRUCK_CHOKE, MUTED),
    GONG("gong", Family.CYMBAL, Count.ALWAYS, HIT, EDGE, CHOKE, STRUCK_CHOKE, MUTED, SWELL, ROLL),
    COWBELL("cowbell", Family.PERCUSSION, Count.SELDOM, OPEN, EDGE, MUTED),
    AGOGO("agogo", Family.PERCUSSION, Count.ALWAYS, OPEN, MUTED),
    WOOD_BLOCK("wood block", Family.PERCUSSION, Count.ALWAYS, HIT, MUTED),
    TEMPLE_BLOCK("temple block", Family.PERCUSSION, Count.ALWAYS, HIT, MUTED),
    CLAVES("claves", Family.PERCUSSION, Count.SELDOM, HIT),
    CASTANETS("castanets", Family.PERCUSSION, Count.SELDOM, HIT, ROLL),
    BONGO("bongo", Family.PERCUSSION, Count.ALWAYS, OPEN, MUTED, SLAP, RIM, ROLL, FLAM),
    CONGA("conga", Family.PERCUSSION, Count.ALWAYS, OPEN, MUTED, SLAP, RIM, ROLL, FLAM),
    TIMBALE("timbale", Family.PERCUSSION, Count.ALWAYS, OPEN, MUTED, RIM_SHOT, RIM, ROLL),
    SURDO("surdo", Family.PERCUSSION, Count.SELDOM, OPEN, MUTED),
    CAJON("cajon", Family.PERCUSSION, Count.SELDOM, OPEN, SLAP, MUTED),
    CUICA("cuica", Family.PERCUSSION, Count.SELDOM, OPEN, MUTED),
    TAMBOURINE("tambourine", Family.PERCUSSION, Count.SELDOM, HIT, MUTED, ROLL),
    SHAKER("shaker", Family.PERCUSSION, Count.SELDOM, HIT, SHORT, LONG),
    MARACAS("maracas", Family.PERCUSSION, Count.SELDOM, HIT),
    CABASA("cabasa", Family.PERCUSSION, Count.SELDOM, HIT, LONG),
    JINGLE_BELL("jingle bell", Family.PERCUSSION, Count.SELDOM, HIT, ROLL),
    BELL_TREE("bell tree", Family.PERCUSSION, Count.SELDOM, HIT),
    TRIANGLE("triangle", Family.PERCUSSION, Count.SELDOM, OPEN, MUTED, ROLL),
    GUIRO("guiro", Family.PERCUSSION, Count.SELDOM, SHORT, LONG),
    VIBRASLAP("vibraslap", Family.PERCUSSION, Count.SELDOM, HIT),
    WHISTLE("whistle", Family.PERCUSSION, Count.SELDOM, SHORT, LONG),
    CLAP("hand clap", Family.PERCUSSION, Count.SELDOM, HIT),
    FINGER_SNAP("finger snap", Family.PERCUSSION, Count.SELDOM, HIT),
    STICKS("sticks", Family.PERCUSSION, Count.SELDOM, HIT),
    CLICK("click", Family.PERCUSSION, Count.SELDOM, HIT),
    METRONOME("metronome", Family.PERCUSSION, Count.SELDOM, HIT, BELL),
    SCRATCH("scratch", Family.PERCUSSION, Count.SELDOM, SHORT, LONG),
    EFFECT("effect", Family.PERCUSSION, Count.ALWAYS, HIT, SHORT, LONG),
    CONTROL("control", Family.CONTROL, Count.ALWAYS, SWITCH);

    /** Whether a piece is named with its number even when it is the first. */
    private enum Count {
        ALWAYS,
        SELDOM
    }

    private final String words;
    private final Family family;
    private final Count count;
    private final List<Articulation> articulations;
    private final Set<Articulation> articulationSet;

    KitPiece(String words, Family family, Count count, Articulation... articulations) {
        this.words = words;
        this.family = family;
        this.count = count;
        this.articulations = List.of(articulations);
        this.articulationSet = Set.of(articulations);
    }

    /** {@return the kit piece in words} */
    public String words() {
        return words;
    }

    /** {@return the family that the piece belongs to} */
    public Family family() {
        return family;
    }

    /** {@return the articulations this piece knows; the first is meant when none is named} */
    public List<Articulation> articulations() {
        return articulations;
    }

    /** {@return the articulation that is meant when none is named} */
    public Articulation usualArticulation() {
        return articulations.get(0);
    }

    boolean knows(Articulation articulation) {
        return articulationSet.contains(articulation);
    }

    /** {@return whether it is the lowest drum of a set, so that of toms only a low one can stand in} */
    public boolean isLowDrum() {
        return this == KICK || this == SURDO;
    }

    boolean alwaysCounted() {
        return count == Count.ALWAYS;
    }
}
