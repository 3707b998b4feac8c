package org.jollyledger.core.exchange;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Sound;

/**
 * Where a sound is on a percussion staff of five lines, and what MusicXML calls it. The places are common practice;
 * the identifiers are those of the MusicXML 4.0 sound list, three of them (snare, hi-hat, ride) from a published list
 * and the others from memory.
 *
 * @param step the letter of the place, as if it were a treble staff
 * @param octave its octave
 * @param sound the identifier
 */
record StaffPlace(char step, int octave, String sound) {
    private static final StaffPlace ELSEWHERE = new StaffPlace('B', 5, "effect");
    private static final StaffPlace HAT_BY_FOOT = new StaffPlace('D', 4, "metal.hi-hat");

    /** From high to low. */
    private static final List<String> TOMS = List.of("E5", "D5", "B4", "A4", "G4", "E4");

    private static final List<String> CRASHES = List.of("A5", "B5", "C6");

    private static final Map<KitPiece, StaffPlace> PLACES = places();

    private static Map<KitPiece, StaffPlace> places() {
        Map<KitPiece, StaffPlace> places = new EnumMap<>(KitPiece.class);
        String[][] table = {
            {"KICK", "F4", "drum.bass-drum"},
            {"SNARE", "C5", "drum.snare-drum"},
            {"TOM", "E5", "drum.tom-tom"},
            {"HIHAT", "G5", "metal.hi-hat"},
            {"RIDE", "F5", "metal.cymbal.ride"},
            {"CRASH", "A5", "metal.cymbal.crash"},
            {"SPLASH", "C6", "metal.cymbal.splash"},
            {"CHINA", "C6", "metal.cymbal.chinese"},
            {"STACK", "D6", "metal.cymbal.suspended"},
            {"GONG", "D6", "metal.gong"},
            {"COWBELL", "E5", "metal.bells.cowbell"},
            {"AGOGO", "E5", "metal.bells.agogo"},
            {"WOOD_BLOCK", "E5", "wood.wood-block"},
            {"TEMPLE_BLOCK", "E5", "wood.temple-block"},
            {"CLAVES", "E5", "wood.claves"},
            {"CASTANETS", "E5", "wood.castanets"},
            {"BONGO", "D5", "drum.bongo"},
            {"CONGA", "B4", "drum.conga"},
            {"TIMBALE", "D5", "drum.timbale"},
            {"SURDO", "G4", "drum.surdo"},
            {"CAJON", "G4", "drum.cajon"},
            {"CUICA", "D5", "drum.cuica"},
            {"TAMBOURINE", "B5", "drum.tambourine"},
            {"SHAKER", "B5", "rattle.shaker"},
            {"MARACAS", "B5", "rattle.maraca"},
            {"CABASA", "B5", "rattle.cabasa"},
            {"JINGLE_BELL", "B5", "metal.bells.jingle-bell"},
            {"BELL_TREE", "B5", "metal.bells.bell-tree"},
            {"TRIANGLE", "B5", "metal.triangle"},
            {"GUIRO", "B5", "wood.guiro"},
            {"VIBRASLAP", "B5", "rattle.vibraslap"},
            {"WHISTLE", "B5", "effect.whistle"},
            {"CLAP", "C5", "effect.hand-clap"},
            {"FINGER_SNAP", "C5", "effect.snap"},
            {"STICKS", "C5", "wood.sticks"},
            {"CLICK", "B5", "effect.click"},
            {"METRONOME", "B5", "effect.metronome-click"},
            {"SCRATCH", "B5", "effect.scratch"},
        };
        for (String[] row : table) {
            places.put(KitPiece.valueOf(row[0]), of(row[1], row[2]));
        }
        return places;
    }

    private static StaffPlace of(String place, String sound) {
        return new StaffPlace(place.charAt(0), place.charAt(1) - '0', sound);
    }

    static StaffPlace of(Sound sound) {
        return switch (sound.piece()) {
            case TOM -> of(TOMS.get(Math.min(TOMS.size(), sound.number()) - 1), "drum.tom-tom");
            case CRASH -> of(CRASHES.get(Math.min(CRASHES.size(), sound.number()) - 1), "metal.cymbal.crash");
            case HIHAT -> byFoot(sound) ? HAT_BY_FOOT : PLACES.get(KitPiece.HIHAT);
            default -> PLACES.getOrDefault(sound.piece(), ELSEWHERE);
        };
    }

    static StaffPlace elsewhere() {
        return ELSEWHERE;
    }

    /** Whether a foot plays it: such hits are in the lower voice. */
    static boolean byFoot(Sound sound) {
        return sound.piece() == KitPiece.KICK
                || sound.articulation() == Articulation.PEDAL_CLOSE
                || sound.articulation() == Articulation.PEDAL_SPLASH;
    }
}
