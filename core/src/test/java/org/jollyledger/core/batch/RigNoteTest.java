package org.jollyledger.core.batch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.jollyledger.core.batch.RigNote.Agreement;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.notemap.Line;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.sound.Sound;
import org.jollyledger.core.support.DemoMaps;
import org.junit.jupiter.api.Test;

class RigNoteTest {
    private static NoteMap map(String name, String... lines) {
        return GeneralMidi.level1()
                .withName(name)
                .withChannel(OptionalInt.empty())
                .withLines(List.of(lines).stream()
                        .map(line -> line.split(" "))
                        .map(line -> Line.of(Integer.parseInt(line[0]), line[1], Sound.parse(line[1])))
                        .toList());
    }

    @Test
    void notesAreTheSameNearOtherOrMissing() {
        NoteMap one = map("One", "36 kick", "38 snare.centre", "42 hihat.closed", "49 crash.1", "20 control");
        NoteMap two = map("Two", "36 kick", "38 snare.off-centre", "42 cowbell");
        List<RigNote> notes = RigNote.of(List.of(one, two));
        assertThat(notes)
                .extracting(RigNote::agreement)
                .containsExactly(Agreement.SAME, Agreement.NEAR, Agreement.OTHER, Agreement.NOTHING);
        NoteMap safe = RigNote.safeMap("Safe", List.of(one, two));
        assertThat(safe.lines()).extracting(Line::name).containsExactly("kick", "snare.centre");
        assertThat(RigNote.insteadOf(notes.get(3), notes, 1))
                .as("nothing is near a crash")
                .isEmpty();
        List<RigNote> more = RigNote.of(List.of(map("One", "49 crash.1", "55 splash"), map("Two", "49 crash.1")));
        assertThat(RigNote.insteadOf(more.get(1), more, 1)).containsExactly(more.get(0));
    }

    @Test
    void whereNothingIsSafeThereIsNoMap() {
        assertThatThrownBy(() -> RigNote.safeMap("Safe", List.of(map("One", "36 kick"), map("Two", "38 snare"))))
                .hasMessageContaining("No note plays the same on all of these maps");
    }

    @Property(tries = 50)
    void aSafeMapLosesNothingOnAnyMapOfTheRig(@ForAll int seed) throws Exception {
        Random random = new Random(seed);
        List<NoteMap> all = DemoMaps.all();
        List<NoteMap> maps = List.of(all.get(random.nextInt(all.size())), all.get(random.nextInt(all.size())));
        List<RigNote> safe = RigNote.of(maps).stream()
                .filter(note -> note.agreement().isSafe())
                .toList();
        if (safe.isEmpty()) {
            return;
        }
        NoteMap written = RigNote.safeMap("Safe", maps);
        assertThat(written.lines()).hasSize(safe.size());
        for (Line line : written.lines()) {
            for (NoteMap map : maps) {
                Optional<Line> there = map.lineAt(Note.of(line.note().number()));
                assertThat(there).isPresent();
                assertThat(line.sound().distanceTo(there.get().sound()).isFar()).isFalse();
            }
        }
    }
}
