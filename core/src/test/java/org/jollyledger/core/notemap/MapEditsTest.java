package org.jollyledger.core.notemap;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;
import org.jollyledger.core.notemap.MapComparison.Difference;
import org.jollyledger.core.notemap.MapEdits.WhenTaken;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.RandomMaps;
import org.junit.jupiter.api.Test;

class MapEditsTest {
    private static final NoteMap GM = GeneralMidi.level1();

    @Provide
    Arbitrary<NoteMap> maps() {
        return RandomMaps.maps().filter(map -> !map.lines().isEmpty());
    }

    private static int lineOn(NoteMap map, int note) {
        return map.lines().indexOf(map.lineAt(Note.of(note)).orElseThrow());
    }

    private static List<String> names(NoteMap map) {
        return map.lines().stream().map(Line::name).toList();
    }

    @Test
    void aTakenNoteIsSwappedGivenUpOrShared() {
        int snare = lineOn(GM, 38);
        int clap = lineOn(GM, 39);
        NoteMap swapped = MapEdits.setNote(GM, snare, Note.of(39), WhenTaken.SWAP);
        assertThat(swapped.lines().get(snare).note().number()).isEqualTo(39);
        assertThat(swapped.lines().get(clap).note().number()).isEqualTo(38);
        NoteMap moved = MapEdits.setNote(GM, snare, Note.of(39), WhenTaken.MOVE_OTHER);
        assertThat(moved.lines().get(clap).note().number()).isEqualTo(38);
        NoteMap layered = MapEdits.setNote(GM, snare, Note.of(39), WhenTaken.LAYER);
        assertThat(layered.linesAt(Note.of(39))).hasSize(2);
    }

    @Property
    void settingANoteLosesNoLine(
            @ForAll("maps") NoteMap map,
            @ForAll @IntRange(max = 127) int note,
            @ForAll int pick,
            @ForAll WhenTaken how) {
        int line = Math.floorMod(pick, map.lines().size());
        NoteMap edited = MapEdits.setNote(map, line, Note.of(note), how);
        assertThat(names(edited)).isEqualTo(names(map));
        assertThat(edited.lines().get(line).note().number()).isEqualTo(note);
        if (how == WhenTaken.MOVE_OTHER) {
            assertThat(edited.linesAt(Note.of(note))).hasSize(1);
        }
    }

    @Property
    void movingRowsKeepsEveryNote(
            @ForAll("maps") NoteMap map,
            @ForAll Set<@IntRange(max = 5) Integer> some,
            @ForAll @IntRange(min = -30, max = 30) int steps) {
        List<Integer> rows =
                some.stream().filter(row -> row < map.lines().size()).toList();
        NoteMap moved = MapEdits.moveRows(map, rows, steps);
        assertThat(moved.lines()).containsExactlyInAnyOrderElementsOf(map.lines());
        if (!rows.isEmpty() && steps == 0 && rows.size() == 1) {
            assertThat(moved).isEqualTo(map);
        }
    }

    @Test
    void rowsMoveTogetherAndStopAtTheEnds() {
        NoteMap moved = MapEdits.moveRows(GM, List.of(0, 1), 1);
        assertThat(names(moved).subList(0, 3))
                .containsExactly(names(GM).get(2), names(GM).get(0), names(GM).get(1));
        assertThat(MapEdits.moveRows(GM, List.of(1), -9).lines().get(0))
                .isEqualTo(GM.lines().get(1));
        assertThat(MapEdits.moveRows(GM, List.of(1), 999).lines().get(46))
                .isEqualTo(GM.lines().get(1));
    }

    @Test
    void shiftingMovesAllOrNone() {
        List<Integer> all = IntStream.range(0, 47).boxed().toList();
        NoteMap up = MapEdits.shift(GM, all, 12);
        assertThat(up.lineAt(Note.of(48)))
                .isPresent()
                .get()
                .extracting(Line::name)
                .isEqualTo("Bass Drum 1");
        assertThat(MapEdits.shift(up, all, -12)).isEqualTo(GM);
        assertThatThrownBy(() -> MapEdits.shift(GM, all, 47))
                .hasMessageContaining("would come to note 128; notes are 0 to 127. Nothing was moved.");
    }

