package org.jollyledger.core.sound;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jollyledger.core.sound.Meaning.Standing;
import org.jollyledger.core.sound.NameTokens.Kind;
import org.jollyledger.core.sound.NameTokens.Token;

/**
 * A stretch of a name with what it means.
 *
 * @param text as the table of words has it
 * @param written as it is in the name
 * @param meaning what it says; nothing, where it is no word of the trade
 * @param likeness 0 to 1: how surely it is the word of the table; 0 for one that is none
 * @param inches whether it is the size of a drum or a cymbal
 */
record Fragment(String text, String written, Meaning meaning, double likeness, boolean inches) {
    private static final SoundWords TABLE = SoundWords.table();
    private static final NameTokens TOKENS = new NameTokens(TABLE);
    private static final int MOST_DIGITS = 3;

    /** The fragments of a name: at each place the longest that the table has. */
    static List<Fragment> of(String name) {
        List<Token> tokens = TOKENS.of(name);
        List<Fragment> fragments = new ArrayList<>();
        for (int at = 0; at < tokens.size(); ) {
            int length = longestKnown(tokens, at);
            fragments.add(length > 0 ? known(tokens.subList(at, at + length)) : unknown(tokens, at));
            at += Math.max(1, length);
        }
        return fragments;
    }

    private static int longestKnown(List<Token> tokens, int at) {
        int length = Math.min(TABLE.mostWords(), tokens.size() - at);
        while (length > 0
                && TABLE.meaning(text(tokens.subList(at, at + length))).isEmpty()) {
            length--;
        }
        return length;
    }

    private static String text(List<Token> tokens) {
        return String.join(" ", tokens.stream().map(Token::text).toList());
    }

    private static Fragment known(List<Token> tokens) {
        String text = text(tokens);
        return new Fragment(
                text,
                String.join(" ", tokens.stream().map(Token::written).toList()),
                TABLE.meaning(text).orElseThrow(),
                tokens.stream().mapToDouble(Token::likeness).min().orElseThrow(),
                false);
    }

    private static Fragment unknown(List<Token> tokens, int at) {
        Token token = tokens.get(at);
        if (token.kind() == Kind.UNCLEAR) {
            return new Fragment(token.text(), token.written(), new Meaning.Unclear(), 0, false);
        }
        if (token.kind() != Kind.WORD) {
            int number = token.text().length() > MOST_DIGITS ? 0 : Integer.parseInt(token.text());
            return new Fragment(
                    token.text(), token.written(), new Meaning.Count(number), 1, token.kind() == Kind.INCHES);
        }
        boolean counted = at + 1 < tokens.size() && tokens.get(at + 1).kind() == Kind.NUMBER;
        Optional<KitPiece> piece = counted ? pieceOfLetter(token.text()) : Optional.empty();
        return piece.isPresent()
                ? new Fragment(token.text(), token.written(), named(piece.get()), 1, false)
                : new Fragment(token.text(), token.written(), new Meaning.Nothing(), 0, false);
    }

    /** Letters that name a piece when a number follows: "T4". */
    private static Optional<KitPiece> pieceOfLetter(String letter) {
        return switch (letter) {
            case "t" -> Optional.of(KitPiece.TOM);
            case "k" -> Optional.of(KitPiece.KICK);
            case "s" -> Optional.of(KitPiece.SNARE);
            default -> Optional.empty();
        };
    }

    private static Meaning named(KitPiece piece) {
        return new Meaning.Piece(piece, 0, Optional.empty(), Optional.empty(), Optional.empty(), Standing.STRONG);
    }

    /** The same stretch with what it means next to other words. */
    Fragment meaning(Meaning beside, double itsLikeness) {
        return new Fragment(text, written, beside, itsLikeness, inches);
    }

    Optional<Meaning.Piece> piece() {
        return meaning instanceof Meaning.Piece piece ? Optional.of(piece) : Optional.empty();
    }
}
