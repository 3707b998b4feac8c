package org.jollyledger.core.part;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.LongRange;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.support.Hex;
import org.jollyledger.core.support.RandomMidi;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PartTest {
    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files();
    }

    /** The index finds what a look at every hit finds. */
    @Property
    void hitsAreFoundByTheirBars(
            @ForAll("files") byte[] bytes,
            @ForAll @LongRange(max = 40) long first,
            @ForAll @LongRange(max = 40) long last)
            throws Exception {
        Part part = Part.of(MidiFile.read(bytes), Channels.ALL);
        List<Integer> expected = IntStream.range(0, part.hitCount())
                .filter(hit -> part.place(hit).bar() >= first && part.place(hit).bar() <= last)
                .boxed()
                .toList();
        assertThat(IntStream.of(part.bars().hits(first, last)).boxed().toList())
                .containsExactlyInAnyOrderElementsOf(expected)
                .isSortedAccordingTo(Comparator.comparingLong(
                                (Integer hit) -> part.place(hit).bar())
                        .thenComparing(hit -> hit));
        assertThat(part.bars().count(first, last)).isEqualTo(expected.size());
        assertThat(part.bars().barCount())
                .isEqualTo(IntStream.range(0, part.hitCount())
                        .mapToLong(hit -> part.place(hit).bar())
                        .max()
                        .orElse(0));
    }

    @Property
    void everyNoteOnIsAHitAndEveryEndBelongsToOneHit(@ForAll("files") byte[] bytes) throws Exception {
        MidiFile file = MidiFile.read(bytes);
        Part part = Part.of(file, Channels.ALL);
        int noteOns = 0;
        for (MidiTrack track : file.tracks()) {
            for (int event = 0; event < track.eventCount(); event++) {
                noteOns += track.isNoteOn(event) ? 1 : 0;
            }
        }
        assertThat(part.hitCount()).isEqualTo(noteOns);
        Map<Long, Integer> ends = new HashMap<>();
        for (int hit = 0; hit < part.hitCount(); hit++) {
            MidiTrack track = file.tracks().get(part.track(hit));
            assertThat(track.isNoteOn(part.onEvent(hit))).isTrue();
            if (!part.hangs(hit)) {
                int end = part.endEvent(hit);
                assertThat(end).isGreaterThan(part.onEvent(hit));
                assertThat(track.isNoteOff(end)).isTrue();
                assertThat(track.data1(end)).isEqualTo(part.note(hit));
                assertThat(track.channel(end)).isEqualTo(part.channel(hit));
                assertThat(ends.put((long) part.track(hit) << 32 | end, hit)).isNull();
            }
        }
    }

    /** MIDI 1.0: a note-on with velocity 0 is a note-off. Overlapping hits end in the order in which they began. */
    @Test
    void pairsEndsInOrder() throws Exception {
        Part part = Part.of(
                MidiFile.read(Hex.file(0, "00992640 0A992650 0A892600 0A992600 0A992660 00FF2F00")), Channels.only(10));
        assertThat(part.hitCount()).isEqualTo(3);
        assertThat(part.endTick(0)).isEqualTo(20);
        assertThat(part.endTick(1)).isEqualTo(30);
        assertThat(part.hangs(2)).isTrue();
    }

    /** Tick, and bar and beat with 96 ticks a beat: two bars of 4/4, one of 3/4 from tick 768, then 6/8 from tick 1056. */
    @ParameterizedTest
    @CsvSource({
        "0, 1, 1",
        "96, 1, 2",
        "383, 2, 1",
        "384, 2, 1",
        "380, 2, 1",
        "408, 2, 1.25",
        "416, 2, 1.33",
        "764, 3, 1",
        "768, 3, 1",
        "960, 3, 3",
        "1055, 4, 1",
        "1056, 4, 1",
        "1104, 4, 2",
        "1344, 5, 1"
    })
    void placesAreNamedByTheBeatThatIsMeant(long tick, long bar, String beat) throws Exception {
        MidiFileBuilder builder = MidiFile.builder(1, new Division.TicksPerBeat(96))
                .track()
                .meta(768, 0x58, new byte[] {3, 2, 24, 8})
                .meta(1056, 0x58, new byte[] {6, 3, 36, 8});
        TimeMap times = TimeMap.of(MidiFile.read(builder.build(4000)));
        assertThat(times.at(tick).bar()).isEqualTo(bar);
        assertThat(times.at(tick).beat()).isEqualByComparingTo(beat);
        assertThat(times.at(tick).words()).isEqualTo("bar " + bar + ", beat " + beat);
        assertThat(times.startOfBar(times.barAt(tick))).isLessThanOrEqualTo(tick);
        assertThat(times.startOfBar(times.barAt(tick) + 1)).isGreaterThan(tick);
    }

    @Test
    void aFileThatCountsFramesHasTheBeatsOfTheDefaultTempo() throws Exception {
        byte[] bytes = Hex.file(0, "00FF2F00");
        bytes[12] = -25;
        bytes[13] = 40;
        assertThat(TimeMap.of(MidiFile.read(bytes)).at(1000).words()).isEqualTo("bar 1, beat 3");
    }

    /** What the map listens on, what the file plays, and which channels are taken. */
    @ParameterizedTest
    @CsvSource({
        "10, 1 10, 10, The map uses channel 10.",
        "0, 10, 10, The file has hits on channel 10 only.",
        "0, 1 10, 10, The file has several instruments; drums stand on channel 10.",
        "10, 3, 3, The file has hits on channel 3 only.",
        "0, 1 2, 1 2, 'The map takes all channels, and the file uses channels 1 and 2.'",
        "10, 1 2, 10, 'The map uses channel 10, and the file has hits on channels 1 and 2 only; choose a map that uses one of them.'"
    })
    void findsTheDrums(int listensOn, String played, String taken, String reason) throws Exception {
        MidiFileBuilder builder =
                MidiFile.builder(0, new Division.TicksPerBeat(96)).track();
        for (String channel : played.split(" ")) {
            builder.message(0, 0x90, Integer.parseInt(channel), 36, 100);
        }
        MidiFile file = MidiFile.read(builder.build(96));
        DrumChannel drums = DrumChannel.find(file, listensOn == 0 ? OptionalInt.empty() : OptionalInt.of(listensOn));
        assertThat(drums.part().channels().list())
                .containsExactly(java.util.Arrays.stream(taken.split(" "))
                        .map(Integer::valueOf)
                        .toArray(Integer[]::new));
        assertThat(drums.reason()).isEqualTo(reason);
    }

    @Test
    void notesArriveInTimeAndRepeatsAreLeftOut() throws Exception {
        byte[] bytes = MidiFile.builder(1, new Division.TicksPerBeat(96))
                .track()
                .message(0, 0x90, 10, 36, 90)
                .message(10, 0x90, 10, 36, 90)
                .message(30, 0x90, 10, 40, 90)
                .track()
                .message(20, 0x90, 10, 38, 90)
                .message(40, 0x90, 10, 36, 90)
                .build(50);
        assertThat(Part.of(MidiFile.read(bytes), Channels.ALL).notesAsTheyArrive())
                .containsExactly(36, 38, 40, 36);
    }
}
