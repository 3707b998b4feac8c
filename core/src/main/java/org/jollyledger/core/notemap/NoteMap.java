package org.jollyledger.core.notemap;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Family;

/**
 * A named note map.
 *
 * @param name what the owner calls it, 1 to 120 characters
 * @param maker what the maker says of the instrument, up to 500 characters; kept apart from the owner's name
 * @param kind what it belongs to
 * @param middleC what its maker calls note 60
 * @param channel the channel it listens and sends on, 1 to 16; empty when it takes all
 * @param chokes how it expresses a choke
 * @param openness how it expresses the openness of its hi-hat
 * @param lines its lines in the order in which they are shown; several may share a note, some may have none yet
 * @param remark anything else the owner wants to remember, up to 2,000 characters
 * @param pads its pads, where it belongs to an electronic kit or to a pad controller and they are set
 */
public record NoteMap(
        String name,
        String maker,
        MapKind kind,
        OctaveConvention middleC,
        OptionalInt channel,
        ChokeExpression chokes,
        OpennessExpression openness,
        List<Line> lines,
        String remark,
        PadPlan pads) {
    public static final int LONGEST_NAME = 120;
    public static final int LONGEST_MAKER = 500;
    public static final int LONGEST_REMARK = 2_000;
    public static final int MOST_LINES = 1_000;

    public NoteMap {
        Texts.require("name", name, LONGEST_NAME);
        Texts.requireAtMost("maker's text", maker, LONGEST_MAKER);
        Texts.requireAtMost("remark", remark, LONGEST_REMARK);
        if (channel.isPresent() && (channel.getAsInt() < 1 || channel.getAsInt() > 16)) {
            throw new IllegalArgumentException(
                    "Channel " + channel.getAsInt() + " does not exist; give 1 to 16, or nothing for all channels.");
        }
        if (lines.size() > MOST_LINES) {
            throw new IllegalArgumentException(
                    "The map has " + lines.size() + " lines; it may have " + MOST_LINES + " at most.");
        }
        lines = List.copyOf(lines);
    }

    /** A map whose pads are not set. */
    public NoteMap(
            String name,
            String maker,
            MapKind kind,
            OctaveConvention middleC,
            OptionalInt channel,
            ChokeExpression chokes,
            OpennessExpression openness,
            List<Line> lines,
            String remark) {
        this(name, maker, kind, middleC, channel, chokes, openness, lines, remark, PadPlan.NONE);
    }

    /** {@return the line that stands for a note: the first in display order of those that share it} */
    public Optional<Line> lineAt(Note note) {
        return lines.stream().filter(line -> isOn(line, note)).findFirst();
    }

    /** {@return the lines that stand for their notes: of those that share one the first; in display order} */
    public List<Line> firstLines() {
        Set<Note> seen = new HashSet<>();
        return lines.stream()
                .filter(line -> line.hasNote() && seen.add(line.note()))
                .toList();
    }

    /** {@return all lines on a note, in display order} */
    public List<Line> linesAt(Note note) {
        return lines.stream().filter(line -> isOn(line, note)).toList();
    }

    /** {@return the notes that several lines have} */
    public Set<Note> sharedNotes() {
        Set<Note> once = new HashSet<>();
        Set<Note> shared = new HashSet<>();
        lines.stream()
                .filter(Line::hasNote)
                .map(Line::note)
                .filter(note -> !once.add(note))
                .forEach(shared::add);
        return shared;
    }

    private static boolean isOn(Line line, Note note) {
        return line.hasNote() && line.note().equals(note);
    }

    /** {@return the notes that no line has} */
    public List<Note> freeNotes() {
        Set<Note> taken = firstLines().stream().map(Line::note).collect(Collectors.toSet());
        return IntStream.range(0, Note.COUNT)
                .mapToObj(Note::of)
                .filter(note -> !taken.contains(note))
                .toList();
    }

    /** {@return this map with other lines} */
    public NoteMap withLines(List<Line> newLines) {
        return new NoteMap(name, maker, kind, middleC, channel, chokes, openness, newLines, remark, pads);
    }

    /** {@return this map with another kind} */
    public NoteMap withKind(MapKind newKind) {
        return new NoteMap(name, maker, newKind, middleC, channel, chokes, openness, lines, remark, pads);
    }

    /** {@return this map with another name} */
    public NoteMap withName(String newName) {
        return new NoteMap(newName, maker, kind, middleC, channel, chokes, openness, lines, remark, pads);
    }

    /** {@return this map with another maker's text} */
    public NoteMap withMaker(String newMaker) {
        return new NoteMap(name, newMaker, kind, middleC, channel, chokes, openness, lines, remark, pads);
    }

    /** {@return this map with another remark} */
    public NoteMap withRemark(String newRemark) {
        return new NoteMap(name, maker, kind, middleC, channel, chokes, openness, lines, newRemark, pads);
    }

    /** {@return this map with another middle C} */
    public NoteMap withMiddleC(OctaveConvention newMiddleC) {
        return new NoteMap(name, maker, kind, newMiddleC, channel, chokes, openness, lines, remark, pads);
    }

    /** {@return this map with another channel} */
    public NoteMap withChannel(OptionalInt newChannel) {
        return new NoteMap(name, maker, kind, middleC, newChannel, chokes, openness, lines, remark, pads);
    }

    /** {@return this map with another way to choke} */
    public NoteMap withChokes(ChokeExpression newChokes) {
        return new NoteMap(name, maker, kind, middleC, channel, newChokes, openness, lines, remark, pads);
    }

    /** {@return this map with another way to say how far the hi-hat is open} */
    public NoteMap withOpenness(OpennessExpression newOpenness) {
        return new NoteMap(name, maker, kind, middleC, channel, chokes, newOpenness, lines, remark, pads);
    }

    /** {@return this map with other pads} */
    public NoteMap withPads(PadPlan newPads) {
        return new NoteMap(name, maker, kind, middleC, channel, chokes, openness, lines, remark, newPads);
    }

    /** {@return the map's fingerprint: for each of the notes 0 to 127 the family of its line, where it has one} */
    public List<Optional<Family>> strip() {
        return IntStream.range(0, Note.COUNT)
                .mapToObj(number ->
                        lineAt(Note.of(number)).map(line -> line.sound().family()))
                .toList();
    }
}
