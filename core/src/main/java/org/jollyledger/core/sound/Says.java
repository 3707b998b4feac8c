package org.jollyledger.core.sound;

/** What a word of a name speaks of. */
public enum Says {
    /** What is struck: "snare", "ride". */
    PIECE,
    /** How it is struck: "rim shot", "edge". */
    STROKE,
    /** How far a hi-hat is open: "half open", "tight". */
    OPENING,
    /** Which of several by pitch: "high", "floor". */
    PITCH,
    /** Which of several by number. */
    NUMBER,
    /** Where it is, or with which hand it is played. */
    SIDE,
    /** A word that is none of the trade's. */
    UNKNOWN
}
