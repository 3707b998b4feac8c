package org.jollyledger.core.notemap;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import org.jollyledger.core.code.Coded;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Sound;

/**
 * What can be done to a map in its editor. Every edit gives a new map; lines are addressed by their index in display
 * order, from 0.
 */
public final class MapEdits {
    /** What becomes of the lines that already have the note another line is given. */
    public enum WhenTaken implements Coded {
        /** They take the note that the line had. */
        SWAP,
        /** They move to the nearest free note next to their relatives. */
        MOVE_OTHER,
        /** They share the note on purpose. */
        LAYER
    }

    private MapEdits() {}

    /** {@return the indices of the lines, other than one, that have a note} */
    public static List<Integer> takenBy(NoteMap map, int line, Note note) {
        return IntStream.range(0, map.lines().size())
                .filter(other -> other != line && map.lines().get(other).place().equals(Optional.of(note)))
                .boxed()
                .toList();
    }

    /**
     * Gives a line a note.
     *
     * @return the changed map; the given one stays as it is
     * @throws IllegalArgumentException when lines shall move and no note is free
     */
    public static NoteMap setNote(NoteMap map, int line, Note note, WhenTaken whenTaken) {
        List<Line> lines = new ArrayList<>(map.lines());
        Optional<Note> before = lines.get(line).place();
        List<Integer> taken = takenBy(map, line, note);
        lines.set(line, lines.get(line).withPlace(Optional.of(note)));
        for (int other : taken) {
            switch (whenTaken) {
                case SWAP -> lines.set(other, lines.get(other).withPlace(before));
                case MOVE_OTHER -> lines.set(other, moved(map.withLines(lines), lines.get(other)));
                case LAYER -> {}
            }
        }
        return moved(map, lines);
    }

    /** The same lines with other notes: the zones of pads that sent a note go with its line, unless another one stays there. */
    private static NoteMap moved(NoteMap map, List<Line> lines) {
        NoteMap after = map.withLines(lines);
        Map<Note, Note> moves = new HashMap<>();
        for (int at = 0; at < lines.size(); at++) {
            Optional<Note> from = map.lines().get(at).place();
            Optional<Note> to = lines.get(at).place();
            if (from.isPresent() && to.isPresent() && !from.equals(to) && !stays(map, lines, from.get())) {
                moves.putIfAbsent(from.get(), to.get());
            }
        }
        return moves.isEmpty() ? after : after.withPads(map.pads().withNotes(moves));
    }

    /** Whether a line that had a note has it still. */
    private static boolean stays(NoteMap map, List<Line> lines, Note note) {
        return IntStream.range(0, lines.size())
                .anyMatch(at -> map.lines().get(at).place().equals(Optional.of(note))
                        && lines.get(at).place().equals(Optional.of(note)));
    }

    private static Line moved(NoteMap map, Line line) {
        Note free = FreeNotes.beside(map, line.sound(), line.place()).stream()
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException(
                        "No note is free for \"" + line.name() + "\"; swap the notes, or let the lines share one."));
        return line.withPlace(Optional.of(free));
    }

    /**
     * Takes the note away from some lines; they stay in the map without one.
     *
     * @return the changed map; the given one stays as it is
     */
    public static NoteMap clearNotes(NoteMap map, Collection<Integer> lines) {
        return change(map, lines, line -> line.withPlace(Optional.empty()));
    }

    /**
     * Moves the notes of some lines up or down; lines without a note stay without.
     *
     * @param semitones 12 for an octave; negative for down
     * @return the changed map; the given one stays as it is
     * @throws IllegalArgumentException when one of them would leave 0 to 127; nothing is moved then
     */
    public static NoteMap shift(NoteMap map, Collection<Integer> lines, int semitones) {
        NoteMap shifted = change(
                map,
                lines,
                line -> line.withPlace(line.place().map(note -> {
                    int number = note.number() + semitones;
                    if (number < Note.LOWEST || number > Note.HIGHEST) {
                        throw new IllegalArgumentException("\"" + line.name() + "\" would come to note " + number
                                + "; notes are 0 to 127. Nothing was moved.");
                    }
                    return Note.of(number);
                })));
        return moved(map, shifted.lines());
    }

    /**
     * Makes some lines sound as another piece of a family; articulations that it does not know become its usual one.
     *
     * @return the changed map; the given one stays as it is
     */
    public static NoteMap setFamily(NoteMap map, Collection<Integer> lines, Family family) {
        return change(
                map,
                lines,
                line -> line.sound().family() == family
                        ? line
                        : line.withSound(sound(firstPiece(family), line.sound())));
    }

    private static KitPiece firstPiece(Family family) {
        return family == Family.CYMBAL
                ? KitPiece.CRASH
                : List.of(KitPiece.values()).stream()
                        .filter(piece -> piece.family() == family)
                        .findFirst()
                        .orElseThrow();
    }

    private static Sound sound(KitPiece piece, Sound before) {
        boolean known = piece.articulations().contains(before.articulation());
        Sound plain = Sound.of(piece, before.number(), known ? before.articulation() : piece.usualArticulation());
        return new Sound(piece, plain.number(), before.side(), plain.articulation(), plain.openness());
    }

    /**
     * Changes some lines, each on its own.
     *
     * @return the changed map; the given one stays as it is
     */
    public static NoteMap change(NoteMap map, Collection<Integer> lines, UnaryOperator<Line> how) {
        Set<Integer> chosen = new TreeSet<>(lines);
        return map.withLines(IntStream.range(0, map.lines().size())
                .mapToObj(at -> chosen.contains(at)
                        ? how.apply(map.lines().get(at))
                        : map.lines().get(at))
                .toList());
    }

    /**
     * Takes some lines out.
     *
     * @return the changed map; the given one stays as it is
     */
    public static NoteMap remove(NoteMap map, Collection<Integer> lines) {
        Set<Integer> gone = new TreeSet<>(lines);
        return map.withLines(IntStream.range(0, map.lines().size())
                .filter(at -> !gone.contains(at))
                .mapToObj(map.lines()::get)
                .toList());
    }

    /**
     * Puts a new line before the one at an index, or behind all.
     *
     * @return the changed map; the given one stays as it is
     */
    public static NoteMap insert(NoteMap map, int at, Line line) {
        List<Line> lines = new ArrayList<>(map.lines());
        lines.add(Math.max(0, Math.min(at, lines.size())), line);
        return map.withLines(lines);
    }

    /**
     * Moves some lines in the display order, keeping their order among themselves; their notes stay.
     *
     * @param steps how far the first of them goes down; negative for up; it stops at the ends
     * @return the changed map; the given one stays as it is
     */
    public static NoteMap moveRows(NoteMap map, Collection<Integer> lines, int steps) {
        List<Integer> chosen = new TreeSet<>(lines).stream().toList();
        if (chosen.isEmpty()) {
            return map;
        }
        List<Line> moving = chosen.stream().map(map.lines()::get).toList();
        List<Line> staying = new ArrayList<>(remove(map, chosen).lines());
        int to = Math.max(0, Math.min(chosen.get(0) + steps, staying.size()));
        staying.addAll(to, moving);
        return map.withLines(staying);
    }

    /** {@return shows the lines in an order} */
    public static NoteMap sort(NoteMap map, KitOrder order) {
        Comparator<Line> comparator = order.comparator();
        return map.withLines(map.lines().stream().sorted(comparator).toList());
    }
}
