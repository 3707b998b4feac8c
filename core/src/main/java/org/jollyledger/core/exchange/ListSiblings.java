package org.jollyledger.core.exchange;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Says;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.sound.SoundReader;
import org.jollyledger.core.sound.SoundReading;

/**
 * What the other names of a list say about one that names no piece of a kit: "Open" behind the snares is the hi-hat's,
 * "High" is a tom, "Choke 2" belongs to the cymbal of which there are two.
 */
final class ListSiblings {
    private record Numbered(KitPiece piece, int number) {
        static Numbered of(Sound sound) {
            return new Numbered(sound.piece(), sound.number());
        }
    }

    /** The pieces of which a kit has several. */
    private static final Set<KitPiece> SEVERAL = EnumSet.of(
            KitPiece.TOM,
            KitPiece.CRASH,
            KitPiece.RIDE,
            KitPiece.SPLASH,
            KitPiece.CHINA,
            KitPiece.STACK,
            KitPiece.COWBELL);

    private static final int FEWEST_SHARING = 6;
    private static final double SHARE_SHARING = 0.9;
    private static final double SHARE_NAMING = 0.6;
    private static final int FEWEST_PIECES = 2;
    private static final int LONGEST_SHARED = 24;

    private final String hat;
    private final Set<Numbered> named = new HashSet<>();
    private final boolean chokesOfCrashes;
    private final boolean splashCymbal;

    /** @param names of all lines */
    ListSiblings(List<String> names) {
        String wordsOfHat = "";
        List<Sound> chokes = new ArrayList<>();
        boolean splash = false;
        for (String name : names) {
            SoundReading reading = SoundReader.read(name);
            if (reading.sound().isEmpty()) {
                continue;
            }
            Sound sound = reading.sound().get();
            if (reading.pieceNamed()) {
                named.add(Numbered.of(sound));
                // "Splash choke" alone is no second line for what a bare "Splash" may be.
                splash |= sound.piece() == KitPiece.SPLASH
                        && sound.articulation() != Articulation.CHOKE
                        && !isBareSplash(name);
                if (sound.piece() == KitPiece.HIHAT && wordsOfHat.isEmpty()) {
                    wordsOfHat = name.strip().split("[\\s,:/]+")[0];
                    wordsOfHat = SoundReader.read(wordsOfHat).pieceNamed() ? wordsOfHat : "Hi-Hat";
                }
            } else if (sound.articulation() == Articulation.CHOKE) {
                chokes.add(sound);
            }
        }
        hat = wordsOfHat;
        splashCymbal = splash;
        chokesOfCrashes = chokes.stream().map(Numbered::of).distinct().count() > 1
                && chokes.stream().map(Numbered::of).allMatch(named::contains);
    }

    /**
     * The whole name of one that names no piece, where it cannot go on from the line before.
     *
     * @param before what the line before names, or ""
     */
    Optional<String> instead(String name, String before) {
        Set<Says> says = SoundReader.says(name);
        Optional<KitPiece> piece = SoundReader.read(before).sound().map(Sound::piece);
        Optional<Sound> alone = SoundReader.read(name).sound();
        boolean percussion =
                piece.filter(one -> one.family() == Family.PERCUSSION).isPresent();
        if (isBareSplash(name)) {
            return Optional.of(hat + " " + name)
                    .filter(whole -> splashCymbal && piece.equals(Optional.of(KitPiece.HIHAT)));
        }
        if (name.strip().equalsIgnoreCase("slap")) {
            return Optional.of(before + " " + name)
                    .filter(whole -> SoundReader.read(whole)
                            .sound()
                            .filter(sound -> sound.articulation() == Articulation.SLAP)
                            .isPresent());
        }
        if (says.contains(Says.PIECE)) {
            return Optional.empty();
        }
        if (says.contains(Says.OPENING)
                && !piece.equals(Optional.of(KitPiece.HIHAT))
                && !percussion
                && alone.filter(sound -> sound.piece() == KitPiece.HIHAT).isPresent()) {
            return Optional.of(hat.isEmpty() ? name : hat + " " + name);
        }
        if (says.contains(Says.PITCH)
                && !says.contains(Says.STROKE)
                && !says.contains(Says.UNKNOWN)
                && !piece.equals(Optional.of(KitPiece.TOM))
                && !percussion) {
            return Optional.of("Tom " + name);
        }
        boolean choke = alone.filter(sound -> sound.articulation() == Articulation.CHOKE)
                .isPresent();
        return Optional.of("Crash " + name).filter(whole -> choke && chokesOfCrashes);
    }

    /** The name of the second or third of those that are named alike, unless another line has that name. */
    Optional<String> numbered(String name, int number) {
        Set<Says> says = SoundReader.says(name);
        return SoundReader.read(name + " " + number)
                .sound()
                .filter(sound -> SEVERAL.contains(sound.piece())
                        && sound.number() == number
                        && says.contains(Says.PIECE)
                        && !says.contains(Says.NUMBER)
                        && !says.contains(Says.PITCH)
                        && !says.contains(Says.SIDE)
                        && !named.contains(Numbered.of(sound)))
                .map(sound -> name.strip() + " " + number);
    }

    /**
     * What nearly all names of a list begin with though their piece comes after it, as "Oak Kick", "Oak Snare" or
     * "OKKick", "OKSnare" do; "" when there is no such thing.
     */
    static String sharedBeginning(List<String> names) {
        if (names.size() < FEWEST_SHARING) {
            return "";
        }
        String shortest = names.get(0);
        String best = "";
        for (int length = 1; length <= Math.min(LONGEST_SHARED, shortest.length() - 2); length++) {
            String beginning = shortest.substring(0, length);
            List<String> rests = names.stream()
                    .filter(name -> name.startsWith(beginning) && endsWord(name, beginning.length()))
                    .map(name -> name.substring(beginning.length()))
                    .toList();
            if (rests.size() < SHARE_SHARING * names.size()) {
                continue;
            }
            List<String> pieces =
                    rests.stream().filter(ListSiblings::namesPiece).toList();
            if (pieces.size() >= SHARE_NAMING * rests.size()
                    && pieces.stream().distinct().count() > FEWEST_PIECES) {
                best = beginning;
            }
        }
        return best;
    }

    private static boolean endsWord(String name, int at) {
        if (at >= name.length()) {
            return false;
        }
        char before = name.charAt(at - 1);
        char after = name.charAt(at);
        return !Character.isLetterOrDigit(before)
                || Character.isUpperCase(after)
                        && (at + 1 < name.length() && !Character.isWhitespace(name.charAt(at + 1)));
    }

    private static boolean namesPiece(String name) {
        return SoundReader.read(name).pieceNamed();
    }

    /** Whether a name may go on from the line before, whose piece makes it whole: one that adds nothing may not. */
    static boolean mayGoOn(String before, String name, String whole) {
        Set<Says> says = SoundReader.says(name);
        return says.contains(Says.STROKE)
                || says.contains(Says.OPENING)
                || !SoundReader.read(whole)
                        .sound()
                        .equals(SoundReader.read(before).sound());
    }

    private static boolean isBareSplash(String name) {
        return name.strip().equalsIgnoreCase("splash");
    }
}
