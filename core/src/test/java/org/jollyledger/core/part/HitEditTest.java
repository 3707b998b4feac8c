package org.jollyledger.core.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Assume;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.core.support.Grooves;
import org.jollyledger.core.support.RandomMidi;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;

class HitEditTest {
    private static final NoteMap KIT = SmallMaps.map(36, "kick.hit", "snare.centre", "hihat.tip.closed");
    private static final Optional<Grid> SIXTEENTHS = Optional.of(new Grid(4));

    private static Part groove(String groove) throws Exception {
        return Part.of(MidiFile.read(Grooves.file(KIT, groove)), Channels.ALL);
    }

    private static Part after(HitEdit edit, Part part, int... hits) throws Exception {
        return Part.of(MidiFile.read(edit.on(part, hits).toBytes()), part.channels());
    }

    private static String name(int note) {
        return KIT.lineAt(Note.of(note)).map(line -> line.name()).orElse("note " + note);
    }

    private static int[] all(Part part) {
        return IntStream.range(0, part.hitCount()).toArray();
    }

    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files();
    }

    @Provide
    Arbitrary<HitEdit> edits() {
        Arbitrary<Integer> notes = Arbitraries.integers().between(0, 127);
        Arbitrary<Integer> steps = Arbitraries.integers().between(-300, 300);
        Arbitrary<Optional<Grid>> grids =
                Arbitraries.integers().between(1, 24).map(Grid::new).optional();
        return Arbitraries.oneOf(
                notes.map(HitEdit.ToNote::new),
                Combinators.combine(notes.list().ofSize(Note.COUNT), steps, grids)
                        .as((targets, ticks, grid) -> new HitEdit.ToNotes(targets, ticks, grid)),
                Arbitraries.integers().between(1, 127).map(HitEdit.SetVelocity::new),
                steps.map(HitEdit.Louder::new),
                Arbitraries.integers().between(0, 400).map(HitEdit.Scale::new),
                Combinators.combine(steps, grids).as((ticks, grid) -> new HitEdit.Shift(ticks, grid)),
                Combinators.combine(steps, grids).as(HitEdit.Nudge::new),
                Arbitraries.integers().between(1, 24).map(Grid::new).map(HitEdit.Snap::new));
    }

    /** Whatever is done to hits but deleting them, they are all there afterwards, and so is every other hit. */
    @Property
    void noHitIsLost(@ForAll("files") byte[] bytes, @ForAll("edits") HitEdit edit) throws Exception {
        Part part = Part.of(MidiFile.read(bytes), Channels.ALL);
        Assume.that(part.hitCount() > 1);
        int[] hits = all(part);
        int[] half = Arrays.copyOf(hits, Math.max(1, hits.length / 2));
        Part changed = after(edit, part, half);
        assertThat(changed.hitCount()).isEqualTo(part.hitCount());
        assertThat(Arrays.stream(all(changed)).map(changed::velocity))
                .allMatch(velocity -> velocity >= 1 && velocity <= 127);
        assertThat(edit.summary(part, half, HitEditTest::name)).isNotBlank().doesNotEndWith(".");
        assertThat(edit.needsHits()).isTrue();
    }

    @Property
    void deletedHitsAreGoneAndNoOthers(@ForAll("files") byte[] bytes) throws Exception {
        Part part = Part.of(MidiFile.read(bytes), Channels.ALL);
        Assume.that(part.hitCount() > 0);
        assertThat(after(new HitEdit.Delete(), part, 0).hitCount()).isEqualTo(part.hitCount() - 1);
        assertThat(after(new HitEdit.Delete(), part, all(part)).hitCount()).isZero();
    }

    @Test
    void aShiftLandsTheEarliestHitOnTheGridAndKeepsTheOthersAsFarFromIt() throws Exception {
        Part part = groove("0 1 2 .");
        Part late = after(new HitEdit.Shift(13, Optional.empty()), part, 0, 1);
        assertThat(late.tick(0)).isEqualTo(13);
        assertThat(late.tick(1)).isEqualTo(253);
        Part onGrid = after(new HitEdit.Shift(100, SIXTEENTHS), late, 0, 1);
        assertThat(onGrid.tick(0)).isEqualTo(120);
        assertThat(onGrid.tick(1)).isEqualTo(360);
        Part early = after(new HitEdit.Shift(-5_000, Optional.empty()), part, 1, 2);
        assertThat(Arrays.stream(all(early)).mapToLong(early::tick).min()).hasValue(0);
    }

    @Test
    void aNudgeIsAStepOfTheGridOrATick() throws Exception {
        Part part = groove(". 0 . .");
        assertThat(after(new HitEdit.Nudge(2, SIXTEENTHS), part, 0).tick(0)).isEqualTo(480);
        assertThat(after(new HitEdit.Nudge(-1, SIXTEENTHS), part, 0).tick(0)).isEqualTo(120);
        assertThat(after(new HitEdit.Nudge(-3, Optional.empty()), part, 0).tick(0))
                .isEqualTo(237);
    }

    @Test
    void rowsAndTimeMoveTogether() throws Exception {
        Part part = groove("0 1 0 .");
        List<Integer> swapped = IntStream.range(0, Note.COUNT)
                .mapToObj(note -> note == 36 ? 37 : note == 37 ? 36 : note)
                .toList();
        HitEdit edit = new HitEdit.ToNotes(swapped, 240, Optional.empty());
        Part moved = after(edit, part, 0, 1);
        assertThat(Arrays.stream(moved.hitsInTime()).map(moved::note)).containsExactly(37, 36, 36);
        assertThat(Arrays.stream(moved.hitsInTime()).mapToLong(moved::tick)).containsExactly(240L, 480L, 480L);
        assertThat(edit.summary(part, new int[] {0, 1}, HitEditTest::name))
                .isEqualTo("2 hits moved to other rows, 240 ticks later");
        assertThatThrownBy(() -> new HitEdit.ToNotes(List.of(1, 2), 0, Optional.empty()))
                .hasMessageContaining("128");
    }

    @Test
    void velocitiesStayWithinWhatMidiHas() throws Exception {
        Part part = groove("0:100 1:10 2:64 .");
        assertThat(velocities(after(new HitEdit.Louder(50), part, 0, 1))).containsExactly(127, 60, 64);
        assertThat(velocities(after(new HitEdit.Louder(-50), part, 0, 1))).containsExactly(50, 1, 64);
        assertThat(velocities(after(new HitEdit.Scale(50), part, 0, 2))).containsExactly(50, 10, 32);
        assertThat(velocities(after(new HitEdit.Scale(0), part, 0, 2))).containsExactly(1, 10, 1);
        assertThat(velocities(after(new HitEdit.SetVelocity(90), part, 1))).containsExactly(100, 90, 64);
        assertThatThrownBy(() -> new HitEdit.SetVelocity(0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new HitEdit.SetVelocity(128)).isInstanceOf(IllegalArgumentException.class);
    }

    private static int[] velocities(Part part) {
        return Arrays.stream(part.hitsInTime()).map(part::velocity).toArray();
    }

    /** A new hit goes where the other hits of its note are, and without any where it is told. */
    @Test
    void aNewHitJoinsThoseOfItsNote() throws Exception {
        Part part = groove("0 1 . .");
        HitEdit.Add add = new HitEdit.Add(37, 500, SIXTEENTHS, 88, 3);
        assertThat(add.needsHits()).isFalse();
        Part more = after(add, part);
        int[] inTime = more.hitsInTime();
        int last = inTime[inTime.length - 1];
        assertThat(more.tick(last)).isEqualTo(480);
        assertThat(more.velocity(last)).isEqualTo(88);
        assertThat(more.channel(last)).isEqualTo(10);
        assertThat(more.endTick(last)).isEqualTo(540);
        assertThat(add.summary(part, new int[0], HitEditTest::name)).startsWith("Added snare, centre at bar 1, beat 2");
        Part empty = groove(".");
        Part first = after(add, empty);
        assertThat(first.channel(0)).isEqualTo(3);
        assertThatThrownBy(() -> new HitEdit.Add(128, 0, Optional.empty(), 90, 10))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void copiedBarsReplaceOrJoinWhatWasThere() throws Exception {
        Part part = groove("0 1 0 1 0 1 0 1 2 . . . . . . .");
        Part replaced = after(new HitEdit.CopyBars(1, 1, 2, false), part);
        assertThat(replaced.hitCount()).isEqualTo(16);
        Part joined = after(new HitEdit.CopyBars(1, 1, 2, true), part);
        assertThat(joined.hitCount()).isEqualTo(17);
        assertThat(new HitEdit.CopyBars(1, 2, 5, true).summary(part, new int[0], HitEditTest::name))
                .isEqualTo("Bars 1 to 2 copied to bar 5, added to what was there");
        assertThatThrownBy(() -> new HitEdit.CopyBars(1, 1, 0, false).on(part, new int[0]))
                .hasMessageContaining("There is no bar 0");
    }

    @Test
    void aSummarySaysWhichHits() throws Exception {
        Part part = groove("0 0 1 .");
        assertThat(new HitEdit.ToNote(38).summary(part, new int[] {0, 1}, HitEditTest::name))
                .isEqualTo("2 hits of kick, hit moved to hi-hat, tip, closed");
        assertThat(new HitEdit.Delete().summary(part, new int[] {2}, HitEditTest::name))
                .isEqualTo("snare, centre at bar 1, beat 2 deleted");
        assertThat(new HitEdit.Louder(-4).summary(part, all(part), HitEditTest::name))
                .isEqualTo("3 hits softer by 4");
    }
}
