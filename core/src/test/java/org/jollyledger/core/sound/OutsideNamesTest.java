package org.jollyledger.core.sound;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.Outside;
import org.junit.jupiter.api.Test;

/** Debian's lilypond-data names the percussion of General MIDI in words run together, each with its pitch. */
class OutsideNamesTest {
    private static final Pattern ENTRY =
            Pattern.compile("\\((\\w+) \\. ,\\(ly:make-pitch (-?\\d) (\\d) ([A-Z-]+)\\)\\)");
    private static final int MIDDLE_C = 60;
    private static final List<Integer> STEPS = List.of(0, 2, 4, 5, 7, 9, 11);
    private static final Map<String, Integer> SIGNS =
            Map.of("NATURAL", 0, "SHARP", 1, "FLAT", -1, "DOUBLE-SHARP", 2, "DOUBLE-FLAT", -2);

    @Test
    void namesRunTogetherAreReadAsThePieceThatStandsOnTheirNote() throws Exception {
        List<String> lines = Outside.run(List.of("sh", "-c", "cat /usr/share/lilypond/*/ly/drumpitch-init.ly"));
        int entries = 0;
        for (String line : lines) {
            Matcher entry = ENTRY.matcher(line);
            // General MIDI knows one muted conga, the high one; there is no note for this name of its own.
            if (!entry.find() || entry.group(1).equals("muteloconga")) {
                continue;
            }
            entries++;
            int number = MIDDLE_C
                    + 12 * Integer.parseInt(entry.group(2))
                    + STEPS.get(Integer.parseInt(entry.group(3)))
                    + SIGNS.get(entry.group(4));
            Sound published = GeneralMidi.level1()
                    .lineAt(Note.of(number))
                    .map(Line::sound)
                    .orElseThrow();
            Sound read = SoundReader.read(entry.group(1)).sound().orElseThrow();
            assertThat(read.piece().code() + " " + read.number())
                    .as(entry.group(1) + " on " + number)
                    .isEqualTo(published.piece().code() + " " + published.number());
        }
        assertThat(entries).isGreaterThanOrEqualTo(60);
    }
}
