package org.jollyledger.core.kit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;
import org.jollyledger.core.exchange.NoteMapJson;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.PadGrid;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.RandomMaps;
import org.junit.jupiter.api.Test;

class GridEditsTest {
    private static final PadGrid FOUR_BY_FOUR = new PadGrid(4, 4, true);

    private static NoteMap pads() throws Exception {
        return GridEdits.lay(DemoMaps.named("Otterbrook E7"), FOUR_BY_FOUR);
    }

    private static List<List<Note>> sends(NoteMap map) {
        return map.pads().pads().stream().map(pad -> pad.zones().get(0).notes()).toList();
    }

    @Provide
    Arbitrary<NoteMap> maps() {
        return RandomMaps.maps();
    }

    @Provide
    Arbitrary<PadGrid> grids() {
        Arbitrary<Integer> side = Arbitraries.integers().between(1, 16);
        return Combinators.combine(side, side, Arbitraries.of(true, false)).as(PadGrid::new);
    }

    @Property
    void everyNoteHasAPadOnAGridOfAnyShapeAndNoTwoPadsStandAtOnePlace(
            @ForAll("maps") NoteMap map, @ForAll("grids") PadGrid grid) throws Exception {
        NoteMap laid = GridEdits.lay(map, grid);
        List<Note> listed = map.firstLines().stream().map(Line::note).sorted().toList();
        assertThat(sends(laid).stream().flatMap(List::stream).toList()).isEqualTo(listed);
        assertThat(laid.pads().pads()).hasSize(grid.banks(listed.size()) * grid.perBank());
        assertThat(laid.pads().pads().stream().map(pad -> pad.x() + "/" + pad.y()))
                .doesNotHaveDuplicates();
        assertThat(laid.pads().pads().stream().map(Pad::name)).doesNotHaveDuplicates();
        assertThat(NoteMapJson.read(NoteMapJson.write(laid))).isEqualTo(laid);
    }

    @Property
    void whatPadsSendOutlivesAnotherShapeAndSwapsAreUndoneBySwapping(
            @ForAll("maps") NoteMap map,
            @ForAll("grids") PadGrid grid,
            @ForAll("grids") PadGrid other,
            @ForAll @IntRange(max = 255) int one,
            @ForAll @IntRange(max = 255) int two) {
        NoteMap laid = GridEdits.lay(map, grid);
        int count = laid.pads().pads().size();
        NoteMap swapped = GridEdits.swap(laid, one % count, two % count);
        assertThat(sends(swapped).get(one % count)).isEqualTo(sends(laid).get(two % count));
        assertThat(GridEdits.swap(swapped, two % count, one % count)).isEqualTo(laid);
        List<Note> all = sends(swapped).stream().flatMap(List::stream).toList();
        if (other.banks(count) * other.perBank() <= 256) {
            assertThat(sends(GridEdits.lay(swapped, other)).stream()
                            .flatMap(List::stream)
                            .toList())
                    .isEqualTo(all);
        }
    }

    @Test
    void padsAreCountedFromTheNearOrTheFarRow() {
        PadGrid far = new PadGrid(4, 4, false);
        assertThat(IntStream.of(0, 3, 4, 16).map(FOUR_BY_FOUR::row)).containsExactly(3, 3, 2, 3);
        assertThat(IntStream.of(0, 3, 4, 16).map(far::row)).containsExactly(0, 0, 1, 0);
        assertThat(IntStream.of(0, 3, 4, 16).map(far::column)).containsExactly(0, 3, 0, 0);
        assertThat(IntStream.of(0, 15, 16, 31).mapToObj(far::name)).containsExactly("A1", "A16", "B1", "B16");
        assertThat(PadGrid.bankName(25)).isEqualTo("Z");
        assertThat(PadGrid.bankName(26)).isEqualTo("AA");
    }

    @Test
    void aBankMovesAsAWholeAndAnotherIsAdded() throws Exception {
        NoteMap pads = GridEdits.addBank(pads());
        List<List<Note>> before = sends(pads);
        NoteMap moved = GridEdits.moveBank(pads, 2, 0);
        assertThat(sends(moved).subList(0, 16)).allMatch(List::isEmpty);
        assertThat(sends(moved).subList(16, 48)).isEqualTo(before.subList(0, 32));
        assertThat(moved.pads().pads().get(16).name()).isEqualTo("B1");
        assertThat(GridEdits.removeBank(moved, 0)).isEqualTo(pads());
        assertThatThrownBy(() -> GridEdits.moveBank(pads, 0, 3)).hasMessageContaining("no bank to move");
    }

    @Test
    void aStrokeIsFeltOnAnotherPadAsItWas() throws Exception {
        NoteMap pads = PadEdits.setCurve(pads(), 0, 0, VelocityCurve.fixed(100));
        NoteMap swapped = GridEdits.swap(pads, 0, 9);
        assertThat(swapped.pads().pads().get(9).zones().get(0).curve()).isEqualTo(VelocityCurve.fixed(100));
        assertThat(swapped.pads().pads().get(0).zones().get(0).curve()).isEqualTo(VelocityCurve.STRAIGHT);
    }

    @Test
    void whatCannotBeIsSaid() throws Exception {
        NoteMap kit = DemoMaps.named("Otterbrook E7");
        assertThatThrownBy(() -> GridEdits.swap(kit, 0, 1)).hasMessageContaining("no grid of pads yet");
        assertThatThrownBy(() -> GridEdits.swap(pads(), 0, 99)).hasMessageContaining("That pad is gone");
        assertThatThrownBy(() -> new PadGrid(17, 4, false)).hasMessageContaining("not 17 × 4");
        NoteMap large = GridEdits.lay(kit, new PadGrid(16, 16, false));
        assertThatThrownBy(() -> GridEdits.addBank(large)).hasMessageContaining("makes 512 pads");
        assertThatThrownBy(() -> GridEdits.removeBank(large, 0)).hasMessageContaining("only bank");
        assertThat(GridEdits.spread(pads(), List.of(Note.of(60))).pads().grid()).isEqualTo(Optional.of(FOUR_BY_FOUR));
    }
}
