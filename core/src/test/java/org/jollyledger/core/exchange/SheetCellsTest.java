package org.jollyledger.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.Chars;
import net.jqwik.api.constraints.StringLength;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Sound;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a spreadsheet would run as a formula is text in every table, and comes back as it was (OWASP, CSV Injection). */
class SheetCellsTest {
    private static final String DANGEROUS = "=+-@\t\r";

    @Property(tries = 400)
    void everyTextComesBackAndNoneBeginsLikeAFormula(
            @ForAll
                    @StringLength(max = 8)
                    @Chars({'=', '+', '-', '@', '\t', '\r', '\'', '1', '.'})
                    @CharRange(from = 'a', to = 'c')
                    String text) {
        String cell = SheetCells.guarded(text);
        assertThat(SheetCells.plain(cell)).isEqualTo(text);
        assertThat(cell.isEmpty() || DANGEROUS.indexOf(cell.charAt(0)) < 0 || cell.matches("[+-]?\\d+(\\.\\d+)?"))
                .as(cell)
                .isTrue();
    }

    @ParameterizedTest
    @ValueSource(strings = {"=1+1", "+cmd", "-2+3", "@SUM(A1)", "'=quoted", "''=twice", "-12", "'plain"})
    void aMapOfSuchNamesComesBack(String name) throws Exception {
        NoteMap map = new NoteMap(
                name,
                name,
                MapKind.KIT,
                OctaveConvention.C3,
                OptionalInt.empty(),
                ChokeExpression.NOTE,
                OpennessExpression.NOTES,
                List.of(new Line(Note.of(36), name, "short", Sound.parse("kick"), Optional.of(name), name)),
                name);
        for (NoteMapTable table : NoteMapTable.values()) {
            String text = table.write(map);
            assertThat(text.lines().flatMap(row -> List.of(row.split("[,\t]")).stream()))
                    .noneMatch(cell -> cell.matches("\"?[=+@].*|\"?-\\D.*"));
            assertThat(table.read(text, "other")).isEqualTo(map);
        }
    }
}
