package org.jollyledger.core.notemap;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.Outside;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class GeneralMidiTest {
    /** General MIDI System Level 1, percussion key map, as Debian's libmidi-perl gives it. */
    @Test
    void level1HasTheNamesOfThePublishedKeyMap() throws Exception {
        List<String> rows = Outside.run(List.of(
                "perl",
                "-MMIDI",
                "-e",
                "print \"$_=$MIDI::notenum2percussion{$_}\\n\" for sort keys %MIDI::notenum2percussion"));
        Map<Integer, String> published = new HashMap<>();
        rows.forEach(row -> published.put(Integer.valueOf(row.split("=")[0]), row.split("=")[1]));
        Map<Integer, String> ours = new HashMap<>();
        GeneralMidi.level1().lines().forEach(line -> ours.put(line.note().number(), line.name()));
        assertThat(ours).isEqualTo(published).hasSize(47);
    }

    /**
     * What General MIDI 2 adds. 27 to 34 and 82 to 85 agree with the key names of the standard set in Debian's
     * fluid-soundfont-gm; 86 and 87 are from memory (that sound font plays another drum there).
     */
    @ParameterizedTest
    @CsvSource({
        "27, High Q",
        "28, Slap",
        "29, Scratch Push",
        "30, Scratch Pull",
        "31, Sticks",
        "32, Square Click",
        "33, Metronome Click",
        "34, Metronome Bell",
        "82, Shaker",
        "83, Jingle Bell",
        "84, Belltree",
        "85, Castanets",
        "86, Mute Surdo",
        "87, Open Surdo"
    })
    void level2AddsFourteen(int note, String name) {
        assertThat(GeneralMidi.level2().lineAt(Note.of(note)))
                .get()
                .extracting(Line::name)
                .isEqualTo(name);
        assertThat(GeneralMidi.level1().lineAt(Note.of(note))).isEmpty();
        assertThat(GeneralMidi.level2().lines())
                .hasSize(61)
                .containsAll(GeneralMidi.level1().lines());
    }

    @Test
    void everyLineHasASoundOfItsOwnAndAShortName() {
        List<Line> lines = GeneralMidi.level2().lines();
        assertThat(lines).extracting(Line::sound).doesNotHaveDuplicates();
        assertThat(lines).extracting(Line::shortName).doesNotHaveDuplicates();
        assertThat(lines)
                .allSatisfy(line -> assertThat(line.shortName().length()).isLessThanOrEqualTo(Line.WANTED_SHORT_NAME));
    }

    @Test
    void tomsReadFromHighToLow() {
        assertThat(GeneralMidi.level1().lines())
                .filteredOn(line -> line.sound().code().startsWith("tom"))
                .extracting(line -> line.note().number())
                .containsExactly(50, 48, 47, 45, 43, 41);
    }
}
