package org.jollyledger.core.sound;

import java.util.Locale;

/** The large groups of sounds that are told apart at a glance, each with the letter that goes with its colour. */
public enum Family {
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

    public String words() {
        return words;
    }

    public char letter() {
        return letter;
    }

    /** The stable code: the constant's name in lower case. */
    public String code() {
        return name().toLowerCase(Locale.ROOT);
    }
}
