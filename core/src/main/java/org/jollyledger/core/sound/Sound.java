package org.jollyledger.core.sound;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jollyledger.core.code.Codes;

/**
 * The library-independent meaning of a line, such as "crash 2, edge".
 *
 * <p>Its code is made of the parts that differ from the usual, joined by dots, always in the order kit piece, number,
 * side, articulation, openness: {@code kick.hit}, {@code snare.rim-shot}, {@code tom.3.head}, {@code
 * crash.2.left.choke}, {@code hihat.tip.half}. Codes are stable: files hold them.
 *
 * @param piece the kit piece
 * @param number 1 to 32: which of its kind; toms from high to low
 * @param side where it is, where that matters
 * @param articulation how it is struck; one that the piece knows
 * @param openness how far a hi-hat is open; only for a hi-hat that is struck, and always there
 */
public record Sound(
        KitPiece piece, int number, Optional<Side> side, Articulation articulation, Optional<Openness> openness) {
    public static final int HIGHEST_NUMBER = 32;

    public Sound {
        if (number < 1 || number > HIGHEST_NUMBER) {
            throw new IllegalArgumentException(
                    "A " + piece.words() + " has a number from 1 to " + HIGHEST_NUMBER + ", not " + number + ".");
        }
        if (!piece.knows(articulation)) {
            throw new IllegalArgumentException("A " + piece.words() + " has no articulation \"" + articulation.code()
                    + "\"; it has " + Codes.list(piece.articulations()) + ".");
        }
        if (openness.isPresent() != opens(piece, articulation)) {
            throw new IllegalArgumentException(
                    openness.isPresent()
                            ? "Only a struck hi-hat has an openness, \"" + piece.code() + "." + articulation.code()
                                    + "\" has none."
                            : "A struck hi-hat needs an openness: " + Codes.list(List.of(Openness.values())) + ".");
        }
    }

    /** {@return a sound without a side; a struck hi-hat is closed} */
    public static Sound of(KitPiece piece, int number, Articulation articulation) {
        return new Sound(
                piece,
                number,
                Optional.empty(),
                articulation,
                opens(piece, articulation) ? Optional.of(Openness.CLOSED) : Optional.empty());
    }

    /**
     * Reads a code. Parts that are left out have their usual value: number 1, no side, the piece's first
     * articulation, a closed hi-hat.
     *
     * @return the sound
     * @throws IllegalArgumentException with a sentence that names the part that is wrong and what may be there
     */
    public static Sound parse(String code) {
        String[] parts = code.strip().toLowerCase(Locale.ROOT).split("\\.", -1);
        KitPiece piece = Codes.find(KitPiece.class, parts[0])
                .orElseThrow(() -> new IllegalArgumentException("There is no sound \"" + code
                        + "\": its first part must be a kit piece such as kick, snare, tom, hihat, ride or crash."));
        int next = 1;
        int number = 1;
        if (next < parts.length && !parts[next].isEmpty() && parts[next].chars().allMatch(Character::isDigit)) {
            number = parts[next].length() > 2 ? HIGHEST_NUMBER + 1 : Integer.parseInt(parts[next]);
            next++;
        }
        Optional<Side> side = next < parts.length ? Codes.find(Side.class, parts[next]) : Optional.empty();
        next += side.isPresent() ? 1 : 0;
        Optional<Articulation> articulation =
                next < parts.length ? Codes.find(Articulation.class, parts[next]) : Optional.empty();
        // "hihat.open" names an openness alone: "open" is also an articulation, but none that a hi-hat knows.
        articulation = articulation.filter(found -> piece != KitPiece.HIHAT || piece.knows(found));
        next += articulation.isPresent() ? 1 : 0;
        Optional<Openness> openness = next < parts.length ? Codes.find(Openness.class, parts[next]) : Optional.empty();
        next += openness.isPresent() ? 1 : 0;
        if (next < parts.length) {
            throw new IllegalArgumentException("There is no sound \"" + code + "\": \"" + parts[next]
                    + "\" is no part of a " + piece.words() + "; it has "
                    + Codes.list(piece.articulations()) + ".");
        }
        Articulation stroke = articulation.orElse(piece.usualArticulation());
        if (openness.isEmpty() && opens(piece, stroke)) {
            openness = Optional.of(Openness.CLOSED);
        }
        return new Sound(piece, number, side, stroke, openness);
    }

    /** {@return a hi-hat struck in the same way, but open so far} */
    public Sound withOpenness(Openness newOpenness) {
        return new Sound(piece, number, side, articulation, Optional.of(newOpenness));
    }

    /** The very drum or cymbal that a sound comes from, however it is struck. */
    public record Instrument(KitPiece piece, int number, Optional<Side> side) {}

    /** {@return the very drum or cymbal that it comes from} */
    public Instrument instrument() {
        return new Instrument(piece, number, side);
    }

    /** {@return whether another sound comes from the very same piece, however it is struck} */
    public boolean isSamePieceAs(Sound other) {
        return instrument().equals(other.instrument());
    }

    /** {@return the stable code} */
    public String code() {
        StringBuilder code = new StringBuilder(piece.code());
        if (number > 1 || piece.alwaysCounted()) {
            code.append('.').append(number);
        }
        side.ifPresent(where -> code.append('.').append(where.code()));
        code.append('.').append(articulation.code());
        openness.ifPresent(opening -> code.append('.').append(opening.code()));
        return code.toString();
    }

    /** {@return the family of its kit piece} */
    public Family family() {
        return piece.family();
    }

    /** {@return the kit piece with its number and side in words, such as "crash 2" or "left kick"} */
    public String pieceWords() {
        String words = side.map(where -> where.code() + " ").orElse("") + piece.words();
        return number > 1 || piece.alwaysCounted() ? words + " " + number : words;
    }

    /** {@return the sound in words, such as "crash 2, edge" or "hi-hat, tip, half open"} */
    public String words() {
        String opening = openness.map(how -> ", " + how.words()).orElse("");
        return pieceWords() + ", " + articulation.words() + opening;
    }

    /** {@return how far this sound is from another one, and why} */
    public SoundDistance distanceTo(Sound other) {
        return SoundDistance.between(this, other);
    }

    /** {@return whether the sound is a drum's at all, and no key switch or other control} */
    public boolean isDrum() {
        return piece != KitPiece.CONTROL;
    }

    @Override
    public String toString() {
        return code();
    }

    private static boolean opens(KitPiece piece, Articulation articulation) {
        return piece == KitPiece.HIHAT
                && articulation != Articulation.PEDAL_CLOSE
                && articulation != Articulation.PEDAL_SPLASH
                && articulation != Articulation.CHOKE
                && articulation != Articulation.STRUCK_CHOKE;
    }
}
