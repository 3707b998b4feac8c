package org.jollyledger.web.rig;

import java.util.List;
import org.jollyledger.core.batch.RigNote;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.web.ledger.StoredMap;

/**
 * What each note plays on the maps of a rig.
 *
 * @param maps the names of the maps
 * @param safe how many notes are safe on all of them
 */
public record NotesView(String slug, String name, List<String> maps, int safe, List<NoteRow> rows) {
    /** A note; its lines are "" where it plays nothing. */
    public record NoteRow(String label, List<String> lines, String agreement, boolean safe, String instead) {}

    private static final int MOST_INSTEAD = 2;

    static NotesView of(Rig rig) {
        List<NoteMap> maps = rig.maps().stream().map(StoredMap::map).toList();
        List<RigNote> notes = RigNote.of(maps);
        return new NotesView(
                rig.slug(),
                rig.name(),
                maps.stream().map(NoteMap::name).toList(),
                (int) notes.stream().filter(note -> note.agreement().isSafe()).count(),
                notes.stream().map(note -> row(note, notes, maps.get(0))).toList());
    }

    private static NoteRow row(RigNote note, List<RigNote> all, NoteMap first) {
        boolean safe = note.agreement().isSafe();
        List<String> instead = safe
                ? List.of()
                : RigNote.insteadOf(note, all, MOST_INSTEAD).stream()
                        .map(other -> other.note().label(first.middleC()) + " "
                                + other.lines().get(0).map(Line::name).orElse(""))
                        .toList();
        return new NoteRow(
                note.note().label(first.middleC()),
                note.lines().stream()
                        .map(line -> line.map(Line::name).orElse(""))
                        .toList(),
                note.agreement().words(),
                safe,
                String.join(", ", instead));
    }
}
