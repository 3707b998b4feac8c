package org.jollyledger.core.sound;

import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;

/** The large groups of sounds that are told apart at a glance, each with the letter that goes with its colour. */
public enum Family implements Coded {
    KICK("kick", 'K'),
    SNARE("snare", 'S'),
    TOM("toms", 'T'),
    HIHAT("hats", 'H'),
    CYMBAL("cymbals", 'C'),
    PERCUSSION("percussion", 'P'),
    CONTROL("not a drum", 'N');

    private final String words;
    private final char letter;

    Family(String words, char letter) {
        this.words = words;
        this.letter = letter;
    }

    /** {@return the family in words} */
    public String words() {
        return words;
    }

    /** {@return the capital letter that marks the family along with its colour} */
    public char letter() {
        return letter;
    }

    /**
     * {@return the family with a code}
     *
     * @throws IllegalArgumentException when there is none, with a sentence that names them all
     */
    public static Family parse(String code) {
        return Codes.parse(Family.class, "family of sounds", code);
    }
}
