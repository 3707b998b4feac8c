package org.jollyledger.core.part;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.BitSet;
import java.util.EnumSet;
import java.util.List;
import java.util.stream.Stream;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.TimedMessage;
import org.jollyledger.core.part.HitChange.Delete;
import org.jollyledger.core.part.HitChange.Drop;
import org.jollyledger.core.part.HitChange.Send;
import org.jollyledger.core.part.HitChange.SendBefore;
import org.jollyledger.core.part.HitChange.Strike;
import org.jollyledger.core.part.HitChange.ToChannel;
import org.jollyledger.core.part.HitChange.ToNote;
import org.jollyledger.core.support.Events;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The messages of which a part is made, one by one. */
class PartMessagesTest {
    /** Two kicks and a snare, a controller and a program, an end that ends nothing; 120 a minute. */
    private static Part part(int channels) throws Exception {
        return Part.of(
                MidiFile.read(MidiFile.builder(0, new Division.TicksPerBeat(480))
                        .track()
                        .message(0, 0xB0, 10, 4, 90)
                        .message(0, 0xC0, 10, 5, 0)
                        .message(0, 0x90, 10, 36, 100)
                        .message(240, 0x80, 10, 36, 64)
                        .message(480, 0x80, 10, 50, 1)
                        .message(480, 0x90, 3, 38, 90)
                        .message(720, 0x90, 3, 38, 0)
                        .message(960, 0x90, 10, 36, 80)
                        .message(970, 0xA0, 10, 36, 33)
                        .message(1000, 0x80, 10, 36, 64)
                        .build(1920)),
                channels == 0 ? Channels.ALL : Channels.only(channels));
    }

    @Test
    void aPartPlaysItsMessagesInTime() throws Exception {
        assertThat(PlayedMessages.of(part(10)))
                .containsExactly(
                        new TimedMessage(0, 0xB9, 4, 90),
                        new TimedMessage(0, 0xC9, 5, 0),
                        new TimedMessage(0, 0x99, 36, 100),
                        new TimedMessage(250_000, 0x89, 36, 64),
                        new TimedMessage(500_000, 0x89, 50, 1),
                        new TimedMessage(1_000_000, 0x99, 36, 80),
                        new TimedMessage(1_010_417, 0xA9, 36, 33),
                        new TimedMessage(1_041_667, 0x89, 36, 64));
        assertThat(PlayedMessages.of(part(0)))
                .hasSize(10)
                .isSortedAccordingTo(java.util.Comparator.comparingLong(TimedMessage::at));
    }

    private static Stream<List<Object>> changes() {
        return Stream.of(
                List.of(new ToNote(0, 40), List.of("0 0 992464>0 0 992864", "0 240 892440>0 240 892840")),
                List.of(new Delete(2), List.of("0 960 992450>", "0 970 a92421>", "0 1000 892440>")),
                List.of(new ToChannel(0, 2, 1), List.of("0 0 992464>0 0 902464")),
                List.of(new Drop(0, 0), List.of("0 0 b9045a>")),
                List.of(new Strike(new Stroke(0, 10, 1200, 60, 70, 10)), List.of(">0 1200 993c46", ">0 1210 893c40")),
                List.of(Send.end(0, 1300, 10, 36), List.of(">0 1300 892440")),
                List.of(Send.pressure(0, 1300, 10, 36, 7), List.of(">0 1300 a92407")),
                List.of(Send.controller(0, 1300, 2, 4, 7), List.of(">0 1300 b10407")),
                List.of(new SendBefore(0, 7, 0xB9, 4, 1), List.of(">0 960 b90401")));
    }

