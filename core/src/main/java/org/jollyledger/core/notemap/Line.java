package org.jollyledger.core.notemap;

import java.util.Optional;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;

/**
 * One row of a note map.
 *
 * @param place the note that plays it; empty while it has none yet
 * @param name what the owner calls it, 1 to 120 characters
 * @param shortName a name for narrow rows, 1 to 24 characters; ten are wanted
 * @param sound what it stands for
 * @param chokeGroup lines of one group cut each other off; 1 to 24 characters
 * @param output the output, or mixer channel, by which its sound leaves; 1 to 40 characters; several lines may share one
 * @param remark anything else the owner wants to remember, up to 500 characters
 */
public record Line(
        Optional<Note> place,
        String name,
        String shortName,
        Sound sound,
        Optional<String> chokeGroup,
        Optional<String> output,
        String remark) {
    public static final int LONGEST_NAME = 120;
    public static final int LONGEST_SHORT_NAME = 24;
    public static final int WANTED_SHORT_NAME = 10;
    public static final int LONGEST_CHOKE_GROUP = 24;
    public static final int LONGEST_OUTPUT = 40;
    public static final int LONGEST_REMARK = 500;

    public Line {
        Texts.require("name", name, LONGEST_NAME);
        Texts.require("short name", shortName, LONGEST_SHORT_NAME);
        chokeGroup.ifPresent(group -> Texts.require("choke group", group, LONGEST_CHOKE_GROUP));
        output.ifPresent(mixer -> Texts.require("output", mixer, LONGEST_OUTPUT));
        Texts.requireAtMost("remark", remark, LONGEST_REMARK);
    }

    /** A line that names no output. */
    public Line(
            Optional<Note> place,
            String name,
            String shortName,
            Sound sound,
            Optional<String> chokeGroup,
            String remark) {
        this(place, name, shortName, sound, chokeGroup, Optional.empty(), remark);
    }

    /** A line that has its note, and names no output. */
    public Line(Note note, String name, String shortName, Sound sound, Optional<String> chokeGroup, String remark) {
        this(Optional.of(note), name, shortName, sound, chokeGroup, remark);
    }

    /**
     * {@return the note that plays it}
     *
     * @throws java.util.NoSuchElementException when it has none yet
     */
    public Note note() {
        return place.orElseThrow();
    }

    /** {@return whether a note plays it} */
    public boolean hasNote() {
        return place.isPresent();
    }

    /** {@return this line with another note, or none} */
    public Line withPlace(Optional<Note> newPlace) {
        return new Line(newPlace, name, shortName, sound, chokeGroup, output, remark);
    }

    /** {@return this line with another name} */
    public Line withName(String newName) {
        return new Line(place, newName, shortName, sound, chokeGroup, output, remark);
    }

    /** {@return this line with another short name} */
    public Line withShortName(String newShortName) {
        return new Line(place, name, newShortName, sound, chokeGroup, output, remark);
    }

    /** {@return this line with another sound} */
    public Line withSound(Sound newSound) {
        return new Line(place, name, shortName, newSound, chokeGroup, output, remark);
    }

    /** {@return this line with another choke group, or none} */
    public Line withChokeGroup(Optional<String> newGroup) {
        return new Line(place, name, shortName, sound, newGroup, output, remark);
    }

    /** {@return this line with another output, or none} */
    public Line withOutput(Optional<String> newOutput) {
        return new Line(place, name, shortName, sound, chokeGroup, newOutput, remark);
    }

    /** {@return this line with another remark} */
    public Line withRemark(String newRemark) {
        return new Line(place, name, shortName, sound, chokeGroup, output, newRemark);
    }

    /** {@return a line whose short name is its name, cut to ten characters} */
    public static Line of(int note, String name, Sound sound) {
        return new Line(Note.of(note), name, shorten(name), sound, Optional.empty(), "");
    }

    /** {@return the beginning of a name that fits a narrow row} */
    public static String shorten(String name) {
        return Texts.cut(name.strip(), WANTED_SHORT_NAME);
    }
}
