package org.jollyledger.core.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ControllersTest {
    private record Move(int tick, int channel, int controller, int value) {}

    @Provide
    Arbitrary<List<Move>> moves() {
        return Combinators.combine(
                        Arbitraries.integers().between(0, 400),
                        Arbitraries.integers().between(9, 11),
                        Arbitraries.integers().between(3, 5),
                        Arbitraries.integers().between(0, 127))
                .as(Move::new)
                .list()
                .ofMaxSize(30)
                .map(moves -> moves.stream()
                        .sorted((one, other) -> Integer.compare(one.tick, other.tick))
                        .toList());
    }

    private static MidiFile file(List<Move> moves) throws Exception {
        MidiFileBuilder builder =
                MidiFile.builder(0, new Division.TicksPerBeat(480)).track();
        moves.forEach(move -> builder.message(move.tick, 0xB0, move.channel, move.controller, move.value));
        return MidiFile.read(builder.build(500));
    }

    /** Against a walk over all messages. */
    @Property
    void theLastValueBeforeATickHolds(
            @ForAll("moves") List<Move> moves,
            @ForAll @IntRange(max = 450) int tick,
            @ForAll @IntRange(min = 9, max = 11) int channel)
            throws Exception {
        Controllers pedal = Controllers.of(file(moves), Channels.ALL, 4);
        List<Integer> before = new ArrayList<>();
        for (Move move : moves) {
            if (move.controller == 4 && move.channel == channel && move.tick <= tick) {
                before.add(move.value);
            }
        }
        assertThat(pedal.at(0, channel, tick))
                .isEqualTo(before.isEmpty() ? OptionalInt.empty() : OptionalInt.of(before.get(before.size() - 1)));
    }

    @ParameterizedTest
    @CsvSource({"0, 60, 1, 0", "17, 60, 1, 0", "10, 128, 1, 0", "10, 60, 0, 0", "10, 60, 128, 0"})
    void aStrokeThatCannotBeIsRefused(int channel, int note, int velocity, long tick) {
        assertThatThrownBy(() -> new Stroke(0, channel, tick, note, velocity, 1))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageEndingWith(".");
    }

    @Test
    void aGridHasFromOneToTwentyFourLines() {
        assertThatThrownBy(() -> new Grid(0)).hasMessageContaining("1 to 24");
        assertThatThrownBy(() -> new Grid(25)).hasMessageContaining("1 to 24");
    }
}
