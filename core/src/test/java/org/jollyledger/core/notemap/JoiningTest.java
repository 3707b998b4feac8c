package org.jollyledger.core.notemap;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.RandomMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class JoiningTest {
    private static final NoteMap KIT = GeneralMidi.level1()
            .withName("Kit")
            .withMiddleC(OctaveConvention.C3)
            .withLines(List.of(
                    Line.of(36, "Kick", Sound.parse("kick")),
                    Line.of(38, "Snare", Sound.parse("snare")),
                    Line.of(45, "Low tom", Sound.parse("tom.2")),
                    Line.of(48, "High tom", Sound.parse("tom.1")),
                    Line.of(49, "Crash", Sound.parse("crash")),
                    Line.of(42, "Hat", Sound.parse("hihat"))));

    @Provide
    Arbitrary<NoteMap> maps() {
        return RandomMaps.maps();
    }

    /** Where a line comes to stand, what its sound becomes, and on which note. */
    @ParameterizedTest
    @CsvSource({
        // Behind the last of its piece, with the next number, on the free note nearest to its like.
        "tom.1, Extra, 4, tom.3, 44",
        "crash, Extra, 5, crash.2, 50",
        // A piece that is new stands behind its family, and keeps its number.
        "china.2, Extra, 5, china.2, 50",
        // Of a family that is new, at the end.
        "cowbell, Extra, 6, cowbell, 35"
    })
    void aLineStandsWithItsLike(String sound, String name, int row, String became, int note) {
        Line line = Line.of(60, name, Sound.parse(sound));
        Joining joining = Joining.of(KIT, GeneralMidi.level1(), List.of(line), "upper");
        Line placed = joining.map().lines().get(row);
        assertThat(placed.name()).isEqualTo("Extra (upper)");
        assertThat(placed.sound().code()).isEqualTo(Sound.parse(became).code());
        assertThat(placed.note().number()).isEqualTo(note);
        assertThat(joining.placements()).extracting(Joining.Placement::to).containsExactly(placed);
        assertThat(placed.remark()).isEqualTo("Belongs to upper (General MIDI 1)");
    }

    @Test
    void articulationsOfOnePieceStayTogetherAndPiecesApart() {
        List<Line> lines = List.of(
                Line.of(1, "A bow", Sound.parse("crash.1.bow")).withChokeGroup(Optional.of("one")),
                Line.of(2, "A choke", Sound.parse("crash.1.choke")),
                Line.of(3, "B bow", Sound.parse("crash.2.bow")),
                Line.of(4, "Tom", Sound.parse("tom.1")));
        Joining joining = Joining.of(KIT, KIT, lines, "B");
        assertThat(joining.placements())
                .extracting(placement -> placement.to().sound().code())
                .containsExactly("crash.2.bow", "crash.2.choke", "crash.3.bow", "tom.3.head");
        assertThat(joining.placements().get(0).to().chokeGroup()).contains("one B");
        assertThat(joining.map().lines()).hasSize(10).containsAll(KIT.lines());
    }

    @Test
    void whatIsToBeSetUpIsSaid() {
        Line line = Line.of(60, "Gong", Sound.parse("gong"));
        Joining joining = Joining.of(KIT, KIT.withMiddleC(OctaveConvention.C4), List.of(line), "B");
        Joining.Placement placement = joining.placements().get(0);
        String now = placement.to().note().label(OctaveConvention.C3);
        assertThat(placement.setUp(KIT.withMiddleC(OctaveConvention.C4), KIT))
                .isEqualTo("move “Gong” from 60 · C4 to " + now);
        assertThat(new Joining.Placement(line.withPlace(Optional.empty()), placement.to()).setUp(KIT, KIT))
                .isEqualTo("put “Gong” on " + now);
    }

    @Test
    void whatDoesNotFitIsRefused() {
        List<Line> all = IntStream.range(0, 128)
                .mapToObj(note -> Line.of(note, "Line " + note, Sound.parse("tom.1")))
                .toList();
        NoteMap nearlyFull = KIT.withLines(all.subList(0, 126));
        assertThat(Joining.of(nearlyFull, KIT, KIT.lines().subList(0, 2), "B")
                        .map()
                        .freeNotes())
                .isEmpty();
        assertThatThrownBy(() -> Joining.of(nearlyFull, KIT, KIT.lines().subList(0, 3), "B"))
                .hasMessage("3 lines need as many free notes; \"Kit\" has 2. Choose fewer lines.");
        assertThatThrownBy(() -> Joining.of(KIT, KIT, KIT.lines(), " ")).hasMessageContaining("label is empty");
        assertThatThrownBy(() -> Joining.of(KIT, KIT, KIT.lines(), "x".repeat(25)))
                .hasMessageContaining("label has 25 characters");
    }

    private static String piece(Line line) {
        return line.sound().piece().code() + line.sound().number();
    }

    /** Whatever is joined, nothing that was there changes, and each line that came has a note of its own. */
    @Property
    void nothingThatWasThereChanges(@ForAll("maps") NoteMap map, @ForAll("maps") NoteMap other) {
        Assume.that(other.lines().size() <= map.freeNotes().size());
        Joining joining = Joining.of(map, other, other.lines(), "second");
        List<Line> came =
                joining.placements().stream().map(Joining.Placement::to).toList();
        List<Line> others = new ArrayList<>(joining.map().lines());
        assertThat(others).containsAll(came);
        others.removeAll(came);
        assertThat(others).isEqualTo(map.lines());
        // What was one piece stays one, and two pieces stay two.
        assertThat(joining.placements())
                .allSatisfy(one -> assertThat(joining.placements())
                        .allSatisfy(two -> assertThat(piece(one.to()).equals(piece(two.to())))
                                .isEqualTo(piece(one.from()).equals(piece(two.from())))));
        assertThat(came)
                .allSatisfy(
                        line -> assertThat(joining.map().linesAt(line.note())).hasSize(1));
        assertThat(joining.map().lines())
                .hasSize(map.lines().size() + other.lines().size());
    }
}
