package org.jollyledger.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.Outside;
import org.junit.jupiter.api.Test;

/** What we write, read by Python's own csv and XML (expat) readers. */
class OutsideFormatsTest {
    private static final NoteMap MAP = GeneralMidi.level1()
            .withLines(List.of(
                    Line.of(36, "Kick, \"big\"; <&>", Sound.parse("kick")),
                    Line.of(38, "line\nend", Sound.parse("snare")),
                    Line.of(42, "Übung ♯ 🥁", Sound.parse("hihat"))));

    private static String run(String program, String document) throws Exception {
        Path file = Files.createTempFile("outside", ".txt");
        try {
            Files.writeString(file, document);
            byte[] printed = String.join("\n", Outside.run(List.of("python3", "-c", program, file.toString())))
                    .getBytes(StandardCharsets.ISO_8859_1);
            return new String(printed, StandardCharsets.UTF_8);
        } finally {
            Files.delete(file);
        }
    }

    @Test
    void anotherCsvReaderFindsTheSameCells() throws Exception {
        for (NoteMapTable table : NoteMapTable.values()) {
            String separator = table == NoteMapTable.CSV ? "," : "\\t";
            String cells = run("""
                    import csv, sys
                    sys.stdout.reconfigure(encoding='utf-8')
                    rows = list(csv.reader(open(sys.argv[1], newline='', encoding='utf-8'), delimiter='%s'))
                    head = next(i for i, row in enumerate(rows) if 'sound' in row)
                    for row in rows[head + 1:]:
                        print('|'.join(cell.replace(chr(10), '~') for cell in row))
                    """.formatted(separator), table.write(MAP));
            assertThat(cells.lines().toList())
                    .hasSize(3)
                    .satisfies(rows -> assertThat(rows.get(0)).startsWith("36|C1|Kick, \"big\"; <&>|"))
                    .satisfies(rows -> assertThat(rows.get(1)).startsWith("38|D1|line~end|"))
                    .satisfies(rows -> assertThat(rows.get(2)).startsWith("42|F#1|Übung ♯ 🥁|"));
        }
    }

    @Test
    void anotherXmlReaderFindsTheSameNotes() throws Exception {
        String notes = run("""
                import sys, xml.etree.ElementTree as tree
                sys.stdout.reconfigure(encoding='utf-8')
                root = tree.parse(sys.argv[1]).getroot()
                print(root.tag)
                for note in root.iter('Note'):
                    print(note.get('Number') + '=' + note.get('Name'))
                """, MidiNamesXml.write(MAP));
        assertThat(notes.lines())
                .containsExactly("MIDINameDocument", "36=Kick, \"big\"; <&>", "38=line end", "42=Übung ♯ 🥁");
    }
}