    @Test
    void aFamilyIsSetForSomeLines() {
        NoteMap edited = MapEdits.setFamily(GM, List.of(0, 1), Family.SNARE);
        assertThat(edited.lines().get(0).sound().family()).isEqualTo(Family.SNARE);
        assertThat(edited.lines().get(2)).isEqualTo(GM.lines().get(2));
    }

    @Property
    void sortingOnlyReorders(@ForAll("maps") NoteMap map, @ForAll KitOrder order) {
        NoteMap sorted = MapEdits.sort(map, order);
        assertThat(sorted.lines()).containsExactlyInAnyOrderElementsOf(map.lines());
        assertThat(sorted.lines()).isSortedAccordingTo(order.comparator());
        assertThat(MapEdits.sort(sorted, order)).isEqualTo(sorted);
    }

    @Test
    void aKitReadsFromLeftToRightAndFromTopToBottom() {
        NoteMap kit = GM.withLines(List.of(
                Line.of(36, "K", Sound.parse("kick")),
                Line.of(38, "S", Sound.parse("snare")),
                Line.of(49, "CR", Sound.parse("crash.1.right")),
                Line.of(50, "CL", Sound.parse("crash.1.left")),
                Line.of(41, "F", Sound.parse("tom.3")),
                Line.of(48, "T", Sound.parse("tom.1")),
                Line.of(51, "R", Sound.parse("ride")),
                Line.of(42, "H", Sound.parse("hihat"))));
        assertThat(names(MapEdits.sort(kit, KitOrder.KIT))).containsExactly("CL", "CR", "R", "H", "T", "F", "S", "K");
    }

    @Property
    void freeNotesAreFreeAndNearestFirst(@ForAll("maps") NoteMap map, @ForAll int pick) {
        Line line = map.lines().get(Math.floorMod(pick, map.lines().size()));
        Assume.that(line.hasNote());
        List<Note> free = FreeNotes.beside(map, line.sound(), line.place());
        assertThat(free).allSatisfy(note -> assertThat(map.lineAt(note)).isEmpty());
        assertThat(free)
                .isSortedAccordingTo(Comparator.comparingInt((Note note) ->
                                Math.abs(note.number() - line.note().number()))
                        .thenComparing(Comparator.naturalOrder()));
        assertThat(free).hasSize(map.freeNotes().size());
    }

    @Test
    void roomIsFoundBesideRelatives() {
        assertThat(FreeNotes.beside(GM, Sound.parse("shaker"), Optional.empty())
                        .get(0)
                        .number())
                .isEqualTo(82);
        assertThat(FreeNotes.beside(GM, Sound.parse("kick.3"), Optional.empty())
                        .get(0)
                        .number())
                .isEqualTo(34);
    }

    @Property
    void aMapDoesNotDifferFromItself(@ForAll("maps") NoteMap map) {
        assertThat(MapComparison.between(map, map).isSame()).isTrue();
        assertThat(MapComparison.between(map, map).summary()).isEqualTo("nothing differs");
    }

    @Property
    void aComparisonHoldsEveryLineOfBothOnce(@ForAll("maps") NoteMap one, @ForAll("maps") NoteMap other) {
        MapComparison comparison = MapComparison.between(one, other);
        assertThat(comparison.pairs().stream().flatMap(pair -> pair.before().stream()))
                .containsExactlyInAnyOrderElementsOf(one.lines());
        assertThat(comparison.pairs().stream().flatMap(pair -> pair.after().stream()))
                .containsExactlyElementsOf(other.lines());
    }

