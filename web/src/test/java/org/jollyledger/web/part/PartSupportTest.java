package org.jollyledger.web.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Small things that the pages of parts rely on. */
class PartSupportTest {
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
        assertThatThrownBy(() -> PartLabels.parse("x".repeat(61))).hasMessageContaining("use at most 60 characters");
    }
}
