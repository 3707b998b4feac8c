package org.jollyledger.core.midi;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.jollyledger.core.support.Hex;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VariableLengthTest {
    /** The examples of Standard MIDI Files 1.0 (RP-001), section "Conventions". */
    @ParameterizedTest
    @CsvSource({
        "0, 00",
        "0x40, 40",
        "0x7F, 7F",
        "0x80, 81 00",
        "0x2000, C0 00",
        "0x3FFF, FF 7F",
        "0x4000, 81 80 00",
        "0x100000, C0 80 00",
        "0x1FFFFF, FF FF 7F",
        "0x200000, 81 80 80 00",
        "0x8000000, C0 80 80 00",
        "0xFFFFFFF, FF FF FF 7F"
    })
    void agreesWithTheExamplesOfTheStandard(String value, String hex) {
        ByteSink sink = new ByteSink(4);
        VariableLength.write(sink, Integer.decode(value));
        assertThat(sink.toBytes()).isEqualTo(Hex.bytes(hex));
        assertThat(VariableLength.read(Hex.bytes(hex), 0)).isEqualTo(Integer.decode(value));
    }

    @Property
    void readsBackWhatItWrote(@ForAll @IntRange(max = VariableLength.MAX) int value) {
        ByteSink sink = new ByteSink(4);
        VariableLength.write(sink, value);
        byte[] bytes = sink.toBytes();
        assertThat(VariableLength.read(bytes, 0)).isEqualTo(value);
        assertThat(VariableLength.end(bytes, 0)).isEqualTo(bytes.length);
    }
}
