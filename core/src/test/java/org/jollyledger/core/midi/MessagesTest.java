package org.jollyledger.core.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.util.List;
import java.util.stream.Stream;
import org.jollyledger.core.midi.Damage.Kind;
import org.jollyledger.core.support.Events;
import org.jollyledger.core.support.Hex;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Single messages, headers and wrappers; statuses and layouts as MIDI 1.0 and Standard MIDI Files 1.0 give them. */
class MessagesTest {
    private static final String TRACK = "4D54726B 00000008 00 99 26 40 00 FF 2F 00";
    private static final String FILE = "4D546864 00000006 0000 0001 0060" + TRACK;

    @ParameterizedTest
    @CsvSource({
        "0x99, 1, 144, 9, true, false",
        "0x99, 0, 144, 9, false, true",
        "0x9F, 127, 144, 15, true, false",
        "0x80, 64, 128, 0, false, true",
        "0x8F, 0, 128, 15, false, true",
        "0xA9, 64, 160, 9, false, false",
        "0xB0, 4, 176, 0, false, false",
        "0xE3, 4, 224, 3, false, false"
    })
    void aPlayedMessageTellsWhatItIs(
            String status, int data2, int command, int channel, boolean strikes, boolean ends) {
        TimedMessage message = new TimedMessage(1, Integer.decode(status), 38, data2);
        assertThat(message.command()).isEqualTo(command);
        assertThat(message.channel()).isEqualTo(channel);
        assertThat(message.isStroke()).isEqualTo(strikes);
        assertThat(message.isEnd()).isEqualTo(ends);
    }

    @ParameterizedTest
    @CsvSource({
        "0060, 96",
        "7FFF, 32767",
        "E728, 500",
        "E250, 1200",
        "E801, 12",
        // Drop frame: 29.97 frames a second, half a second for a quarter.
        "E364, 1498.5014985"
    })
    void aDivisionSaysWhatATickIs(String code, double ticksOfAQuarter) throws Exception {
        MidiFile file = MidiFile.read(Hex.bytes(FILE.replace("0060", code)));
        assertThat(file.damages()).isEmpty();
        assertThat(file.division().ticksPerQuarter())
                .isCloseTo(ticksOfAQuarter, org.assertj.core.data.Offset.offset(1e-6));
        assertThat(String.format("%04X", file.division().code())).isEqualTo(code);
    }

    @ParameterizedTest
    @CsvSource({"0000", "8000", "E700", "E600", "FF28", "80FF"})
    void anUnusableDivisionIsNamed(String code) throws Exception {
        MidiFile file = MidiFile.read(Hex.bytes(FILE.replace("0060", code)));
        assertThat(file.damages()).extracting(Damage::kind).containsExactly(Kind.UNUSABLE_DIVISION);
        assertThat(file.division().ticksPerQuarter()).isEqualTo(480);
    }

    @Test
    void divisionsHaveBounds() {
        for (Runnable wrong : List.<Runnable>of(
                () -> new Division.TicksPerBeat(0),
                () -> new Division.TicksPerBeat(0x8000),
                () -> new Division.Smpte(26, 1),
                () -> new Division.Smpte(24, 0),
                () -> new Division.Smpte(24, 256))) {
            assertThatThrownBy(wrong::run).isInstanceOf(IllegalArgumentException.class);
        }
        assertThat(new Division.Smpte(30, 255).ticksPerSecond()).isEqualTo(7650);
    }

