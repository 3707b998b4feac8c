package org.jollyledger.core.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.midi.Damage.Kind;
import org.jollyledger.core.support.Events;
import org.jollyledger.core.support.Hex;
import org.jollyledger.core.support.RandomMidi;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class DamagedFileTest {
    private static final String HEADER = "4D546864 00000006 0000 0001 0060";
    private static final String NOTE = "00 99 26 40";
    private static final String END = "00 FF 2F 00";

    /** What is wrong, the bytes, the kind of damage, its byte offset, and how many note-ons are still read. */
    static Stream<Arguments> damages() {
        return Stream.of(
                row(
                        "bytes before the header",
                        "AABBCC" + HEADER + "4D54726B 00000008" + NOTE + END,
                        Kind.BYTES_BEFORE_HEADER,
                        0,
                        1),
                row(
                        "header too short",
                        "4D546864 00000002 0000 0001 0060 4D54726B 00000008" + NOTE + END,
                        Kind.HEADER_LENGTH,
                        4,
                        1),
                row(
                        "format 7",
                        "4D546864 00000006 0007 0001 0060 4D54726B 00000008" + NOTE + END,
                        Kind.UNKNOWN_FORMAT,
                        8,
                        1),
                row(
                        "no ticks",
                        "4D546864 00000006 0000 0001 0000 4D54726B 00000008" + NOTE + END,
                        Kind.UNUSABLE_DIVISION,
                        12,
                        1),
                row(
                        "track missing",
                        "4D546864 00000006 0001 0003 0060 4D54726B 00000008" + NOTE + END,
                        Kind.FEWER_TRACKS,
                        10,
                        1),
                row(
                        "track too many",
                        HEADER + "4D54726B 00000008" + NOTE + END + "4D54726B 00000008" + NOTE + END,
                        Kind.MORE_TRACKS,
                        10,
                        2),
                row(
                        "bytes between chunks",
                        HEADER + "0102030405060708 4D54726B 00000008" + NOTE + END,
                        Kind.NOT_A_CHUNK,
                        14,
                        1),
                row("bytes at the end", HEADER + "4D54726B 00000008" + NOTE + END + "0000", Kind.TRAILING_BYTES, 30, 1),
                row("length too long", HEADER + "4D54726B 00000FFF" + NOTE + END, Kind.LENGTH_TOO_LONG, 18, 1),
                row(
                        "length swallows the next track",
                        HEADER.replace("0001 0060", "0002 0060") + "4D54726B 00000018" + NOTE + END
                                + "4D54726B 00000008" + NOTE + END,
                        Kind.LENGTH_TOO_LONG,
                        18,
                        2),
                row("length too short", HEADER + "4D54726B 00000004" + NOTE + NOTE + END, Kind.LENGTH_TOO_SHORT, 18, 2),
                row("length zero", HEADER + "4D54726B 00000000" + NOTE + END, Kind.LENGTH_TOO_SHORT, 18, 1),
                row(
                        "bytes after the end",
                        HEADER + "4D54726B 0000000B" + NOTE + END + "010203",
                        Kind.BYTES_AFTER_END,
                        30,
                        1),
                row("no end of track", HEADER + "4D54726B 00000004" + NOTE, Kind.NO_END_OF_TRACK, 26, 1),
                row("cut off in an event", HEADER + "4D54726B 00000008" + NOTE + "00 99 26", Kind.EVENT_CUT_OFF, 26, 1),
                row("cut off in a time", HEADER + "4D54726B 00000008" + NOTE + "81", Kind.EVENT_CUT_OFF, 26, 1),
                row(
                        "cut off in a text",
                        HEADER + "4D54726B 0000000C" + NOTE + "00 FF 01 7F 41 42",
                        Kind.EVENT_CUT_OFF,
                        26,
                        1),
                row(
                        "event without its data",
                        HEADER + "4D54726B 0000000A" + "00 99 26 99 26 40" + END,
                        Kind.EVENT_INCOMPLETE,
                        22,
                        1),
                row("stray data", HEADER + "4D54726B 0000000A" + "00 26 40 99 26 40" + END, Kind.STRAY_DATA, 23, 1),
                row(
                        "real-time byte in an event",
                        HEADER + "4D54726B 00000009" + "00 99 F8 26 40" + END,
                        Kind.REAL_TIME_BYTE,
                        24,
                        1),
                row(
                        "real-time byte before an event",
                        HEADER + "4D54726B 00000009" + "00 F8 99 26 40" + END,
                        Kind.REAL_TIME_BYTE,
                        23,
                        1),
                row(
                        "real-time byte as an event",
                        HEADER + "4D54726B 0000000A" + "00 FE" + NOTE + END,
                        Kind.REAL_TIME_BYTE,
                        23,
                        1),
                row(
                        "song position",
                        HEADER + "4D54726B 0000000C" + "00 F2 01 02" + NOTE + END,
                        Kind.SYSTEM_COMMON,
                        23,
                        1),
                row(
                        "running status after text",
                        HEADER + "4D54726B 00000010" + NOTE + "00 FF 01 01 41" + "00 26 50" + END,
                        Kind.RUNNING_STATUS_KEPT,
                        31,
                        2),
                row(
                        "endless time",
                        HEADER + "4D54726B 0000000B" + "80808080 99 26 40" + END,
                        Kind.TIME_TOO_LONG,
                        22,
                        1));
    }

    private static Arguments row(String what, String hex, Kind kind, int offset, int notes) {
        return Arguments.of(what, Hex.bytes(hex), kind, offset, notes);
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("damages")
    void isReadAsFarAsItGoesAndNamedWithItsPlace(String what, byte[] bytes, Kind kind, int offset, int notes)
            throws Exception {
        MidiFile file = MidiFile.read(bytes);
        assertThat(file.damages()).extracting(Damage::kind).contains(kind);
        Damage damage = file.damages().stream()
                .filter(found -> found.kind() == kind)
                .findFirst()
                .orElseThrow();
        assertThat(damage.offset()).isEqualTo(offset);
        assertThat(damage.sentence()).contains("yte " + offset + ": ").endsWith(".");
        assertThat(noteOns(file)).isEqualTo(notes);
        assertThat(file.toBytes()).isEqualTo(bytes);
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("damages")
    void comesOutMendedWhenItIsChanged(String what, byte[] bytes, Kind kind, int offset, int notes) throws Exception {
        MidiFile file = MidiFile.read(bytes);
        byte[] changed = changeFirstNote(file);
        MidiFile mended = MidiFile.read(changed);
        assertThat(mended.damages()).isEmpty();
        assertThat(noteOns(mended)).isEqualTo(notes);
        assertThat(Events.readByJdk(changed)).isEqualTo(Events.read(mended));
    }

    private static int noteOns(MidiFile file) {
        int count = 0;
        for (MidiTrack track : file.tracks()) {
            for (int event = 0; event < track.eventCount(); event++) {
                count += track.isNoteOn(event) ? 1 : 0;
            }
        }
        return count;
    }

    private static byte[] changeFirstNote(MidiFile file) {
        for (MidiTrack track : file.tracks()) {
            for (int event = 0; event < track.eventCount(); event++) {
                if (track.isNoteOn(event)) {
                    MidiEdit edit = file.edit();
                    edit.setNote(track.index(), event, track.data1(event) ^ 1);
                    return edit.toBytes();
                }
            }
        }
        return file.toBytes();
    }

    @ParameterizedTest
    @MethodSource("unreadable")
    void whatCannotBeReadAtAllIsRefusedInOneSentence(byte[] bytes, String sentence) {
        assertThatThrownBy(() -> MidiFile.read(bytes))
                .isInstanceOf(MidiFormatException.class)
                .hasMessage(sentence);
    }

    static Stream<Arguments> unreadable() {
        return Stream.of(
                Arguments.of(new byte[0], "The file is empty; choose a MIDI file that has something in it."),
                Arguments.of(
                        "A letter to the theatre.".getBytes(),
                        "This is not a MIDI file: it has no MThd header at its start; choose a file that ends in .mid."),
                Arguments.of(
                        Hex.bytes("4D546864 00000006 0000"),
                        "The MIDI file is cut off inside its header, at byte 10; fetch or save it again."));
    }

    /** The length of the end of the track is a quantity that says it goes on, where the track ends. */
    @Test
    void aLengthThatDoesNotEndIsMended() throws Exception {
        MidiFile file = MidiFile.read(Hex.bytes("""
                4D546864 00000006 0000 0001 0060
                4D54726B 0000000C 00 99 24 64 60 89 24 40 00 FF 2F 80"""));
        assertThat(file.damages()).hasSize(1);
        MidiFile mended = MidiFile.read(changeFirstNote(file));
        assertThat(mended.damages()).isEmpty();
        assertThat(noteOns(mended)).isEqualTo(1);
    }

    /** A file cut anywhere, with some bytes changed: still read, still written back, and mended by a change. */
    @Property(tries = 400)
    void noMutilationLeadsAstray(@ForAll("mutilated") byte[] bytes) throws Exception {
        MidiFile file;
        try {
            file = MidiFile.read(bytes);
        } catch (MidiFormatException refused) {
            assertThat(refused.getMessage()).endsWith(".");
            return;
        }
        assertThat(file.toBytes()).isEqualTo(bytes);
        int events = file.tracks().stream().mapToInt(MidiTrack::eventCount).sum();
        assertThat(events).isLessThanOrEqualTo(bytes.length);
        if (noteOns(file) > 0) {
            MidiFile mended = MidiFile.read(changeFirstNote(file));
            assertThat(mended.damages()).isEmpty();
            assertThat(noteOns(mended)).isEqualTo(noteOns(file));
        }
    }

    @Provide
    Arbitrary<byte[]> mutilated() {
        Arbitrary<List<Integer>> places =
                Arbitraries.integers().between(0, 100_000).list().ofMaxSize(6);
        Arbitrary<List<Byte>> values = Arbitraries.bytes().list().ofSize(6);
        return Combinators.combine(RandomMidi.files(), Arbitraries.integers().between(0, 3), places, values)
                .as((file, cuts, where, what) -> {
                    byte[] bytes = cuts == 0 ? file : Arrays.copyOf(file, file.length - file.length * cuts / 7);
                    for (int i = 0; i < where.size() && bytes.length > 0; i++) {
                        bytes[where.get(i) % bytes.length] = what.get(i);
                    }
                    return bytes;
                });
    }

    /** 65,535 announced lengths of four gigabytes, tracks within tracks, and one endless run of stray bytes. */
    @Test
    void hostileFilesTakeMemoryInProportionToTheirSize() throws Exception {
        byte[] manyTracks = new byte[4_000_000];
        System.arraycopy(Hex.bytes("4D546864 00000006 0001 FFFF 0060"), 0, manyTracks, 0, 14);
        for (int i = 14; i + 8 <= manyTracks.length; i += 8) {
            System.arraycopy(Hex.bytes("4D54726B FFFFFFFF"), 0, manyTracks, i, 8);
        }
        byte[] strayData = new byte[4_000_000];
        System.arraycopy(Hex.bytes("4D546864 00000006 0001 0001 0060 4D54726B 003D08EA"), 0, strayData, 0, 22);
        for (int i = 23; i < strayData.length; i += 2) {
            strayData[i] = (byte) 0xF8;
        }
        for (byte[] bytes : List.of(manyTracks, strayData)) {
            long before = allocated();
            MidiFile file = MidiFile.read(bytes);
            assertThat(allocated() - before).isLessThan(16L * bytes.length);
            assertThat(file.damages()).hasSize(DamageLog.KEPT);
            assertThat(file.damageCount()).isGreaterThan(DamageLog.KEPT);
        }
    }

    private static long allocated() {
        return ((com.sun.management.ThreadMXBean) java.lang.management.ManagementFactory.getThreadMXBean())
                .getCurrentThreadAllocatedBytes();
    }
}
