package org.jollyledger.core.pitch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class NoteTest {
    /** Common practice: what the notes of a kit are called where middle C is C3, and the ends of each convention. */
    @ParameterizedTest
    @CsvSource({
        "C3, 36, C1", "C3, 37, C#1", "C3, 38, D1", "C3, 42, F#1", "C3, 44, G#1", "C3, 46, A#1", "C3, 49, C#2",
        "C3, 51, D#2", "C3, 60, C3", "C4, 60, C4", "C5, 60, C5", "C3, 0, C-2", "C3, 127, G8", "C4, 0, C-1",
        "C4, 127, G9", "C5, 0, C0", "C5, 127, G10", "C4, 36, C2", "C5, 36, C3"
    })
    void isNamedAsItsConventionSays(OctaveConvention convention, int number, String name) {
        assertThat(Note.of(number).name(convention)).isEqualTo(name);
        assertThat(Note.parse(name, convention)).isEqualTo(Note.of(number));
        assertThat(Note.of(number).label(convention)).isEqualTo(number + " · " + name);
    }

    @Property
    void everyNameReadsBack(
            @ForAll @IntRange(max = 127) int number,
            @ForAll OctaveConvention convention,
            @ForAll Note.Spelling spelling) {
        Note note = Note.of(number);
        String name = note.name(convention, spelling);
        assertThat(Note.parse(name, convention)).isEqualTo(note);
        assertThat(Note.parse(name.toLowerCase().replace('#', '♯'), convention)).isEqualTo(note);
        assertThat(note.startsOctave()).isEqualTo(name.startsWith("C") && number % 12 == 0);
    }

    @ParameterizedTest
    @CsvSource({"Cb2, 47", "B#1, 48", "E#1, 41", "Fb1, 40", "D♭1, 37", "g#−1, 20", "C –1, 12"})
    void readsUnusualSpellings(String name, int number) {
        assertThat(Note.parse(name, OctaveConvention.C3)).isEqualTo(Note.of(number));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "H1", "C", "C##1", "38", "C123", "C-3", "G#8", "Cb-2"})
    void refusesWhatIsNoNote(String name) {
        assertThatThrownBy(() -> Note.parse(name, OctaveConvention.C3))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("\"" + name + "\"");
    }

    @ParameterizedTest
    @ValueSource(ints = {-1, 128})
    void refusesNumbersOutside(int number) {
        assertThatThrownBy(() -> Note.of(number)).hasMessage("Note " + number + " does not exist; notes are 0 to 127.");
    }

    @ParameterizedTest
    @ValueSource(strings = {"C2", "c", ""})
    void refusesOtherConventions(String text) {
        assertThatThrownBy(() -> OctaveConvention.parse(text))
                .hasMessage("Middle C is \"" + text + "\"; it must be \"C3\", \"C4\" or \"C5\".");
    }
}
