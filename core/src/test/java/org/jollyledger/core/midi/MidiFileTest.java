package org.jollyledger.core.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.util.List;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.support.Events;
import org.jollyledger.core.support.Hex;
import org.jollyledger.core.support.RandomMidi;
import org.junit.jupiter.api.Test;

class MidiFileTest {
    /** The worked example of Standard MIDI Files 1.0 (RP-001), format 0: four beats, running status, three channels. */
    private static final byte[] WORKED_EXAMPLE = Hex.bytes(
            "4D546864 00000006 0000 0001 0060 4D54726B 0000003B 00FF580404021808 00FF510307A120 00C005 00C12E 00C246"
                    + "00923060 003C60 60914340 60904C20 8140823040 003C40 00814340 00804C40 00FF2F00");

    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files();
    }

    @Test
    void readsTheWorkedExampleOfTheStandard() throws Exception {
        MidiFile file = MidiFile.read(WORKED_EXAMPLE);
        assertThat(file.format()).isZero();
        assertThat(file.division()).isEqualTo(new Division.TicksPerBeat(96));
        assertThat(file.damages()).isEmpty();
        // Times, statuses and data as the table in the standard gives them.
        assertThat(Events.read(file))
                .containsExactly(
                        "0 0 ff5804021808",
                        "0 0 ff5107a120",
                        "0 0 c005",
                        "0 0 c12e",
                        "0 0 c246",
                        "0 0 923060",
                        "0 0 923c60",
                        "0 96 914340",
                        "0 192 904c20",
                        "0 384 823040",
                        "0 384 823c40",
                        "0 384 814340",
                        "0 384 804c40",
                        "0 384 ff2f");
    }

    @Property
    void anyValidFileIsReadWithoutDamageAndKeepsItsBytes(@ForAll("files") byte[] bytes) throws Exception {
        MidiFile file = MidiFile.read(bytes);
        assertThat(file.damages()).isEmpty();
        assertThat(file.toBytes()).isEqualTo(bytes);
        assertThat(file.edit().toBytes()).isEqualTo(bytes);
    }

    /** A second way to the same bytes: every event deleted and put back is a whole rewriting of its track. */
    @Property
    void aRewrittenTrackReadsTheSame(@ForAll("files") byte[] bytes) throws Exception {
        MidiFile file = MidiFile.read(bytes);
        MidiEdit edit = file.edit();
        for (MidiTrack track : file.tracks()) {
            for (int event = 0; event < track.eventCount(); event++) {
                if (track.command(event) == 0x90) {
                    edit.remove(track.index(), event);
                    edit.insertBefore(
                            track.index(), event, track.status(event), track.data1(event), track.data2(event));
                }
            }
        }
        MidiFile rewritten = MidiFile.read(edit.toBytes());
        assertThat(rewritten.damages()).isEmpty();
        assertThat(Events.read(rewritten)).isEqualTo(Events.read(file));
    }

    @Property
    void changingANoteChangesThatByteAndNoOther(@ForAll("files") byte[] bytes) throws Exception {
        MidiFile file = MidiFile.read(bytes);
        for (MidiTrack track : file.tracks()) {
            for (int event = 0; event < track.eventCount(); event++) {
                if (!track.isNoteOn(event)) {
                    continue;
                }
                MidiEdit edit = file.edit();
                edit.setNote(track.index(), event, track.data1(event) ^ 1);
                byte[] changed = edit.toBytes();
                assertThat(changed).hasSameSizeAs(bytes);
                int differences = 0;
                for (int i = 0; i < bytes.length; i++) {
                    differences += bytes[i] == changed[i] ? 0 : 1;
                }
                assertThat(differences).isOne();
                return;
            }
        }
    }

    @Property
    void movingANoteToAnotherChannelLeavesAllOthersAlone(@ForAll("files") byte[] bytes) throws Exception {
        MidiFile file = MidiFile.read(bytes);
        List<String> expected = Events.read(file);
        MidiEdit edit = file.edit();
        int line = 0;
        for (MidiTrack track : file.tracks()) {
            for (int event = 0; event < track.eventCount(); event++, line++) {
                if (track.command(event) == 0x90 && event % 2 == 0) {
                    edit.setChannel(track.index(), event, 16);
                    String moved = expected.get(line).replaceFirst(" 9[0-9a-f]([0-9a-f]{4})$", " 9f$1");
                    expected.set(line, moved);
                }
            }
        }
        assertThat(Events.read(MidiFile.read(edit.toBytes()))).isEqualTo(expected);
    }

    @Test
    void readsAFileInsideARiffWrapperAndLeavesTheWrapperBehindWhenItIsChanged() throws Exception {
        ByteArrayOutputStream wrapped = new ByteArrayOutputStream();
        wrapped.writeBytes(Hex.bytes("52494646 00000000 524D4944 4C495354 03000000 61626300 64617461 51000000"));
        wrapped.writeBytes(WORKED_EXAMPLE);
        wrapped.write(0);
        MidiFile file = MidiFile.read(wrapped.toByteArray());
        assertThat(file.damages()).isEmpty();
        assertThat(file.wrapped()).isTrue();
        assertThat(file.toBytes()).isEqualTo(wrapped.toByteArray());
        assertThat(Events.read(file)).isEqualTo(Events.read(MidiFile.read(WORKED_EXAMPLE)));
        MidiEdit edit = file.edit();
        edit.setVelocity(0, 5, 1);
        byte[] changed = edit.toBytes();
        assertThat(changed).hasSameSizeAs(WORKED_EXAMPLE);
        assertThat(MidiFile.read(changed).tracks().get(0).data2(5)).isOne();
    }

    @Test
    void aTimeTooLongForOneQuantityIsCarriedOn() throws Exception {
        byte[] bytes = Hex.file(0, "FFFFFF7F 993C40 FFFFFF7F 993D40 FFFFFF7F 993E40 00FF2F00");
        MidiFile file = MidiFile.read(bytes);
        MidiEdit edit = file.edit();
        edit.remove(0, 0);
        edit.remove(0, 1);
        MidiFile shortened = MidiFile.read(edit.toBytes());
        MidiTrack track = shortened.tracks().get(0);
        assertThat(track.tick(track.eventCount() - 1)).isEqualTo(3L * VariableLength.MAX);
    }

    @Test
    void whatTheBuilderWritesIsReadByTheJdkAsByUs() throws Exception {
        byte[] bytes = MidiFile.builder(1, new Division.TicksPerBeat(480))
                .track()
                .meta(0, 0x58, new byte[] {6, 3, 24, 8})
                .track()
                .message(0, 0x90, 10, 36, 100)
                .message(240, 0x80, 10, 36, 0)
                .message(240, 0xC0, 10, 5, 0)
                .message(300_000, 0xB0, 10, 4, 127)
                .build(400_000);
        assertThat(Events.readByJdk(bytes)).isEqualTo(Events.read(MidiFile.read(bytes)));
    }

    @Test
    void aStreamBeyondTheLimitIsRefused() {
        assertThatThrownBy(() -> MidiFile.read(new ByteArrayInputStream(WORKED_EXAMPLE), 20))
                .isInstanceOf(MidiFormatException.class)
                .hasMessage("The file is larger than 20 bytes; choose a smaller one.");
    }

    @Test
    void framesAreReadInAllFourRates() throws Exception {
        for (int rate : new int[] {24, 25, 29, 30}) {
            byte[] bytes = Hex.file(0, "00FF2F00");
            bytes[12] = (byte) -rate;
            bytes[13] = 40;
            assertThat(MidiFile.read(bytes).division()).isEqualTo(new Division.Smpte(rate, 40));
        }
        assertThat(new Division.Smpte(25, 40).ticksPerSecond()).isEqualTo(1000.0);
    }
}
