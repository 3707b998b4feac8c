package org.jollyledger.core.crosswalk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.jollyledger.core.crosswalk.LiveFormsTest.BY_RELEASE;
import static org.jollyledger.core.crosswalk.LiveFormsTest.FIRM;
import static org.jollyledger.core.crosswalk.LiveFormsTest.STRUCK;
import static org.jollyledger.core.crosswalk.LiveTranslatorTest.KIT;
import static org.jollyledger.core.crosswalk.LiveTranslatorTest.LIBRARY;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.Stream;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiFileBuilder;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.pitch.Note;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * What a file holds for what a player did, message by message: the same scenes as are played live, with what a file can do
 * besides, since it knows what comes later. A tick is a millisecond. How instruments say chokes is common practice.
 */
class FileFormsTest {
    private static final int SYSTEM = 0xF0;

    /** What is played and what comes of it, with the chokes that are lost, by the numbers of their hits. */
    private record Scene(
            String what, Crosswalk crosswalk, List<String> played, List<String> written, List<Integer> lost) {
        static Scene of(String what, NoteMap from, NoteMap to, List<String> played, String... written) {
            return new Scene(what, Crosswalk.propose(from, to), played, List.of(written), List.of());
        }

        Scene routed(int note, int to) {
            return new Scene(
                    what,
                    crosswalk.with(Route.chosen(Note.of(note), List.of(Target.all(Note.of(to))))),
                    played,
                    written,
                    lost);
        }

        Scene losing(int hit) {
            return new Scene(what, crosswalk, played, written, List.of(hit));
        }

        @Override
        public String toString() {
            return what;
        }
    }

    private static final List<String> LET_GO = List.of("0 99 40 100", "700 89 40 64", "2000 99 24 80", "2050 89 24 0");
    private static final List<String> STRUCK_TWICE =
            List.of("0 99 71 100", "50 89 71 64", "500 99 72 90", "550 89 72 64");
    private static final List<String> GRABBED = List.of("0 99 49 100", "50 89 49 64", "500 99 50 90", "700 89 50 64");

