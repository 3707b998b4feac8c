package org.jollyledger.core.notemap;

import java.util.Comparator;
import java.util.List;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Side;
import org.jollyledger.core.sound.Sound;

/** The orders in which lines can be shown. */
public enum KitOrder implements Coded {
    /** As a drum staff is read, cymbals at the top and the kick at the bottom, and each group from left to right. */
    KIT("as the kit stands", Comparator.comparing(Line::sound, bySound())),
    NOTE(
            "by note",
            Comparator.comparing(line -> line.place().map(note -> note.number()).orElse(Integer.MAX_VALUE))),
    NAME("by name", Comparator.comparing(Line::name, String.CASE_INSENSITIVE_ORDER));

    /** From the top of the staff to its bottom. */
    private static final List<Family> FAMILIES = List.of(
            Family.CYMBAL, Family.HIHAT, Family.TOM, Family.SNARE, Family.KICK, Family.PERCUSSION, Family.CONTROL);

    /** As a right-handed drummer sees them: crashes and splashes before the ride, which is on the right. */
    private static final List<KitPiece> CYMBALS =
            List.of(KitPiece.CRASH, KitPiece.SPLASH, KitPiece.CHINA, KitPiece.STACK, KitPiece.RIDE, KitPiece.GONG);

    private final String words;
    private final Comparator<Line> order;

    KitOrder(String words, Comparator<Line> order) {
        this.words = words;
        this.order = order;
    }

    /** {@return the order in words} */
    public String words() {
        return words;
    }

    /**
     * {@return the order with a code: kit, note or name}
     *
     * @throws IllegalArgumentException when there is none
     */
    public static KitOrder parse(String code) {
        return Codes.parse(KitOrder.class, "order of lines", code);
    }

    /** {@return the order itself; lines that are alike in it keep theirs} */
    public Comparator<Line> comparator() {
        return order;
    }

    private static Comparator<Sound> bySound() {
        return Comparator.comparingInt((Sound sound) -> FAMILIES.indexOf(sound.family()))
                .thenComparingInt(sound -> CYMBALS.contains(sound.piece())
                        ? CYMBALS.indexOf(sound.piece())
                        : sound.piece().ordinal())
                .thenComparingInt(sound -> sound.side().map(Side::ordinal).orElse(Side.CENTRE.ordinal()))
                .thenComparingInt(Sound::number)
                .thenComparingInt(sound -> sound.piece().articulations().indexOf(sound.articulation()))
                .thenComparingInt(sound -> sound.openness().map(Enum::ordinal).orElse(-1));
    }
}
