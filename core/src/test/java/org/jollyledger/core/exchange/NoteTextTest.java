package org.jollyledger.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class NoteTextTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "36 | 36",
                "036 | 36",
                "#36 | 36",
                "Note 36 | 36",
                "MIDI note no. 36 | 36",
                "36, 38 and more | -",
                "36, 38 | 36 38",
                "36/38 | 36 38",
                "36-38 | 36 37 38",
                "38-36 | 38 37 36",
                "36 to 38 | 36 37 38",
                "36..38 | 36 37 38",
                "C1 | 36",
                "c1 | 36",
                "C#1 | 37",
                "Db1 | 37",
                "C# 1 | 37",
                "C1-D1 | 36 37 38",
                "C-1 | 12",
                "(C1) | 36",
                "36 (C1) | 36",
                "C1 / 36 | 36",
                "1/2 | -",
                "3/4 | -",
                "36% | -",
                "1.5 | -",
                "Tom 1 | -",
                "H1 | -",
                "1234 | -"
            })
    void cellsOfNotesAreRead(String cell, String wanted) {
        String read = NoteText.of(cell)
                .map(note -> String.join(
                        " ",
                        note.notes(OctaveConvention.C3).stream()
                                .map(String::valueOf)
                                .toList()))
                .orElse("-");
        assertThat(read).isEqualTo(wanted);
    }

    @Property
    void everyNoteIsReadByItsNumberItsNameAndBoth(
            @ForAll @IntRange(max = 127) int number, @ForAll OctaveConvention convention) {
        Note note = Note.of(number);
        for (String cell : List.of(
                note.name(convention),
                note.label(convention).replace("·", "/"),
                number + " (" + note.name(convention) + ")")) {
            assertThat(NoteText.of(cell).map(text -> text.notes(convention)))
                    .as(cell)
                    .contains(List.of(number));
        }
        assertThat(NoteText.of(number + " " + note.name(convention)).flatMap(NoteText::agreement))
                .isEqualTo(Optional.of(convention));
    }

    @Test
    void aRangeCannotGrowWithoutEnd() {
        assertThat(NoteText.of("0-999").orElseThrow().numbers().size()).isLessThanOrEqualTo(Note.COUNT + 1);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", " ", "-", "()", "Kick", "note"})
    void whatHoldsNoNoteIsNone(String cell) {
        assertThat(NoteText.of(cell)).isEmpty();
    }

    @Test
    void printedColumnsKeepTheirPlaceWhereACellIsLeftOut() {
        List<List<String>> cells = PrintedColumns.of(List.of(
                "Note  Piece     Stroke", "36    Kick      open", "37              muted", "38    Snare     rim shot"));
        assertThat(cells.get(2)).containsExactly("37", "", "muted");
        assertThat(cells.get(3)).containsExactly("38", "Snare", "rim shot");
        assertThat(IntStream.range(0, 4).map(row -> cells.get(row).size())).containsOnly(3);
    }
}
