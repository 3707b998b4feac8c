package org.jollyledger.core.notemap;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.KitPiece;
import org.jollyledger.core.sound.Sound;

/**
 * Lines of another instrument put onto free notes of a map, next to their relatives: a second ride from a second copy
 * of a library, a tambourine from elsewhere.
 *
 * @param map the map with the lines in it
 * @param placements where each line came to stand
 */
public record Joining(NoteMap map, List<Placement> placements) {
    /** A line of the other instrument, and the line that it became. */
    public record Placement(Line from, Line to) {
        /** {@return what has to be set up on the other instrument} */
        public String setUp(NoteMap of, NoteMap into) {
            String now = to.note().label(into.middleC());
            return from.place()
                    .map(note -> "move “" + from.name() + "” from " + note.label(of.middleC()) + " to " + now)
                    .orElse("put “" + from.name() + "” on " + now);
        }
    }

    public Joining {
        placements = List.copyOf(placements);
    }

    /**
     * Joins lines of another map.
     *
     * @param label says to which instance the lines belong; 1 to 24 characters
     * @return the joined map, and what must be set up by hand
     * @throws IllegalArgumentException when there are more lines than free notes
     */
    public static Joining of(NoteMap map, NoteMap other, List<Line> lines, String label) {
        Texts.require("label", label, Line.LONGEST_CHOKE_GROUP);
        if (lines.size() > map.freeNotes().size()) {
            throw new IllegalArgumentException(lines.size() + " lines need as many free notes; \"" + map.name()
                    + "\" has " + map.freeNotes().size() + ". Choose fewer lines.");
        }
        NoteMap joined = map;
        List<Placement> placements = new ArrayList<>();
        Map<Sound, Integer> numbers = new HashMap<>();
        for (Line line : lines) {
            Sound sound = numbered(map, line.sound(), numbers);
            Note free = FreeNotes.beside(joined, relative(joined, sound), Optional.empty())
                    .get(0);
            Line to = new Line(
                    Optional.of(free),
                    Texts.cut(line.name() + " (" + label + ")", Line.LONGEST_NAME),
                    line.shortName(),
                    sound,
                    line.chokeGroup().map(group -> Texts.cut(group + " " + label, Line.LONGEST_CHOKE_GROUP)),
                    line.output(),
                    Texts.cut("Belongs to " + label + " (" + other.name() + ")", Line.LONGEST_REMARK));
            joined = MapEdits.insert(joined, placeInOrder(joined, sound), to);
            placements.add(new Placement(line, to));
        }
        List<Line> added = placements.stream().map(Placement::to).toList();
        NoteMap distinct = joined.withLines(ShortNames.keepDistinct(joined.lines(), added));
        List<Placement> told = placements.stream()
                .map(placement -> new Placement(
                        placement.from(), distinct.lineAt(placement.to().note()).orElseThrow()))
                .toList();
        return new Joining(distinct, told);
    }

    /** A piece whose number is taken gets the next one, the same for all its articulations. */
    private static Sound numbered(NoteMap map, Sound sound, Map<Sound, Integer> numbers) {
        Sound piece = Sound.of(
                sound.piece(), sound.number(), sound.piece().articulations().get(0));
        int number =
                numbers.computeIfAbsent(piece, key -> freeNumber(taken(map, sound.piece(), numbers), sound.number()));
        return new Sound(sound.piece(), number, sound.side(), sound.articulation(), sound.openness());
    }

    /** The numbers of a piece that the map has, and that those which came before have been given. */
    private static SortedSet<Integer> taken(NoteMap map, KitPiece piece, Map<Sound, Integer> numbers) {
        SortedSet<Integer> taken = map.lines().stream()
                .map(Line::sound)
                .filter(there -> there.piece() == piece)
                .map(Sound::number)
                .collect(Collectors.toCollection(TreeSet::new));
        numbers.forEach((given, number) -> {
            if (given.piece() == piece) {
                taken.add(number);
            }
        });
        return taken;
    }

    private static int freeNumber(SortedSet<Integer> taken, int wanted) {
        return taken.contains(wanted) ? Math.min(Sound.HIGHEST_NUMBER, taken.last() + 1) : wanted;
    }

    /** Where a piece is new to the map, its relatives are those of the same kind that are there. */
    private static Sound relative(NoteMap map, Sound sound) {
        KitPiece piece = sound.piece();
        return map.lines().stream()
                .map(Line::sound)
                .filter(there -> there.piece() == piece)
                .max(Comparator.comparingInt(Sound::number))
                .orElse(sound);
    }

    /** Behind the last line of its piece, else of its family, else at the end. */
    private static int placeInOrder(NoteMap map, Sound sound) {
        int ofPiece = -1;
        int ofFamily = -1;
        for (int at = 0; at < map.lines().size(); at++) {
            Sound there = map.lines().get(at).sound();
            ofPiece = there.piece() == sound.piece() ? at : ofPiece;
            ofFamily = there.family() == sound.family() ? at : ofFamily;
        }
        int behind = ofPiece >= 0 ? ofPiece : ofFamily;
        return behind >= 0 ? behind + 1 : map.lines().size();
    }
}
