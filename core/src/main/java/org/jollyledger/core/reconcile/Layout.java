package org.jollyledger.core.reconcile;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.jspecify.annotations.Nullable;

/**
 * A map as recognition needs it: worked out once, it can be held against any number of parts. Two layouts are equal when
 * their maps are.
 */
public final class Layout {
    private final NoteMap map;
    private final int hash;
    private final @Nullable Line[] lines = new Line[Note.COUNT];
    private final @Nullable Role[] roles = new Role[Note.COUNT];
    private final Presence presence;

    private Layout(NoteMap map) {
        this.map = map;
        hash = map.hashCode();
        List<Line> first = map.firstLines();
        for (Line line : first) {
            lines[line.note().number()] = line;
            roles[line.note().number()] = Role.of(line.sound());
        }
        presence = new Presence(first.stream().map(Line::sound).toList());
    }

    /** {@return what recognition needs of a map} */
    public static Layout of(NoteMap map) {
        return new Layout(map);
    }

    /** {@return the map} */
    public NoteMap map() {
        return map;
    }

    /** The line on a note, 0 to 127. */
    Optional<Line> line(int note) {
        return Optional.ofNullable(lines[note]);
    }

    /** What a note does in the music, 0 to 127; empty when no line has it. */
    Optional<Role> role(int note) {
        return Optional.ofNullable(roles[note]);
    }

    /** The lines on notes, from the lowest note to the highest. */
    List<Line> lines() {
        return Arrays.stream(lines).filter(Objects::nonNull).toList();
    }

    /** The logarithm of how likely it is that a part uses just the notes of this map that are played. */
    double logLikelihoodOfUse(Playing playing) {
        Set<Sound> used = new HashSet<>();
        for (int note = 0; note < Note.COUNT; note++) {
            Line line = lines[note];
            if (line != null && playing.strokes(note) > 0) {
                used.add(line.sound());
            }
        }
        return presence.logLikelihood(used);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Layout layout && hash == layout.hash && map.equals(layout.map);
    }

    @Override
    public int hashCode() {
        return hash;
    }
}
