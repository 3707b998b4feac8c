package org.jollyledger.core.reconcile;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.DemoMaps;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;

class BetterLineTest {
    private static final NoteMap SMALL =
            SmallMaps.map(60, "kick.hit", "snare.centre", "crash.1.edge", "crash.1.choke", "control.switch");

    private static List<String> sounds(List<BetterLine> lines) {
        return lines.stream().map(better -> better.line().sound().code()).toList();
    }

    /** The map that a part was written for says what a note was meant for; General MIDI is asked only without one. */
    @Test
    void whatANoteWasMeantForComesFirstFromItsOwnMap() {
        NoteMap written = SmallMaps.map(36, "crash.2.edge");
        assertThat(sounds(BetterLine.find(Note.of(36), SMALL, Optional.of(written), 2)))
                .startsWith("crash.1.edge");
        assertThat(sounds(BetterLine.find(Note.of(36), SMALL, Optional.empty(), 2)))
                .startsWith("kick.hit");
        assertThat(BetterLine.find(Note.of(36), SMALL, Optional.of(written), 2)
                        .get(0)
                        .reason())
                .startsWith("meant for crash 2, edge: ");
    }

    @Test
    void keysOfControlAreNeverOffered() {
        assertThat(sounds(BetterLine.find(Note.of(38), SMALL, Optional.empty(), 99)))
                .hasSize(4)
                .doesNotContain("control.switch");
        NoteMap written = SmallMaps.map(20, "control.switch");
        assertThat(BetterLine.find(Note.of(20), SMALL, Optional.of(written), 9)).isEmpty();
    }

    @Test
    void noteThatNobodyKnowsHasNoBetterLine() {
        assertThat(BetterLine.find(Note.of(120), SMALL, Optional.empty(), 3)).isEmpty();
    }

    /** Between any two of the demo maps, for every line: as many as asked for, the nearest first. */
    @Test
    void theNearestComeFirst() throws Exception {
        for (NoteMap written : DemoMaps.all()) {
            for (NoteMap map : DemoMaps.all()) {
                written.firstLines().forEach(line -> {
                    List<BetterLine> found = BetterLine.find(line.note(), map, Optional.of(written), 3);
                    assertThat(found).hasSizeLessThanOrEqualTo(3);
                    assertThat(found)
                            .extracting(better -> better.distance().value())
                            .isSorted();
                    boolean there = map.firstLines().stream()
                            .anyMatch(other -> other.sound().equals(line.sound()));
                    if (there && line.sound().isDrum()) {
                        assertThat(found.get(0).distance().value())
                                .as(line.name())
                                .isZero();
                    }
                });
            }
        }
    }
}
