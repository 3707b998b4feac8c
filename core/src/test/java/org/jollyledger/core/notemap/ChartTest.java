package org.jollyledger.core.notemap;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.notemap.Chart.Column;
import org.jollyledger.core.notemap.Chart.Group;
import org.jollyledger.core.pitch.OctaveConvention;
import org.jollyledger.core.sound.Family;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.RandomMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ChartTest {
    private static final NoteMap GM = GeneralMidi.level1().withMiddleC(OctaveConvention.C3);

    @Provide
    Arbitrary<NoteMap> maps() {
        return RandomMaps.maps();
    }

    private static NoteMap toms(int count) {
        return GM.withLines(IntStream.range(0, count)
                .mapToObj(at -> Line.of(at % 128, "Line " + at, Sound.parse("tom.1")))
                .toList());
    }

    @ParameterizedTest
    @CsvSource({"1, 1", "24, 1", "25, 2", "64, 2", "65, 3", "150, 3", "151, 4", "300, 4"})
    void longMapsHaveMoreColumns(int lines, int columns) {
        Chart chart = Chart.of(toms(lines), KitOrder.NAME);
        assertThat(chart.columns()).hasSize(columns);
        assertThat(chart.height()).isBetween((double) lines / columns, (double) lines / columns + 2.5);
    }

    @Test
    void theKitIsGroupedByItsPieces() {
        NoteMap map = GM.withLines(List.of(
                Line.of(38, "Snare", Sound.parse("snare")),
                Line.of(36, "Kick", Sound.parse("kick")),
                Line.of(37, "Stick", Sound.parse("snare.side-stick"))));
        assertThat(Chart.of(map, KitOrder.KIT).columns().get(0))
                .extracting(
                        Group::title,
                        Group::family,
                        group -> group.lines().stream().map(Line::name).toList())
                .containsExactly(
                        tuple("Snare", Optional.of(Family.SNARE), List.of("Snare", "Stick")),
                        tuple("Kick", Optional.of(Family.KICK), List.of("Kick")));
        assertThat(Chart.of(map, KitOrder.KIT).height()).isEqualTo(3 + 2 * 1.5);
        assertThat(Chart.of(map, KitOrder.NOTE).columns().get(0))
                .extracting(Group::title, Group::family)
                .containsExactly(tuple("", Optional.empty()));
        assertThat(Chart.of(map, KitOrder.NOTE).height()).isEqualTo(3);
        assertThat(Chart.of(GM.withLines(List.of()), KitOrder.KIT).height()).isZero();
    }

    @ParameterizedTest
    @CsvSource({
        "NOTE, note, 3, 36 · C1",
        "NAME, name, 6, Kick",
        "SHORT, short name, 3, Kk",
        "SOUND, sound, 5, 'kick, hit'",
        "GROUP, choke group, 3, hats",
        "OUTPUT, output, 3, left"
    })
    void aColumnShowsOneThing(Column column, String words, int width, String text) {
        Line line = Line.of(36, "Kick", Sound.parse("kick"))
                .withShortName("Kk")
                .withChokeGroup(Optional.of("hats"))
                .withOutput(Optional.of("left"));
        assertThat(column.words()).isEqualTo(words);
        assertThat(column.width()).isEqualTo(width);
        assertThat(column.text(line, GM)).isEqualTo(text);
        Line bare = Line.of(36, "Kick", Sound.parse("kick")).withPlace(Optional.empty());
        assertThat(Column.NOTE.text(bare, GM)).isEqualTo("no note");
        assertThat(Column.GROUP.text(bare, GM) + Column.OUTPUT.text(bare, GM)).isEmpty();
    }

    /** Whatever the map: each line once, in its order, and no column much higher than the others would have it. */
    @Property
    void everyLineIsOnTheChart(@ForAll("maps") NoteMap map, @ForAll KitOrder order) {
        Chart chart = Chart.of(map, order);
        assertThat(chart.columns().stream().flatMap(List::stream).flatMap(group -> group.lines().stream()))
                .containsExactlyElementsOf(
                        MapEdits.sort(map, order).lines().stream().toList());
        double all = chart.columns().stream()
                .flatMap(List::stream)
                .mapToDouble(group -> group.lines().size() + (group.title().isEmpty() ? 0 : 1.5))
                .sum();
        assertThat(chart.height()).isLessThanOrEqualTo(all / chart.columns().size() + 5);
    }
}