    private static Stream<List<Object>> wrappers() {
        String data = "64617461 1E000000" + FILE;
        return Stream.of(
                List.of("as it should be", "52494646 2A000000 524D4944" + data, List.of()),
                List.of(
                        "another chunk first",
                        "52494646 36000000 524D4944 4C495354 04000000 01020304" + data,
                        List.of()),
                List.of(
                        "a chunk of odd length",
                        "52494646 36000000 524D4944 4C495354 03000000 01020300" + data,
                        List.of()),
                List.of("an empty chunk first", "52494646 32000000 524D4944 4C495354 00000000" + data, List.of()),
                List.of("bytes behind the data", "52494646 2C000000 524D4944" + data + "FFFF", List.of()),
                List.of(
                        "data too long",
                        "52494646 2A000000 524D4944 64617461 FF000000" + FILE,
                        List.of(Kind.WRAPPER_LENGTH)),
                List.of(
                        "data longer by one",
                        "52494646 2A000000 524D4944 64617461 1F000000" + FILE,
                        List.of(Kind.WRAPPER_LENGTH)),
                List.of(
                        "a chunk without an end",
                        "52494646 2A000000 524D4944 4C495354 FFFFFFFF" + FILE,
                        List.of(Kind.WRAPPER_LENGTH, Kind.BYTES_BEFORE_HEADER)));
    }

    @ParameterizedTest
    @MethodSource("wrappers")
    void aWrapperIsOpened(List<Object> row) throws Exception {
        byte[] bytes = Hex.bytes((String) row.get(1));
        MidiFile file = MidiFile.read(bytes);
        assertThat(file.wrapped()).isTrue();
        assertThat(file.damages()).extracting(Damage::kind).isEqualTo(row.get(2));
        assertThat(Events.read(file)).containsExactly("0 0 992640", "0 0 ff2f");
        assertThat(file.size()).isEqualTo(bytes.length);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        file.writeTo(out);
        assertThat(out.toByteArray()).isEqualTo(bytes);
        MidiEdit edit = file.edit();
        edit.setNote(0, 0, 0x27);
        assertThat(edit.toBytes()).as("outside of its wrapper").isEqualTo(Hex.bytes(FILE.replace("99 26", "99 27")));
    }

    @Test
    void aFileOfItsOwnIsNotWrapped() throws Exception {
        assertThat(MidiFile.read(Hex.bytes(FILE)).wrapped()).isFalse();
    }

    private static Stream<List<Object>> sentences() {
        return Stream.of(
                List.of(
                        new Damage(Kind.TRAILING_BYTES, 30, -1, 2),
                        "At byte 30: 2 stray bytes follow the last chunk; they were passed over."),
                List.of(
                        new Damage(Kind.EVENT_CUT_OFF, 26, 0, 1),
                        "Track 1, byte 26: an event is cut off; what stood before it was read."),
                List.of(
                        new Damage(Kind.STRAY_DATA, 5, 3, 1_000),
                        "Track 4, byte 5: 1000 data bytes stand where an event should begin; they were passed over."));
    }

    @ParameterizedTest
    @MethodSource("sentences")
    void damageIsSaidWithItsPlace(List<Object> row) {
        assertThat(((Damage) row.get(0)).sentence()).isEqualTo(row.get(1));
    }

    @Test
    void aTrackGivesItsPayloadsAndEnds() throws Exception {
        MidiTrack track = MidiFile.read(Hex.bytes("4D546864 00000006 0000 0001 0060 4D54726B 00000019"
                        + "00 FF 01 02 41 42  00 F0 03 01 02 F7  00 C9 05  00 05  00 99 26 40  00 FF 2F 00"))
                .tracks()
                .get(0);
        assertThat(track.payload(0)).containsExactly(0x41, 0x42);
        assertThat(track.payload(1)).containsExactly(1, 2, 0xF7);
        assertThat(track.payload(2)).isEmpty();
        assertThat(track.payloadByte(1, 2)).isEqualTo(0xF7);
        assertThat(track.payloadByte(0, 1)).isEqualTo(0x42);
        assertThat(track.metaType(0)).isEqualTo(1);
        assertThat(track.metaType(1)).isEqualTo(-1);
        assertThat(track.hasSecondByte(2)).isFalse();
        assertThat(track.hasSecondByte(4)).isTrue();
        assertThat(track.data2(2)).isZero();
        assertThat(track.hasRunningStatus(2)).isFalse();
        assertThat(track.hasRunningStatus(3)).isTrue();
        assertThat(track.hasRunningStatus(0)).isFalse();
        for (int event = 0; event < 5; event++) {
            assertThat(track.end(event)).isEqualTo(track.offset(event + 1));
        }
        assertThat(track.end(5)).isEqualTo(track.chunkEnd()).isEqualTo(14 + 8 + 25);
        assertThat(track.chunkStart()).isEqualTo(14);
    }

