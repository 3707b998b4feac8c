package org.jollyledger.core.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class HitIndexesTest {
    @Test
    void whatIsWrittenReadsBack() {
        Random random = new Random(5);
        for (int round = 0; round < 300; round++) {
            int count = 1 + random.nextInt(60);
            int[] hits = IntStream.range(0, count)
                    .filter(hit -> random.nextInt(3) > 0)
                    .toArray();
            assertThat(HitIndexes.parse(HitIndexes.format(hits), count)).isEqualTo(hits);
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {"3-5,9; 3 4 5 9", "9, 3-5 ,4; 3 4 5 9", "0; 0", "7-7; 7"})
    void runsAndSingleHitsAreRead(String text, String expected) {
        assertThat(HitIndexes.parse(text, 10))
                .containsExactly(java.util.Arrays.stream(expected.split(" "))
                        .mapToInt(Integer::parseInt)
                        .toArray());
    }

    @ParameterizedTest
    @ValueSource(strings = {"10", "-1", "5-3", "a", "1-2-3", "3-", "99999999999", "0-10"})
    void whatNamesNoHitsIsRefused(String text) {
        assertThatThrownBy(() -> HitIndexes.parse(text, 10))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("names no hits of this part; it has hits 0 to 9");
    }
}
