package org.jollyledger.core.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.TimedMessage;
import org.jollyledger.core.support.Events;
import org.junit.jupiter.api.Test;

class RecordingTest {
    /** Every stroke is in the file, within a millisecond of where it was, and ends. */
    @Property
    void whatWasPlayedIsInTheFileWhereItWas(
            @ForAll int seed,
            @ForAll @IntRange(min = 63, max = 400) int tempo,
            @ForAll @IntRange(min = 1, max = 16) int beats)
            throws Exception {
        Random random = new Random(seed);
        List<TimedMessage> came = new ArrayList<>();
        long at = 0;
        for (int i = 0; i < 100; i++) {
            at += random.nextInt(400_000);
            came.add(new TimedMessage(at, 0x99, 30 + random.nextInt(20), 1 + random.nextInt(127)));
            if (random.nextInt(10) > 0) {
                came.add(new TimedMessage(
                        at + 50_000, 0x89, came.get(came.size() - 1).data1(), 64));
            }
            came.add(new TimedMessage(at + 1_000, 0xB9, 4, random.nextInt(128)));
        }
        byte[] bytes = Recording.file("Take", tempo, beats, came);
        MidiFile file = MidiFile.read(bytes);
        assertThat(file.damages()).isEmpty();
        assertThat(Events.readByJdk(bytes)).isEqualTo(Events.read(file));
        Part part = Part.of(file, Channels.only(10));
        List<TimedMessage> strokes =
                came.stream().filter(one -> (one.status() & 0xF0) == 0x90).toList();
        assertThat(part.hitCount()).isEqualTo(strokes.size());
        for (int hit = 0; hit < strokes.size(); hit++) {
            TimedMessage stroke = strokes.get(hit);
            double seconds = part.tempoMap(0).seconds(part.tick(hit));
            assertThat(Math.abs(seconds * 1_000_000 - stroke.at())).isLessThanOrEqualTo(1_000);
            assertThat(part.velocity(hit)).isEqualTo(stroke.data2());
            assertThat(part.hangs(hit)).isFalse();
        }
        assertThat(part.timeMap(0).beatsInBar(1)).isEqualTo(beats);
    }

    @Test
    void whatIsImpossibleIsToldInASentence() {
        List<TimedMessage> none = List.of();
        assertThatThrownBy(() -> Recording.file("Take", 5, 4, none)).hasMessageContaining("A tempo is 20 to 400");
        assertThatThrownBy(() -> Recording.file("Take", Double.NaN, 4, none)).hasMessageContaining("A tempo is");
        assertThatThrownBy(() -> Recording.file("Take", 100, 0, none)).hasMessageContaining("A bar has 1 to 16 beats");
        assertThatThrownBy(() -> Recording.file("Take", 100, 4, List.of(new TimedMessage(0, 0xF8, 0, 0))))
                .hasMessageContaining("A message of the recording is none");
    }
}