    @Test
    void differencesAreNamed() {
        int kick = lineOn(GM, 36);
        int snare = lineOn(GM, 38);
        int clap = lineOn(GM, 39);
        int tambourine = lineOn(GM, 54);
        NoteMap edited = MapEdits.change(GM, List.of(kick), line -> line.withName("Big kick"));
        edited = MapEdits.setNote(edited, snare, Note.of(30), WhenTaken.LAYER);
        edited = MapEdits.change(edited, List.of(clap), line -> line.withSound(Sound.parse("finger-snap")));
        edited = MapEdits.remove(edited, List.of(tambourine));
        edited = MapEdits.insert(edited, 3, Line.of(20, "Gong", Sound.parse("gong")));
        edited = edited.withName("Mine");
        MapComparison comparison = MapComparison.between(GM, edited);
        assertThat(comparison.count(Difference.RENAMED)).isEqualTo(1);
        assertThat(comparison.count(Difference.MOVED)).isEqualTo(1);
        assertThat(comparison.count(Difference.OTHER_SOUND)).isEqualTo(1);
        assertThat(comparison.count(Difference.GONE)).isEqualTo(1);
        assertThat(comparison.count(Difference.ADDED)).isEqualTo(1);
        assertThat(comparison.count(Difference.REORDERED)).isZero();
        assertThat(comparison.facts()).containsExactly("Name: “General MIDI 1” became “Mine”.");
        assertThat(comparison.summary())
                .isEqualTo("1 added, 1 gone, 1 moved, 1 renamed, 1 with another sound, 1 property");
    }

    @Test
    void oneMovedRowIsOneDifference() {
        MapComparison comparison = MapComparison.between(GM, MapEdits.moveRows(GM, List.of(0), 20));
        assertThat(comparison.count(Difference.REORDERED)).isEqualTo(1);
    }

    @Test
    void aSecondRideJoinsBesideTheFirst() {
        Line bow = Line.of(51, "Ride bow", Sound.parse("ride"));
        Line bell = Line.of(53, "Ride bell", Sound.parse("ride.1.bell"));
        NoteMap other = GM.withLines(List.of(bow, bell)).withName("Second copy");
        Joining joining = Joining.of(GM, other, List.of(bow, bell), "copy 2");
        assertThat(joining.placements())
                .extracting(placement -> placement.to().sound().code())
                .containsExactly("ride.3.bow", "ride.3.bell");
        assertThat(joining.map().lines()).hasSize(49);
        assertThat(joining.placements().get(0).to().name()).isEqualTo("Ride bow (copy 2)");
        assertThat(GM.freeNotes()).contains(joining.placements().get(0).to().note());
        assertThat(joining.placements().get(0).setUp(other, joining.map()))
                .startsWith("move “Ride bow” from 51 · D#2 to ");
        assertThat(joining.map().lines().stream().map(Line::shortName)).doesNotHaveDuplicates();
    }

    @Test
    void moreLinesThanFreeNotesAreRefused() {
        NoteMap full = GM.withLines(IntStream.range(0, 128)
                .mapToObj(note -> Line.of(note, "L" + note, Sound.parse("effect.1.hit")))
                .toList());
        assertThatThrownBy(() -> Joining.of(full, GM, GM.lines(), "x"))
                .hasMessageContaining("47 lines need as many free notes");
        Line homeless = Line.of(0, "Homeless", Sound.parse("gong")).withPlace(Optional.empty());
        NoteMap overfull = MapEdits.insert(full, 0, homeless);
        assertThatThrownBy(() -> MapEdits.setNote(overfull, 0, Note.of(5), WhenTaken.MOVE_OTHER))
                .hasMessageContaining("No note is free for \"L5\"");
    }

    @Provide
    Arbitrary<String> names() {
        return Arbitraries.of(
                "Snare",
                "Snare Drum Center",
                "Hi-Hat Closed Tip Left",
                "Crash 1 Edge",
                "Crash 1 Edge",
                "日本語の太鼓の名前は長い",
                "A",
                "Ünïcödé nämé thät ïs lông");
    }

    @Property
    void shortNamesFitAndDiffer(@ForAll List<@net.jqwik.api.From("names") String> names) {
        List<String> shortened = ShortNames.of(names);
        assertThat(shortened).hasSameSizeAs(names);
        assertThat(shortened)
                .allSatisfy(name ->
                        assertThat(name.codePointCount(0, name.length())).isBetween(1, 10));
        assertThat(shortened.stream().map(String::toLowerCase)).doesNotHaveDuplicates();
    }
}
