package org.jollyledger.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jollyledger.core.exchange.NoteListReader.Settings;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.support.Outside;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Debian's lilypond-data has the names of notes in many languages (scm/lily/define-note-names.scm). Lists are made with
 * them here, and every note must come out as the pitch that is given there. Of the languages that sing syllables only the
 * natural notes are taken (the languages by how their names begin): their signs are shortened there in a way that no list is printed in.
 */
class OutsideNoteNamesTest {
    private static final Pattern ENTRY = Pattern.compile("\\((\\w+) \\. ,\\(ly:make-pitch -1 (\\d) ([A-Z-]+)\\)\\)");
    private static final List<Integer> STEPS = List.of(0, 2, 4, 5, 7, 9, 11);
    private static final Map<String, Integer> SIGNS = Map.of("NATURAL", 0, "SHARP", 1, "FLAT", -1);
    private static final List<String> DRUMS =
            List.of("Kick", "Snare", "Cowbell", "Crash", "Ride", "Tambourine", "Claves");
    private static final int OCTAVE = 2;
    private static final int C_OF_THE_OCTAVE = 48;

    private record Named(String name, int number) {}

    private static List<Named> names(String language, boolean signs) throws Exception {
        List<String> lines =
                Outside.run(List.of("sh", "-c", "cat /usr/share/lilypond/*/scm/lily/define-note-names.scm"));
        List<Named> names = new ArrayList<>();
        boolean within = false;
        for (String line : lines) {
            if (line.matches("\\s+\\(\\S+ \\. \\(")) {
                within = line.contains("(" + language);
            }
            Matcher entry = ENTRY.matcher(line);
            if (within
                    && entry.find()
                    && SIGNS.containsKey(entry.group(3))
                    && (signs || entry.group(3).equals("NATURAL"))) {
                int number = C_OF_THE_OCTAVE + STEPS.get(Integer.parseInt(entry.group(2))) + SIGNS.get(entry.group(3));
                names.add(new Named(entry.group(1), number));
            }
        }
        return names;
    }

    @ParameterizedTest
    @CsvSource({
        "deutsch, true, 20",
        "suomi, true, 20",
        "italiano, false, 7",
        "espa, false, 7",
        "fran, false, 7",
        "portugu, false, 7"
    })
    void namesOfNotesAreReadAsTheirPitches(String language, boolean signs, int atLeast) throws Exception {
        List<Named> names = names(language, signs);
        assertThat(names).hasSizeGreaterThanOrEqualTo(atLeast);
        for (boolean capital : new boolean[] {true, !signs}) {
            StringBuilder list = new StringBuilder();
            for (Named named : names) {
                String name = capital
                        ? named.name.substring(0, 1).toUpperCase() + named.name.substring(1)
                        : named.name.toUpperCase();
                list.append(name)
                        .append(OCTAVE)
                        .append("  ")
                        .append(DRUMS.get(names.indexOf(named) % DRUMS.size()))
                        .append('\n');
            }
            Settings middleC = new Settings(Optional.of(OctaveConvention.C3), 36, NoteListReader.Direction.UP);
            assertThat(NoteListReader.read(list.toString(), middleC).rows())
                    .as(list.toString())
                    .extracting(row -> row.number().orElse(-1))
                    .containsExactlyElementsOf(names.stream().map(Named::number).toList());
        }
    }
}
