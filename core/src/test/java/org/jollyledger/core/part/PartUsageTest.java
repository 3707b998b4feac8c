package org.jollyledger.core.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.support.RandomMidi;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PartUsageTest {
    private static final int QUARTER = 480;

    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files();
    }

    /** Strokes as text: tick, note and velocity, one after the other; a bar between tracks. */
    private static PartUsage usage(int format, String strokes) throws Exception {
        MidiFileBuilder file = MidiFile.builder(format, new Division.TicksPerBeat(QUARTER));
        for (String track : strokes.split("\\|")) {
            file.track();
            for (String stroke : track.strip().split(", ")) {
                String[] parts = stroke.strip().split(" ");
                file.message(
                        Long.parseLong(parts[0]), 0x90, 10, Integer.parseInt(parts[1]), Integer.parseInt(parts[2]));
            }
        }
        return PartUsage.of(Part.of(MidiFile.read(file.build(9_999)), Channels.ALL));
    }

    private static BitSet notes(int... notes) {
        BitSet set = new BitSet();
        IntStream.of(notes).forEach(set::set);
        return set;
    }

    @Test
    void loudHitsCountMore() throws Exception {
        PartUsage usage = usage(1, "0 36 127, 480 36 64, 960 38 1");
        assertThat(usage.weight(36)).isEqualTo(1 + PartUsage.loudness(64));
        assertThat(usage.weight()).isEqualTo(1 + PartUsage.loudness(64) + PartUsage.loudness(1));
        assertThat(PartUsage.loudness(127)).isEqualTo(1);
        assertThat(PartUsage.loudness(0)).isPositive().isLessThan(PartUsage.loudness(1));
    }

    /** Each time counted by the softer of the two. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "1; 0 36 127, 0 38 127; 1",
                "1; 0 36 127, 0 36 127; 0",
                "1; 0 36 127, 240 38 127; 0",
                "1; 0 36 127 | 0 38 127; 1",
                // The tracks of such a file play one after the other.
                "2; 0 36 127 | 0 38 127; 0",
                "2; 0 36 127, 0 38 127; 1"
            })
    void notesSoundTogether(int format, String strokes, double together) throws Exception {
        PartUsage usage = usage(format, strokes);
        assertThat(usage.together(36, 38)).isEqualTo(together);
        assertThat(usage.together(38, 36)).isEqualTo(together);
        assertThat(usage(1, "0 36 127, 0 38 20").together(36, 38)).isEqualTo(PartUsage.loudness(20));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                // Strokes; how often 38 follows 36, 41 follows 38, and 41 follows 36.
                "0 36 127, 480 38 127, 960 41 127; 1; 1; 0.5",
                "0 36 127, 481 38 127, 961 41 127; 0; 1; 0",
                // Repeated strokes count as one.
                "0 36 127, 120 36 127, 480 38 127, 600 38 127, 960 41 127; 1; 1; 0.5",
                // What sounds together does not follow.
                "0 36 127, 0 38 127, 480 41 127; 0; 0; 1",
                // Others are not looked at.
                "0 36 127, 120 60 127, 480 38 127; 1; 0; 0",
                "0 36 127, 480 38 127, 960 36 127, 1440 38 127; 2; 0; 0"
            })
    void notesFollowOneAnother(String strokes, double first, double second, double over) throws Exception {
        PartUsage usage = usage(1, strokes);
        double[][] follows = usage.successions(notes(36, 38, 41), 1);
        assertThat(follows[36][38]).isEqualTo(first);
        assertThat(follows[38][41]).isEqualTo(second);
        assertThat(follows[36][41]).isEqualTo(over);
        assertThat(follows[36][36]).isZero();
    }

    @Test
    void stepsArePairsOfHits() throws Exception {
        PartUsage usage = usage(1, "0 36 127, 480 38 127, 960 41 127, 9000 36 127");
        assertThat(usage.steps(notes(36, 38, 41), 1)).containsExactly(0, 1, 1, 2);
        assertThat(usage.steps(notes(36, 41), 2)).containsExactly(0, 2);
        assertThat(usage.steps(notes(36, 41), 1)).isEmpty();
    }

    /** The same as it is said: every pair of hits that are near enough, not the fast way. */
    @Property
    void togetherIsWhatIsNear(@ForAll("files") byte[] bytes, @ForAll @IntRange(max = 127) int any) throws Exception {
        Part part = Part.of(MidiFile.read(bytes), Channels.ALL);
        if (part.file().format() == 2 || part.hitCount() > 30) {
            return;
        }
        PartUsage usage = PartUsage.of(part);
        double[] weights = new double[128];
        List<Integer> inTime =
                new ArrayList<>(IntStream.range(0, part.hitCount()).boxed().toList());
        inTime.sort(Comparator.comparingLong(part::tick));
        inTime.forEach(hit -> weights[part.note(hit)] += PartUsage.loudness(part.velocity(hit)));
        assertThat(usage.weight(any)).isCloseTo(weights[any], within(1e-9));
        for (int one = 0; one < 128; one++) {
            assertThat(usage.together(one, any)).isEqualTo(usage.together(any, one));
            assertThat(usage.together(one, any)).isLessThanOrEqualTo(weights[one] * part.hitCount());
        }
    }
}
