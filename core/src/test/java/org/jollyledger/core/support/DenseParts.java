package org.jollyledger.core.support;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.sound.Articulation;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.sound.Sound;

/** Maps of up to 128 lines in the styles of kits, percussion sets and both, and parts that play many lines at once. */
public final class DenseParts {
    private static final KitPiece[] KIT = {
        KitPiece.KICK, KitPiece.SNARE, KitPiece.SNARE, KitPiece.TOM, KitPiece.TOM, KitPiece.TOM, KitPiece.HIHAT,
        KitPiece.HIHAT, KitPiece.RIDE, KitPiece.CRASH, KitPiece.CRASH, KitPiece.SPLASH, KitPiece.CHINA, KitPiece.STACK
    };

    private DenseParts() {}

    /** A map of so many lines on notes from 0 on; sounds may come twice. */
    public static NoteMap map(Random random, String name, int lines) {
        int style = random.nextInt(3);
        KitPiece[] all = KitPiece.values();
        List<Line> made = new ArrayList<>();
        for (int note = 0; note < lines; note++) {
            boolean kit = style == 0 || style == 1 && random.nextInt(3) > 0;
            KitPiece piece = kit ? KIT[random.nextInt(KIT.length)] : all[random.nextInt(all.length - 1)];
            made.add(Line.of(note, "Line " + note, sound(random, piece)));
        }
        return SmallMaps.map(name, made);
    }

    private static Sound sound(Random random, KitPiece piece) {
        List<Articulation> known = piece.articulations();
        // The usual articulations are the usual ones here, too.
        Articulation articulation = known.get((int) (known.size() * random.nextDouble() * random.nextDouble()));
        Sound sound = Sound.of(piece, 1 + (int) (6 * random.nextDouble() * random.nextDouble()), articulation);
        return sound.openness().isEmpty()
                ? sound
                : sound.withOpenness(Openness.values()[random.nextInt(Openness.values().length)]);
    }

    /** A groove of so many moments, each with up to so many lines at once. */
    public static String groove(Random random, NoteMap map, int moments, int atOnce) {
        List<String> all = new ArrayList<>();
        for (int i = 0; i < moments; i++) {
            List<String> strokes = new ArrayList<>();
            for (int count = 1 + random.nextInt(atOnce); count > 0; count--) {
                strokes.add(random.nextInt(map.lines().size()) + ":" + (1 + random.nextInt(127)));
            }
            all.add(String.join("+", strokes));
        }
        return String.join(" ", all);
    }
}