    static Stream<Scene> scenes() {
        return Stream.of(
                Scene.of("a grab ends the stroke", LIBRARY, BY_RELEASE, GRABBED, "0 99 40 100", "500 89 40 64"),
                Scene.of(
                        "letting go is a note",
                        BY_RELEASE,
                        LIBRARY,
                        LET_GO,
                        "0 99 49 100",
                        "700 99 50 100",
                        "700 89 49 64",
                        "763 89 50 64",
                        "2000 99 36 80",
                        "2050 89 36 0"),
                Scene.of(
                        "letting go is pressure",
                        BY_RELEASE,
                        KIT,
                        LET_GO,
                        "0 99 54 100",
                        "700 a9 54 100",
                        "700 89 54 64",
                        "763 a9 54 0",
                        "2000 99 30 80",
                        "2050 89 30 0"),
                Scene.of(
                        "letting go stays letting go",
                        BY_RELEASE,
                        BY_RELEASE.withName("Other"),
                        LET_GO,
                        LET_GO.toArray(String[]::new)),
                Scene.of(
                                "letting go cannot be said by a stroke",
                                BY_RELEASE,
                                STRUCK,
                                LET_GO,
                                "0 99 71 100",
                                "700 89 71 64",
                                "2000 99 70 80",
                                "2050 89 70 0")
                        .losing(0),
                Scene.of(
                        "pressure is a note, as hard as it gets",
                        KIT,
                        LIBRARY,
                        List.of("0 99 54 100", "50 89 54 64", "500 A9 54 90", "520 A9 54 110", "540 A9 54 0"),
                        "0 99 49 100",
                        "50 89 49 64",
                        "500 99 50 110",
                        "563 89 50 64"),
                Scene.of(
                                "pressure cannot be said by a stroke: the note ends there",
                                KIT,
                                STRUCK,
                                List.of("0 99 54 100", "50 89 54 64", "500 A9 54 90", "600 A9 54 0"),
                                "0 99 71 100",
                                "500 89 71 64")
                        .losing(0),
                Scene.of(
                        "pressure is as firm as it has to be",
                        KIT,
                        FIRM,
                        List.of("0 99 54 100", "100 A9 54 20", "120 A9 54 30", "140 A9 54 0", "200 89 54 0"),
                        "0 99 55 100",
                        "100 a9 55 64",
                        "120 a9 55 30",
                        "140 a9 55 0",
                        "200 89 55 0"),
                Scene.of(
                        "a stroke rings on where its end would stop it, for as long as it rings",
                        KIT,
                        BY_RELEASE,
                        List.of(
                                "0 99 54 100",
                                "10 89 54 0",
                                "500 A9 54 60",
                                "560 A9 54 0",
                                "3000 99 54 50",
                                "3010 89 54 0"),
                        "0 99 40 100",
                        "500 89 40 64",
                        "3000 99 40 50",
                        "12000 89 40 64"),
                Scene.of(
                        "pressure that is too soft stays pressure",
                        FIRM,
                        LIBRARY,
                        List.of(
                                "0 99 55 100",
                                "100 A9 55 63",
                                "120 A9 55 64",
                                "130 A9 55 20",
                                "140 A9 55 0",
                                "200 89 55 0"),
                        "0 99 49 100",
                        "100 a9 49 63",
                        "120 99 50 64",
                        "183 89 50 64",
                        "200 89 49 0"),
                Scene.of(
                        "a struck choke is a stroke and a note that stops it",
                        STRUCK,
                        LIBRARY,
                        STRUCK_TWICE,
                        "0 99 49 100",
                        "50 89 49 64",
                        "500 99 49 90",
                        "550 89 49 64",
                        "600 99 50 90",
                        "663 89 50 64"),
                Scene.of(
                        "a struck choke is a stroke and pressure that stops it",
                        STRUCK,
                        KIT,
                        STRUCK_TWICE,
                        "0 99 54 100",
                        "50 89 54 64",
                        "500 99 54 90",
                        "550 89 54 64",
                        "600 a9 54 90",
                        "663 a9 54 0"),
                Scene.of(
                        "a struck choke is a stroke that ends early",
                        STRUCK,
                        BY_RELEASE,
                        STRUCK_TWICE,
                        "0 99 40 100",
                        "50 89 40 64",
                        "500 99 40 90",
                        "600 89 40 64"),
                Scene.of(
                        "a struck choke stays one",
                        STRUCK,
                        STRUCK.withName("Other"),
                        STRUCK_TWICE,
                        STRUCK_TWICE.toArray(String[]::new)),
                Scene.of(
                                "a tail long after its stroke is no stroke",
                                LIBRARY,
                                STRUCK,
                                GRABBED,
                                "0 99 71 100",
                                "500 89 71 64")
                        .losing(1),
                Scene.of(
                        "a stroke that is grabbed at once is a struck choke",
                        LIBRARY,
                        STRUCK,
                        List.of("0 99 49 100", "30 89 49 64", "40 99 50 90", "60 89 50 64"),
                        "0 99 72 100",
                        "30 89 72 64"),
                Scene.of(
                        "a tail stays one",
                        LIBRARY,
                        LIBRARY.withName("Other"),
                        GRABBED,
                        GRABBED.toArray(String[]::new)),
                Scene.of(
                        "a tail is pressure for a moment",
                        LIBRARY,
                        KIT,
                        GRABBED,
                        "0 99 54 100",
                        "50 89 54 64",
                        "500 a9 54 90",
                        "563 a9 54 0"),
                Scene.of(
                                "who sends a tail elsewhere has chosen that",
                                LIBRARY,
                                KIT,
                                GRABBED,
                                "0 99 54 100",
                                "50 89 54 64",
                                "500 99 30 90",
                                "700 89 30 64")
                        .routed(50, 30)
                        .losing(1),
                Scene.of(
                                "who sends a struck choke to the plain stroke has chosen that",
                                STRUCK,
                                LIBRARY,
                                STRUCK_TWICE,
                                "0 99 49 100",
                                "50 89 49 64",
                                "500 99 49 90",
                                "550 89 49 64")
                        .routed(72, 49)
                        .losing(1),
                Scene.of(
                        "what is put in goes to the channel of the map",
                        KIT,
                        LIBRARY.withChannel(OptionalInt.of(3)),
                        List.of(
                                "0 99 54 100",
                                "50 89 54 64",
                                "500 A9 54 90",
                                "540 A9 54 0",
                                "600 B9 4 0",
                                "700 99 48 90",
                                "710 89 48 0"),
                        "0 92 49 100",
                        "50 82 49 64",
                        "500 92 50 90",
                        "563 82 50 64",
                        "700 92 46 90",
                        "710 82 46 0"),
                Scene.of(
                        "a foot that closes is heard",
                        KIT,
                        LIBRARY,
                        List.of(
                                "0 B9 4 0",
                                "500 B9 4 127",
                                "600 B9 4 0",
                                "1000 B9 4 127",
                                "2000 99 30 1",
                                "2010 89 30 0"),
                        "500 99 44 100",
                        "563 89 44 64",
                        "1000 99 44 100",
                        "1063 89 44 64",
                        "2000 99 36 1",
                        "2010 89 36 0"));
    }

    @ParameterizedTest
    @MethodSource("scenes")
    void whatIsWrittenIsWhatWasMeant(Scene scene) throws Exception {
        MidiFileBuilder file =
                MidiFile.builder(0, new Division.TicksPerBeat(500)).track();
        for (String text : scene.played) {
            String[] fields = text.split(" ");
            int status = Integer.parseInt(fields[1], 16);
            file.message(
                    Long.parseLong(fields[0]),
                    status & 0xF0,
                    (status & 0x0F) + 1,
                    Integer.parseInt(fields[2]),
                    Integer.parseInt(fields[3]));
        }
        Part part = Part.of(MidiFile.read(file.build(30_000)), Channels.ALL);
        Conversion conversion = Conversion.of(part, scene.crosswalk);
        assertThat(messages(MidiFile.read(conversion.bytes()).tracks().get(0))).isEqualTo(scene.written);
        assertThat(conversion.statement().lostChokes()).containsExactlyElementsOf(scene.lost);
        assertThat(conversion.statement().balances()).isTrue();
    }

    private static List<String> messages(MidiTrack track) {
        List<String> messages = new ArrayList<>();
        for (int event = 0; event < track.eventCount(); event++) {
            if (track.status(event) < SYSTEM) {
                messages.add(track.tick(event) + " " + Integer.toHexString(track.status(event)) + " "
                        + track.data1(event) + " " + track.data2(event));
            }
        }
        return messages;
    }
}
