package org.jollyledger.core.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.support.Events;
import org.jollyledger.core.support.Grooves;
import org.jollyledger.core.support.RandomMidi;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;

class TrackLayoutTest {
    private static final NoteMap KIT = SmallMaps.map(36, "kick.hit", "snare.centre");
    private static final NoteMap MAP = GeneralMidi.level1();

    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files().filter(bytes -> bytes[9] != 2);
    }

    private static List<String> hits(Part part) {
        return IntStream.range(0, part.hitCount())
                .mapToObj(hit ->
                        part.tick(hit) + " " + part.channel(hit) + " " + part.note(hit) + " " + part.velocity(hit))
                .sorted()
                .toList();
    }

    /** Lines without the number of the track: nothing is lost and nothing comes in but names and ends of tracks. */
    private static List<String> messages(MidiFile file) {
        return Events.read(file).stream()
                .map(line -> line.substring(line.indexOf(' ') + 1))
                .filter(line -> !line.matches("\\d+ ff(03|2f).*|\\d+ ff01"))
                .sorted()
                .collect(Collectors.toList());
    }

    @Property
    void everyMessageIsThereInEveryLayout(@ForAll("files") byte[] bytes, @ForAll TrackLayout layout) throws Exception {
        MidiFile file = MidiFile.read(bytes);
        Part part = Part.of(file, Channels.only(10));
        MidiFile arranged = MidiFile.read(layout.arrange(part, MAP));
        assertThat(arranged.damages()).isEqualTo(file.damages());
        assertThat(hits(Part.of(arranged, Channels.only(10)))).isEqualTo(hits(part));
        assertThat(messages(arranged)).isEqualTo(messages(file));
    }

    @Test
    void linesOfOneOutputShareItsTrack() throws Exception {
        NoteMap mixed = KIT.withLines(List.of(
                KIT.lines().get(0).withOutput(Optional.of("Low")),
                KIT.lines().get(1).withOutput(Optional.of("Low"))));
        byte[] groove = Grooves.file(KIT, "1 0 1 0");
        Part part = Part.of(MidiFile.read(groove), Channels.ALL);
        assertThat(TrackLayout.OUTPUTS.arrange(part, mixed))
                .as("one track holds them already")
                .isEqualTo(groove);
        NoteMap half = mixed.withLines(
                List.of(mixed.lines().get(0), mixed.lines().get(1).withOutput(Optional.empty())));
        assertThat(names(MidiFile.read(TrackLayout.OUTPUTS.arrange(part, half))))
                .containsExactly("Low", "No output named");
    }

    @Test
    void tracksStandInTheOrderOfTheMapWithTheirNames() throws Exception {
        Part part = Part.of(MidiFile.read(Grooves.file(KIT, "1 0 1 0")), Channels.ALL);
        MidiFile lines = MidiFile.read(TrackLayout.LINES.arrange(part, KIT));
        assertThat(lines.format()).isEqualTo(1);
        assertThat(names(lines))
                .containsExactly(KIT.lines().get(0).name(), KIT.lines().get(1).name());
        MidiFile pieces = MidiFile.read(TrackLayout.PIECES.arrange(part, KIT));
        assertThat(names(pieces)).containsExactly("Kick", "Snare");
        MidiFile one = MidiFile.read(TrackLayout.ONE.arrange(Part.of(lines, Channels.ALL), KIT));
        assertThat(names(one)).contains("Drums");
        Part together = Part.of(one, Channels.ALL);
        assertThat(IntStream.range(0, together.hitCount())
                        .map(together::track)
                        .distinct()
                        .count())
                .isEqualTo(1);
    }

    private static List<String> names(MidiFile file) {
        return file.tracks().stream()
                .flatMap(track -> Caption.trackName(track).stream())
                .toList();
    }

    @Test
    void notesThatAreNotOnTheMapHaveATrackOfTheirOwn() throws Exception {
        Part part = Part.of(MidiFile.read(Grooves.file(KIT, "1 0 1 0")), Channels.ALL);
        NoteMap kickOnly = KIT.withLines(List.of(KIT.lines().get(0)));
        assertThat(names(MidiFile.read(TrackLayout.LINES.arrange(part, kickOnly))))
                .containsExactly(kickOnly.lines().get(0).name(), "Not on the map");
    }

    @Test
    void piecesOfTheirOwnAreRefused() throws Exception {
        byte[] bytes = Grooves.file(KIT, "1 0");
        bytes[9] = 2;
        Part part = Part.of(MidiFile.read(bytes), Channels.ALL);
        assertThatThrownBy(() -> TrackLayout.LINES.arrange(part, MAP)).hasMessageContaining("format 2");
        assertThatThrownBy(() -> TrackLayout.parse("sideways"))
                .hasMessageContaining("as-it-is, pieces, lines, outputs, one");
    }
}