    @Test
    void aBuiltFileIsWhatTheStandardSays() throws Exception {
        byte[] bytes = MidiFile.builder(1, new Division.TicksPerBeat(96))
                .track()
                .meta(0, 0x51, new byte[] {7, (byte) 0xA1, 0x20})
                .track()
                .message(96, 0xC0, 10, 5, 99)
                .message(96, 0x90, 10, 36, 100)
                .build(200);
        assertThat(bytes)
                .isEqualTo(Hex.bytes("4D546864 00000006 0001 0002 0060"
                        + "4D54726B 0000000B 00 FF 51 03 07A120 00 FF 2F 00"
                        + "4D54726B 0000000B 60 C9 05 00 99 24 64 68 FF 2F 00"));
        assertThatThrownBy(() -> MidiFile.builder(0, Division.ASSUMED).message(0, 0x90, 1, 1, 1))
                .hasMessage("Begin a track before adding events.");
        long late = 0x0FFFFFFFL * 2 + 5;
        MidiFile far = MidiFile.read(MidiFile.builder(0, Division.ASSUMED)
                .track()
                .message(late, 0x90, 1, 1, 1)
                .build(0));
        assertThat(far.damages()).isEmpty();
        assertThat(Events.read(far)).contains("0 " + late + " 900101", "0 " + late + " ff2f");
    }

    @Test
    void aStreamIsReadUpToItsLimit() throws Exception {
        byte[] bytes = Hex.bytes(FILE);
        assertThat(MidiFile.read(new java.io.ByteArrayInputStream(bytes), bytes.length)
                        .size())
                .isEqualTo(30);
        assertThatThrownBy(() -> MidiFile.read(new java.io.ByteArrayInputStream(bytes), bytes.length - 1))
                .hasMessage("The file is larger than 29 bytes; choose a smaller one.");
    }

    /** More strays and pressures than there was room for at first, on two tracks. */
    @Test
    void endsWithoutNotesAndPressureAreAllFound() throws Exception {
        String strays = "00 89 26 00".repeat(40) + "00 A9 26 40".repeat(40);
        String body = strays + "00 99 26 40 05 A9 26 41 05 89 26 00 00 99 28 01 00 FF 2F 00";
        int length = Hex.bytes(body).length;
        String track = "4D54726B" + String.format("%08X", length) + body;
        NotePairs pairs =
                NotePairs.of(MidiFile.read(Hex.bytes("4D546864 00000006 0001 0002 0060" + track + track)), 1 << 9);
        assertThat(pairs.count()).isEqualTo(4);
        assertThat(pairs.strayEndCount()).isEqualTo(80);
        assertThat(pairs.strayEndTrack(39)).isZero();
        assertThat(pairs.strayEndEvent(39)).isEqualTo(39);
        assertThat(pairs.strayEndTrack(79)).isEqualTo(1);
        assertThat(pairs.strayEndEvent(79)).isEqualTo(39);
        assertThat(pairs.pressureCount()).isEqualTo(82);
        assertThat(pairs.pressureTrack(81)).isEqualTo(1);
        assertThat(pairs.pressureEvent(81)).isEqualTo(81);
        assertThat(pairs.pressureNote(40)).isZero();
        assertThat(pairs.pressureNote(39)).isEqualTo(NotePairs.NONE);
        assertThat(pairs.tick(0)).isZero();
        assertThat(pairs.endTick(0)).isEqualTo(10);
        assertThat(pairs.endTick(1)).as("one that hangs").isEqualTo(10);
        assertThat(pairs.countsByKey()).hasSize(128);
        assertThat(pairs.countsByKey()[0x26]).isEqualTo(2);
        assertThat(pairs.countsByKey()[0x28]).isEqualTo(2);
    }
}
