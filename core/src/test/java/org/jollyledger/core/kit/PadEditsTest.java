package org.jollyledger.core.kit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.stream.IntStream;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.MapComparison;
import org.jollyledger.core.notemap.MapEdits;
import org.jollyledger.core.notemap.MapEdits.WhenTaken;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.Pad;
import org.jollyledger.core.notemap.VelocityCurve;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.DemoMaps;
import org.junit.jupiter.api.Test;

class PadEditsTest {
    private static NoteMap kit() throws Exception {
        return DemoMaps.named("Otterbrook E7");
    }

    private static int pad(NoteMap map, String name) {
        List<Pad> pads = StagePlan.of(map).pads();
        return IntStream.range(0, pads.size())
                .filter(at -> pads.get(at).name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private static int line(NoteMap map, int note) {
        return map.lines().indexOf(map.lineAt(Note.of(note)).orElseThrow());
    }

    private static List<Note> sends(NoteMap map, String pad, int zone) {
        return StagePlan.of(map).pads().get(pad(map, pad)).zones().get(zone).notes();
    }

    @Test
    void severalZonesPlayOneLineAndOneZoneSeveral() throws Exception {
        NoteMap map = PadEdits.setNotes(kit(), pad(kit(), "Tom 1"), 1, List.of(Note.of(36)));
        assertThat(sends(map, "Tom 1", 0)).isEqualTo(sends(map, "Tom 1", 1));
        map = PadEdits.setNotes(map, pad(map, "Kick"), 0, List.of(Note.of(30), Note.of(54)));
        assertThat(sends(map, "Kick", 0)).extracting(Note::number).containsExactly(30, 54);
        map = PadEdits.setCurve(map, pad(map, "Kick"), 0, VelocityCurve.fixed(100));
        assertThat(sends(map, "Kick", 0)).hasSize(2);
        assertThat(map.lines()).isEqualTo(kit().lines());
        NoteMap set = map;
        assertThatThrownBy(() -> PadEdits.setNotes(set, 99, 0, List.of())).hasMessageContaining("That zone is gone");
    }

    @Test
    void theSecondTomShallBeARideAndItsPadStaysWhereItStands() throws Exception {
        NoteMap map = PadEdits.shallBe(kit(), Note.of(39), "ride bell");
        Line line = map.lineAt(Note.of(39)).orElseThrow();
        assertThat(line.sound().code()).isEqualTo("ride.1.bell");
        assertThat(sends(map, "Tom 2", 0)).containsExactly(Note.of(39));
        assertThat(PadEdits.shallBe(kit(), Note.of(99), "cowbell").lineAt(Note.of(99)))
                .isPresent();
        assertThatThrownBy(() -> PadEdits.shallBe(kit(), Note.of(39), "blorp")).hasMessageContaining("names no sound");
    }

    @Test
    void aComparisonNamesThePadsThatDiffer() throws Exception {
        NoteMap kit = kit().withPads(StagePlan.of(kit()));
        NoteMap other = PadEdits.setNotes(kit, pad(kit, "Tom 1"), 1, List.of(Note.of(36)));
        assertThat(MapComparison.between(kit, kit).facts()).isEmpty();
        assertThat(MapComparison.between(kit, other).facts()).containsExactly("Pads that differ: Tom 1.");
    }

    /** A kit's zone sends what its line stands on; who moves the line moves what the zone sends. */
    @Test
    void zonesGoWithTheirLines() throws Exception {
        NoteMap kit = kit().withPads(StagePlan.of(kit()));
        NoteMap moved = MapEdits.setNote(kit, line(kit, 30), Note.of(20), WhenTaken.SWAP);
        assertThat(sends(moved, "Kick", 0)).containsExactly(Note.of(20));
        NoteMap swapped = MapEdits.setNote(kit, line(kit, 36), Note.of(39), WhenTaken.SWAP);
        assertThat(sends(swapped, "Tom 1", 0)).containsExactly(Note.of(39));
        assertThat(sends(swapped, "Tom 2", 0)).containsExactly(Note.of(36));
        NoteMap layered = MapEdits.setNote(kit, line(kit, 36), Note.of(39), WhenTaken.LAYER);
        assertThat(sends(layered, "Tom 1", 0)).containsExactly(Note.of(39));
        assertThat(sends(layered, "Tom 2", 0)).containsExactly(Note.of(39));
        NoteMap shifted = MapEdits.shift(
                kit, IntStream.range(0, kit.lines().size()).boxed().toList(), 12);
        assertThat(sends(shifted, "Snare", 0)).containsExactly(Note.of(44));
        assertThat(sends(
                        MapEdits.shift(
                                shifted,
                                IntStream.range(0, kit.lines().size()).boxed().toList(),
                                -12),
                        "Snare",
                        0))
                .isEqualTo(sends(kit, "Snare", 0));
    }
}
