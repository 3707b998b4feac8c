package org.jollyledger.core.sound;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/** A confidence is what it says: of readings that are given with a confidence about that share is right. */
class ConfidenceTest {
    private record Named(String name, Sound sound) {}

    private static List<Named> spellings() throws Exception {
        return SoundReaderTest.spellings()
                .map(spelling -> new Named(spelling.name(), Sound.parse(spelling.code())))
                .toList();
    }

    @Test
    void ofReadingsThatAreSureNearlyAllAreRight() throws Exception {
        List<Named> names = spellings();
        assertThat(names).hasSizeGreaterThan(150);
        Random random = new Random(27);
        TreeMap<Integer, int[]> byTenth = new TreeMap<>();
        int sure = 0;
        int right = 0;
        for (Named named : names) {
            for (int time = 0; time < 6; time++) {
                String written = time == 0 ? named.name : NameCleaningTest.slip(named.name, random);
                SoundReading reading = SoundReader.read(written);
                if (reading.sound().isEmpty()) {
                    continue;
                }
                boolean isRight = reading.sound().get().equals(named.sound);
                int[] tenth = byTenth.computeIfAbsent((int) (reading.confidence() * 10), any -> new int[2]);
                tenth[0]++;
                tenth[1] += isRight ? 1 : 0;
                if (!reading.isUnsure()) {
                    sure++;
                    right += isRight ? 1 : 0;
                }
            }
        }
        StringBuilder table = new StringBuilder();
        byTenth.forEach((tenth, counts) -> table.append(String.format(
                "%nfrom %.1f on: %d of %d right (%.1f %%)",
                tenth / 10.0, counts[1], counts[0], 100.0 * counts[1] / counts[0])));
        assertThat((double) right / sure)
                .as("of the readings that are sure" + table)
                .isGreaterThanOrEqualTo(0.99);
    }
}
