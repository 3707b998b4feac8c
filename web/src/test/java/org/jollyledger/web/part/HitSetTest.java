package org.jollyledger.web.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.jollyledger.web.problem.Refusal;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The small things the sheet's page stands on. */
class HitSetTest {
    @Test
    void whatIsWrittenReadsBack() {
        Random random = new Random(5);
        for (int round = 0; round < 300; round++) {
            int count = 1 + random.nextInt(60);
            int[] hits = IntStream.range(0, count)
                    .filter(hit -> random.nextInt(3) > 0)
                    .toArray();
            assertThat(HitSet.parse(HitSet.format(hits), count)).isEqualTo(hits);
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {"3-5,9; 3 4 5 9", "9, 3-5 ,4; 3 4 5 9", "0; 0", "7-7; 7"})
    void runsAndSingleHitsAreRead(String text, String expected) {
        assertThat(HitSet.parse(text, 10))
                .containsExactly(java.util.Arrays.stream(expected.split(" "))
                        .mapToInt(Integer::parseInt)
                        .toArray());
    }

    @ParameterizedTest
    @ValueSource(strings = {"10", "-1", "5-3", "a", "1-2-3", "3-", "99999999999", "0-10"})
    void whatNamesNoHitsIsRefused(String text) {
        assertThatThrownBy(() -> HitSet.parse(text, 10))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("names no hits of this part; it has hits 0 to 9");
    }

    @Test
    void theOldestIsForgotten() {
        AtomicInteger worked = new AtomicInteger();
        Recently<String, Integer> lately = new Recently<>(2);
        for (String key : new String[] {"a", "b", "a", "c", "a", "b"}) {
            lately.get(key, worked::incrementAndGet);
        }
        assertThat(worked).as("a, b, c, and b again").hasValue(4);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {"act one; act one", " act one , two ,, act one; act one|two"})
    void labelsAreReadBetweenCommas(String typed, String expected) {
        assertThat(PartLabels.parse(typed)).containsExactly(expected.split("\\|"));
    }

    @Test
    void labelsThatAreNoneOrTooLongAreRefused() {
        assertThatThrownBy(() -> PartLabels.parse(" , ")).hasMessageContaining("Type a label first");
        assertThatThrownBy(() -> PartLabels.parse("x".repeat(61))).hasMessageContaining("60 characters are the most");
    }

    @Test
    void whatIsDeflatedComesBackAndIsSmaller() {
        byte[] bytes = new byte[10_000];
        new Random(1).nextBytes(bytes);
        assertThat(Deflated.inflate(Deflated.of(bytes))).isEqualTo(bytes);
        assertThat(Deflated.of(new byte[10_000])).hasSizeLessThan(100);
    }
}
