package org.jollyledger.core.batch;

import java.util.Optional;
import java.util.OptionalInt;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.crosswalk.Statement;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;

/**
 * What is lost of one part on one map: when the file is played there as it is, and when it is converted.
 *
 * @param hits the hits of the part
 * @param silentAsItIs hits that play nothing when nothing is done
 * @param otherAsItIs hits that are heard as a far sound when nothing is done
 * @param silent hits that are silent when the part is converted
 * @param folded hits that join another when the part is converted
 * @param far hits that become a far sound when the part is converted
 * @param chokes chokes by key pressure or a release that nothing says when the part is converted
 */
public record MatrixCell(int hits, int silentAsItIs, int otherAsItIs, int silent, int folded, int far, int chokes) {
    /**
     * Works out what is lost.
     *
     * @param part the hits on the drums' channels
     * @param written the map it was written for
     * @param map the map it is to be played on
     * @param usual the crosswalk that is usual between the two; a proposal for the part is taken where there is none
     */
    public static MatrixCell of(Part part, NoteMap written, NoteMap map, Optional<Crosswalk> usual) {
        int silentAsItIs = 0;
        int otherAsItIs = 0;
        boolean[] plays = new boolean[Note.COUNT];
        boolean[] isFar = new boolean[Note.COUNT];
        for (int number = 0; number < Note.COUNT; number++) {
            Optional<Sound> here = map.lineAt(Note.of(number)).map(Line::sound);
            Optional<Sound> meant = written.lineAt(Note.of(number)).map(Line::sound);
            plays[number] = here.isPresent();
            isFar[number] = here.isPresent()
                    && meant.isPresent()
                    && meant.get().distanceTo(here.get()).isFar();
        }
        OptionalInt listens = map.channel();
        for (int hit = 0; hit < part.hitCount(); hit++) {
            boolean heard = listens.isEmpty() || listens.getAsInt() == part.channel(hit);
            silentAsItIs += heard && plays[part.note(hit)] ? 0 : 1;
            otherAsItIs += heard && isFar[part.note(hit)] ? 1 : 0;
        }
        Statement statement = Conversion.of(part, usual.orElseGet(() -> Crosswalk.propose(written, map, part)))
                .statement();
        return new MatrixCell(
                part.hitCount(),
                silentAsItIs,
                otherAsItIs,
                statement.totals().silent(),
                statement.totals().folded(),
                statement.far(),
                statement.unsaidChokes());
    }

    /** {@return hits that are not heard as meant when the file is played as it is} */
    public int lostAsItIs() {
        return silentAsItIs + otherAsItIs;
    }

    /** {@return hits that are not heard as meant, and chokes that nothing says, when the part is converted} */
    public int lostConverted() {
        return silent + folded + far + chokes;
    }
}
