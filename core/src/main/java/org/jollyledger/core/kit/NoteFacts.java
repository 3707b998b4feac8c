package org.jollyledger.core.kit;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;

/**
 * What must be known of a note of an instrument to follow its cymbals and its hi-hat while it is played, without knowing its
 * lines.
 *
 * @param note 0 to 127
 * @param cymbal of a cymbal or hi-hat the lowest note of the very same one; empty of anything else
 * @param choke in which way it chokes its cymbal; empty when it does not
 * @param ringsLong whether one hears when it is released: a cymbal, or a hi-hat that is open
 * @param hat whether it belongs to a hi-hat
 * @param openness how far open the hi-hat is that it strikes; empty when it strikes none
 * @param foot what the foot plays with it; empty when a stick strikes it
 */
public record NoteFacts(
        int note,
        OptionalInt cymbal,
        Optional<Choke> choke,
        boolean ringsLong,
        boolean hat,
        Optional<Openness> openness,
        Optional<Foot> foot) {
    /** How a note chokes. */
    public enum Choke implements Coded {
        /** It is the damped tail alone. */
        TAIL,
        /** It is a stroke that is damped at once. */
        STRUCK;

        /**
         * {@return the one with a code}
         *
         * @throws IllegalArgumentException when there is none
         */
        public static Choke parse(String code) {
            return Codes.parse(Choke.class, "way to choke", code);
        }
    }

    /** What a foot plays on a hi-hat. */
    public enum Foot implements Coded {
        /** It closes it. */
        CLOSE,
        /** It closes it and lets go at once. */
        SPLASH;

        /**
         * {@return the one with a code}
         *
         * @throws IllegalArgumentException when there is none
         */
        public static Foot parse(String code) {
            return Codes.parse(Foot.class, "stroke of a foot", code);
        }
    }

    /** {@return those of all notes that belong to a cymbal or a hi-hat, in display order} */
    public static List<NoteFacts> of(NoteMap map) {
        List<Line> lines = map.firstLines().stream()
                .filter(line -> Chokes.canBeChoked(line.sound()))
                .toList();
        Map<Sound.Instrument, Integer> lowest = new HashMap<>();
        lines.forEach(
                line -> lowest.merge(line.sound().instrument(), line.note().number(), Math::min));
        return lines.stream()
                .map(line -> of(line, lowest.get(line.sound().instrument())))
                .toList();
    }

    private static NoteFacts of(Line line, int cymbal) {
        Sound sound = line.sound();
        return new NoteFacts(
                line.note().number(),
                OptionalInt.of(cymbal),
                Chokes.isChoke(sound)
                        ? Optional.of(Chokes.isTail(sound) ? Choke.TAIL : Choke.STRUCK)
                        : Optional.empty(),
                ringsLong(sound),
                sound.family() == Family.HIHAT,
                sound.openness(),
                foot(sound.articulation()));
    }

    /** {@return whether one hears when a sound is released: a cymbal, or a hi-hat that is open} */
    public static boolean ringsLong(Sound sound) {
        return !Chokes.isChoke(sound)
                && (sound.family() == Family.CYMBAL
                        || Hats.isStruck(sound) && Hats.position(sound) >= Openness.HALF.position());
    }

    private static Optional<Foot> foot(Articulation articulation) {
        return switch (articulation) {
            case PEDAL_CLOSE -> Optional.of(Foot.CLOSE);
            case PEDAL_SPLASH -> Optional.of(Foot.SPLASH);
            default -> Optional.empty();
        };
    }
}
