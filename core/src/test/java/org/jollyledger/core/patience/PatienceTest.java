package org.jollyledger.core.patience;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.jollyledger.core.crosswalk.Conversion;
import org.jollyledger.core.crosswalk.Crosswalk;
import org.jollyledger.core.exchange.MusicXml;
import org.jollyledger.core.exchange.NoteListReader;
import org.jollyledger.core.exchange.SheetSvg;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.patience.Patience.GivenUp;
import org.jollyledger.core.patience.Patience.Scope;
import org.jollyledger.core.reconcile.Figures;
import org.jollyledger.core.reconcile.Layout;
import org.jollyledger.core.reconcile.LayoutRecognition;
import org.jollyledger.core.reconcile.Reconciling;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.core.sheet.SheetRow.Shown;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class PatienceTest {
    private static final GivenUp ENOUGH = new GivenUp("Enough.");

    private static Stream<ThrowingCallable> longWork() throws Exception {
        NoteMap map = GeneralMidi.level1();
        MidiFile file = MidiFile.read(MidiFile.builder(0, new Division.TicksPerBeat(480))
                .track()
                .message(0, 0x90, 10, 36, 100)
                .message(10, 0x80, 10, 36, 0)
                .message(480, 0x90, 10, 38, 100)
                .message(490, 0x80, 10, 38, 0)
                .build(960));
        Part part = Part.of(file, Channels.ALL);
        Sheet sheet = Sheet.of(part, map, Shown.PLAYED);
        Crosswalk crosswalk = Crosswalk.propose(map, GeneralMidi.level2(), part);
        return Stream.of(
                () -> MusicXml.write(sheet, "Try"),
                () -> SheetSvg.pages(sheet, "Try"),
                () -> NoteListReader.read("36 Kick\n38 Snare", NoteListReader.Settings.USUAL),
                () -> LayoutRecognition.recognise(file, List.of(Layout.of(map)), 1),
                () -> Reconciling.of(part, map, Optional.empty(), Figures.USUAL),
                () -> Crosswalk.propose(map, GeneralMidi.level2(), part),
                () -> Conversion.of(part, crosswalk).bytes());
    }

    @ParameterizedTest
    @MethodSource("longWork")
    void longWorkAsksWhetherToGoOn(ThrowingCallable work) {
        try (Scope over = Patience.within(() -> Optional.of(ENOUGH))) {
            assertThatThrownBy(work).isSameAs(ENOUGH);
        }
        try (Scope patient = Patience.within(Optional::empty)) {
            assertThatCode(work).doesNotThrowAnyException();
        }
        assertThatCode(work).as("nobody asked for it in this way").doesNotThrowAnyException();
    }

    @Test
    void whatIsAskedForWithinIsOverFirst() throws Exception {
        try (Scope patient = Patience.within(Optional::empty)) {
            try (Scope over = Patience.within(() -> Optional.of(ENOUGH))) {
                assertThatThrownBy(Patience::goOn).hasMessage("Enough.");
                Thread elsewhere = new Thread(Patience::goOn);
                elsewhere.setUncaughtExceptionHandler(
                        (thread, thrown) -> assertThat(thrown).isNull());
                elsewhere.start();
                elsewhere.join();
            }
            assertThatCode(Patience::goOn).doesNotThrowAnyException();
        }
    }
}