    /** Exactly what is named becomes what is named. */
    @ParameterizedTest
    @MethodSource("changes")
    @SuppressWarnings("unchecked")
    void aChangeChangesWhatItNames(List<Object> row) throws Exception {
        Part part = part(0);
        List<String> wanted = new java.util.ArrayList<>(Events.read(part.file()));
        for (String change : (List<String>) row.get(1)) {
            String before = change.substring(0, change.indexOf('>'));
            String after = change.substring(change.indexOf('>') + 1);
            assertThat(before.isEmpty() || wanted.remove(before)).as(change).isTrue();
            if (!after.isEmpty()) {
                wanted.add(after);
            }
        }
        PartEdit edit = PartEdit.of(part).make(List.of((HitChange) row.get(0)));
        assertThat(edit.changeCount()).isEqualTo(1);
        assertThat(Events.read(MidiFile.read(edit.toBytes()))).containsExactlyInAnyOrderElementsOf(wanted);
    }

    @Test
    void whatIsSentBeforeStandsBefore() throws Exception {
        byte[] bytes = PartEdit.of(part(0))
                .make(List.of(new SendBefore(0, 7, 0xB9, 4, 1)))
                .toBytes();
        assertThat(Events.read(MidiFile.read(bytes))).containsSubsequence("0 960 b90401", "0 960 992450");
    }

    @Test
    void aPartTellsWhatItHolds() throws Exception {
        Part part = part(0);
        assertThat(part.strayEndCount()).isEqualTo(1);
        assertThat(part.strayEndTrack(0)).isZero();
        assertThat(part.strayEndEvent(0)).isEqualTo(4);
        assertThat(part.hitsPerNote()).hasSize(128);
        assertThat(part.hitsPerNote()[36]).isEqualTo(2);
        assertThat(part.pressureCount()).isEqualTo(1);
        assertThat(part.pressuresOf(2)).containsExactly(0);
        assertThat(part.pressuresOf(0)).isEmpty();
        BitSet kicks = new BitSet();
        kicks.set(36);
        assertThat(part.hitsInTime()).containsExactly(0, 1, 2);
        assertThat(part.hitsInTime(kicks)).containsExactly(0, 2);
        assertThat(Part.channelsWithHits(part.file()).list()).containsExactly(3, 10);
    }

    @Test
    void codesAreReadAndWordsSaid() {
        for (DiscrepancyKind kind : DiscrepancyKind.values()) {
            assertThat(DiscrepancyKind.parse(kind.code())).isEqualTo(kind);
            assertThat(kind.words()).isNotBlank();
            assertThat(DiscrepancyKind.allSafe().contains(kind)).isEqualTo(kind.isSafe());
        }
        assertThat(DiscrepancyKind.allSafe()).isNotEmpty().isNotEqualTo(EnumSet.allOf(DiscrepancyKind.class));
        assertThat(DiscrepancyKind.SILENT.words()).isEqualTo("silent");
        for (TrackLayout layout : TrackLayout.values()) {
            assertThat(TrackLayout.parse(layout.code())).isEqualTo(layout);
            assertThat(layout.words()).isNotBlank();
        }
        assertThat(Stream.of(Caption.Kind.values()).map(Caption.Kind::words)).containsExactly("lyric", "marker", "cue");
        assertThat(Channels.ALL.words()).isEqualTo("all channels");
        assertThat(Channels.only(3).words()).isEqualTo("channel 3");
        assertThat(new BarBeat(12, 24).words()).isEqualTo("bar 12, beat 3");
        assertThat(new BarBeat(1, 0).beat().toPlainString()).isEqualTo("1");
        assertThat(new BarBeat(1, 108).beat().toPlainString()).isEqualTo("10");
        assertThat(new BarBeat(1, 20).beat().toPlainString()).isEqualTo("2.67");
        assertThat(new BarBeat(1, 32 * 12 + 6).beat().toPlainString()).isEqualTo("33.5");
        assertThat(List.of(new BarBeat(2, 0), new BarBeat(1, 5), new BarBeat(1, 4)).stream()
                        .sorted())
                .containsExactly(new BarBeat(1, 4), new BarBeat(1, 5), new BarBeat(2, 0));
    }
}
