package org.jollyledger.core.kit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.HatPedal;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.OpennessExpression;
import org.jollyledger.core.sound.Openness;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;

class KitChangeTest {
    @Test
    void chokesAreToldByWhatTheyStopAndWhatStopsIt() {
        NoteMap from = SmallMaps.map(36, "crash.1.edge", "crash.1.bow", "crash.1.choke", "crash.2.edge", "kick");
        NoteMap to = SmallMaps.map(60, "crash.1.edge", "crash.1.struck-choke", "crash.1.choke", "ride.1.bow")
                .withChokes(ChokeExpression.PRESSURE);
        KitChange.ChokeChange change =
                KitChange.between(Kit.of(from), Kit.of(to)).chokes();
        assertThat(change.from()).isEqualTo(ChokeExpression.NOTE);
        assertThat(change.to()).isEqualTo(ChokeExpression.PRESSURE);
        assertThat(change.stops()).isEqualTo(Map.of(38, List.of(36, 37)));
        assertThat(change.chokedBy()).as("the tail, not the stroke").isEqualTo(Map.of(60, 62));
    }

    @Test
    void hatsAreToldByNotesAndByValues() {
        NoteMap pads = SmallMaps.map(36, "hihat.tip.pedal").withOpenness(OpennessExpression.CONTROLLER);
        NoteMap library = SmallMaps.map(60, "hihat.tip.closed", "hihat.tip.half", "hihat.tip.open", "hihat.edge.open");
        KitChange.HatChange there =
                KitChange.between(Kit.of(pads), Kit.of(library)).hats();
        assertThat(there.openings().get(0)).isEqualTo(Openness.OPEN);
        assertThat(there.openings().get(127)).isEqualTo(Openness.CLOSED);
        assertThat(there.notes().get(60))
                .containsEntry(Openness.TIGHT, 60)
                .containsEntry(Openness.CLOSED, 60)
                .containsEntry(Openness.HALF, 61)
                .containsEntry(Openness.OPEN, 62)
                .isEqualTo(there.notes().get(62));
        assertThat(there.notes().get(63)).as("the edge has one opening only").containsEntry(Openness.CLOSED, 63);
        KitChange.HatChange back =
                KitChange.between(Kit.of(library), Kit.of(pads)).hats();
        assertThat(back.values()).doesNotContainKey(Openness.TIGHT).containsKey(Openness.CLOSED);
    }

    /** What the pedal would send for an openness means that openness again. */
    @Property
    void aValueSentForAnOpennessMeansIt(
            @ForAll @Size(5) List<@IntRange(min = 1, max = 128) Integer> thresholds, @ForAll boolean down) {
        HatPedal pedal = HatPedal.USUAL
                .withThresholds(thresholds.stream().sorted().toList())
                .withCountsDown(down);
        for (Openness openness : Openness.values()) {
            Hats.value(pedal, openness)
                    .ifPresent(value -> assertThat(Hats.openness(pedal, value)).isEqualTo(openness));
        }
    }
}
