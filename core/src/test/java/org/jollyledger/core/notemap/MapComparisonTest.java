package org.jollyledger.core.notemap;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.jollyledger.core.notemap.MapComparison.Difference;
import org.jollyledger.core.notemap.MapComparison.Pair;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Sound;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class MapComparisonTest {
    private static final NoteMap BARE = GeneralMidi.level1().withName("Bare").withLines(List.of());

    private static Line line(String text) {
        String[] parts = text.strip().split(" ");
        Line line = Line.of(parts[0].equals("-") ? 0 : Integer.parseInt(parts[0]), parts[1], Sound.parse(parts[2]))
                .withShortName("one");
        return parts[0].equals("-") ? line.withPlace(Optional.empty()) : line;
    }

    /** Lines as text, note, name and sound, one after the other. */
    private static NoteMap map(String lines) {
        return BARE.withLines(
                lines.isBlank()
                        ? List.of()
                        : Stream.of(lines.split(","))
                                .map(MapComparisonTest::line)
                                .toList());
    }

    private static String told(Pair pair) {
        List<String> words = new ArrayList<>();
        for (Difference difference : Difference.values()) {
            if (pair.differences().contains(difference)) {
                words.add(difference.words());
            }
        }
        return pair.before().map(Line::name).orElse("") + ">"
                + pair.after().map(Line::name).orElse("") + " " + words;
    }

    private static List<String> told(NoteMap before, NoteMap after) {
        return MapComparison.between(before, after).pairs().stream()
                .map(MapComparisonTest::told)
                .toList();
    }

    /** Which lines stand for each other: what they share decides, most first. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            value = {
                "36 Kick kick, 38 Snare snare | 36 Kick kick, 38 Snare snare | Kick>Kick [] / Snare>Snare []",
                // Note and name before name and sound.
                "36 Kick kick, 35 Kick kick.2 | 36 Kick kick.2 | Kick>Kick [with another sound] / Kick> [gone]",
                "36 Kick kick | 36 Kick snare | Kick>Kick [with another sound]",
                "36 Kick kick | 37 Kick kick | Kick>Kick [moved]",
                "36 Kick kick | 36 Boom kick | Kick>Boom [renamed]",
                "36 Kick kick | 40 KICK snare | Kick>KICK [moved, renamed, with another sound]",
                // One note and a sound that is near; one that is far is another line.
                "36 Kick kick | 36 Boom kick.2 | Kick>Boom [renamed, with another sound]",
                "36 Kick kick | 36 Bell cowbell | Kick> [gone] / >Bell [added]",
                "36 Kick kick | 40 Boom kick | Kick>Boom [moved, renamed]",
                "36 Kick kick | 40 Bell cowbell | Kick> [gone] / >Bell [added]",
                // Name and sound go before note and sound, and these before the name alone.
                "36 Kick kick, 40 Boom kick | 40 Kick kick | Kick>Kick [moved] / Boom> [gone]",
                "36 Kick kick, 40 Boom snare | 36 Boom kick | Kick>Boom [renamed] / Boom> [gone]",
                // Without notes none is shared.
                "- Kick kick | - Bell cowbell | Kick> [gone] / >Bell [added]",
                "- Kick kick | 36 Kick kick | Kick>Kick [moved]",
                "- Kick kick | - Boom kick.2 | Kick> [gone] / >Boom [added]",
                "|36 Kick kick | >Kick [added]",
                "36 Kick kick || Kick> [gone]"
            })
    void linesArePaired(String before, String after, String wanted) {
        assertThat(told(map(before == null ? "" : before), map(after == null ? "" : after)))
                .isEqualTo(List.of(wanted.split(" / ")));
    }

    @Test
    void detailsAreToldTogether() {
        Line line = line("36 Kick kick");
        for (Line other : List.of(
                line.withShortName("K"),
                line.withChokeGroup(Optional.of("a")),
                line.withOutput(Optional.of("left")),
                line.withRemark("loud"))) {
            assertThat(told(BARE.withLines(List.of(line)), BARE.withLines(List.of(other))))
                    .containsExactly("Kick>Kick [with other details]");
        }
    }

    /** The fewest lines count as moved in the order. */
    @ParameterizedTest
    @CsvSource({"abcd, bcda, a", "abcd, dabc, d", "abcd, acbd, b", "abcdef, fabcde, f", "abcd, abcd, ''", "abc, cba, ab"
    })
    void theFewestAreReordered(String before, String after, String moved) {
        MapComparison comparison = MapComparison.between(lettered(before), lettered(after));
        assertThat(comparison.pairs().stream()
                        .filter(pair -> pair.differences().contains(Difference.REORDERED))
                        .count())
                .isEqualTo(moved.length());
        if (moved.length() == 1) {
            assertThat(comparison.pairs())
                    .filteredOn(pair -> !pair.isSame())
                    .extracting(pair -> pair.after().orElseThrow().name())
                    .containsExactly(moved);
        }
    }

    private static NoteMap lettered(String letters) {
        return BARE.withLines(letters.chars()
                .mapToObj(letter -> Line.of(letter - 'a', String.valueOf((char) letter), Sound.parse("tom.1")))
                .toList());
    }

    @ParameterizedTest
    @CsvSource({"abc, bc, a b c", "abc, ac, a b c", "abc, ab, a b c", "abcd, ad, a b c d", "abc, xac, x a c"})
    void whatIsGoneStandsWhereItStood(String before, String after, String wanted) {
        assertThat(MapComparison.between(lettered(before), lettered(after)).pairs())
                .extracting(pair -> pair.after().or(pair::before).orElseThrow().name())
                .containsExactly(wanted.split(" "));
    }

    /** Nothing is told twice, and nothing left out. */
    @Property
    void everyLineIsInOnePair(
            @ForAll List<@IntRange(max = 9) Integer> before, @ForAll List<@IntRange(max = 9) Integer> after) {
        NoteMap one = numbered(before);
        NoteMap other = numbered(after);
        List<Pair> pairs = MapComparison.between(one, other).pairs();
        assertThat(pairs.stream().flatMap(pair -> pair.before().stream()))
                .containsExactlyInAnyOrderElementsOf(one.lines());
        assertThat(pairs.stream().flatMap(pair -> pair.after().stream())).containsExactlyElementsOf(other.lines());
        assertThat(MapComparison.between(one, one).isSame()).isTrue();
    }

    private static NoteMap numbered(List<Integer> numbers) {
        return BARE.withLines(numbers.stream()
                .limit(12)
                .map(number -> Line.of(36 + number / 2, "Line " + number % 3, Sound.parse("tom." + (1 + number % 4))))
                .toList());
    }

    private static Stream<List<Object>> facts() {
        Pad pad = new Pad("Left", PadKind.PAD, 1, 1, 20, List.of());
        return Stream.of(
                List.of(BARE.withName("Other"), "Name: “Bare” became “Other”."),
                List.of(BARE.withMaker("me"), "Maker's text: “" + BARE.maker() + "” became “me”."),
                List.of(BARE.withKind(MapKind.KIT), "Kind: “" + BARE.kind().words() + "” became “electronic kit”."),
                List.of(BARE.withMiddleC(OctaveConvention.C5), "Middle C: “" + BARE.middleC() + "” became “C5”."),
                List.of(BARE.withChannel(OptionalInt.of(3)), "Channel: “10” became “3”."),
                List.of(BARE.withChannel(OptionalInt.empty()), "Channel: “10” became “all”."),
                List.of(
                        BARE.withChokes(ChokeExpression.RELEASE),
                        "Chokes: “a note of its own” became “releasing the cymbal's note”."),
                List.of(
                        BARE.withOpenness(OpennessExpression.CONTROLLER),
                        "Hi-hat opening: “a note for each opening” became “controller 4”."),
                List.of(BARE.withRemark("old"), "Remark: “" + BARE.remark() + "” became “old”."),
                List.of(BARE.withPads(PadPlan.NONE.withPads(List.of(pad))), "Pads that differ: Left."),
                List.of(
                        BARE.withPads(PadPlan.NONE.withPlace(
                                Optional.of(new PadPlan.StrikePlace(16, Note.of(38), 1, 2, Note.of(39), Note.of(40))))),
                        "How the snare's position is told differs."),
                List.of(
                        BARE.withPads(PadPlan.NONE.withSplash(Optional.of(new PadPlan.Splash(100, 64)))),
                        "The splash of the foot differs."));
    }

    @ParameterizedTest
    @MethodSource("facts")
    void whatDiffersInTheWholeIsSaid(List<Object> row) {
        MapComparison comparison =
                MapComparison.between(BARE.withChannel(OptionalInt.of(10)), channelled((NoteMap) row.get(0)));
        assertThat(comparison.facts()).containsExactly((String) row.get(1));
        assertThat(comparison.isSame()).isFalse();
        assertThat(comparison.summary()).isEqualTo("1 property");
    }

    /** On channel 10, unless the row is about the channel. */
    private static NoteMap channelled(NoteMap map) {
        return map.channel().equals(BARE.channel()) && !map.equals(BARE.withChannel(OptionalInt.empty()))
                ? map.withChannel(OptionalInt.of(10))
                : map;
    }

    @Test
    void padsAreComparedByName() {
        Pad left = new Pad("Left", PadKind.PAD, 1, 1, 20, List.of());
        Pad right = new Pad("Right", PadKind.PAD, 1, 1, 20, List.of());
        NoteMap before = BARE.withPads(PadPlan.NONE.withPads(List.of(left, right)));
        NoteMap after =
                BARE.withPads(PadPlan.NONE.withPads(List.of(right, new Pad("Left", PadKind.PAD, 2, 1, 20, List.of()))));
        assertThat(MapComparison.between(before, after).facts()).containsExactly("Pads that differ: Left.");
    }

    @Test
    void theSummaryCountsEachKind() {
        MapComparison comparison = MapComparison.between(
                map("36 Kick kick, 38 Snare snare, 40 Tom tom.1")
                        .withRemark("a")
                        .withName("b"),
                map("35 Kick kick, 38 Snare snare, 49 Crash crash").withRemark("c"));
        assertThat(comparison.summary()).isEqualTo("1 added, 1 gone, 1 moved, 2 properties");
        assertThat(comparison.count(Difference.MOVED)).isEqualTo(1);
        assertThat(MapComparison.between(BARE, BARE).summary()).isEqualTo("nothing differs");
        assertThat(new Pair(Optional.empty(), Optional.empty(), Set.of()).isSame())
                .isTrue();
    }
}
