package org.jollyledger.core.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.support.Events;
import org.jollyledger.core.support.Grooves;
import org.jollyledger.core.support.RandomMidi;
import org.jollyledger.core.support.SmallMaps;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PartEditTest {
    private static final NoteMap KIT = SmallMaps.map(36, "kick.hit", "snare.centre");
    /** Kick on line 0, snare on line 1: kick, snare, two kicks, snare. */
    private static final String GROOVE = "0 . 1 . 0:60 0:90 1:30 .";

    private static Part groove() throws Exception {
        return Part.of(MidiFile.read(Grooves.file(KIT, GROOVE)), Channels.ALL);
    }

    private static Part read(PartEdit edit, Part part) throws Exception {
        return Part.of(MidiFile.read(edit.toBytes()), part.channels());
    }

    private static List<Stroke> strokes(Part part) {
        return IntStream.range(0, part.hitCount())
                .mapToObj(hit -> Stroke.of(part, hit))
                .toList();
    }

    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files();
    }

    /** Every second hit is edited in some way; whatever is no message of such a hit stays as it was, in its order. */
    @Property
    void whatIsNotEditedStays(
            @ForAll("files") byte[] bytes,
            @ForAll @IntRange(max = 4) int way,
            @ForAll @IntRange(min = 1, max = 300) int by)
            throws Exception {
        MidiFile file = MidiFile.read(bytes);
        Part part = Part.of(file, Channels.ALL);
        int[] edited =
                IntStream.range(0, part.hitCount()).filter(hit -> hit % 2 == 0).toArray();
        PartEdit edit = PartEdit.of(part);
        List<BiFunction<int[], PartEdit, PartEdit>> ways = List.of(
                (hits, open) -> open.toNotes(hits, note -> (note + by) % 128),
                (hits, open) -> open.velocities(hits, velocity -> velocity + by),
                (hits, open) -> open.remove(hits),
                (hits, open) -> open.shift(hits, by),
                (hits, open) -> open.toGrid(hits, new Grid(4)));
        ways.get(way).apply(edited, edit);
        List<String> before = Events.read(file);
        List<String> mine = messagesOf(part, edited);
        MidiFile changed = MidiFile.read(edit.toBytes());
        assertThat(changed.damages()).isEmpty();
        List<String> after = new ArrayList<>(Events.read(changed));
        mine.forEach(message -> assertThat(before).contains(message));
        List<String> others = new ArrayList<>(before);
        mine.forEach(others::remove);
        // Lines are "track tick bytes"; the end of a track may move behind what was put there, and nothing else may.
        for (String other : others) {
            if (!other.endsWith("ff2f")) {
                assertThat(after).as("way %d by %d", way, by).contains(other);
                after.remove(other);
            }
        }
    }

    private static List<String> messagesOf(Part part, int[] hits) {
        List<String> messages = new ArrayList<>();
        for (int hit : hits) {
            messages.add(message(part, part.track(hit), part.onEvent(hit)));
            if (!part.hangs(hit)) {
                messages.add(message(part, part.track(hit), part.endEvent(hit)));
            }
            for (int pressure : part.pressuresOf(hit)) {
                messages.add(message(part, part.pressureTrack(pressure), part.pressureEvent(pressure)));
            }
        }
        return messages;
    }

    private static String message(Part part, int index, int event) {
        MidiTrack track = part.file().tracks().get(index);
        return "%d %d %02x%02x%02x"
                .formatted(index, track.tick(event), track.status(event), track.data1(event), track.data2(event));
    }

    /** Where no two hits of a note overlap, a move there and back gives every hit its place and length again. */
    @Property
    void aMoveInTimeCanBeTakenBack(@ForAll @IntRange(min = 1, max = 5_000) int ticks) throws Exception {
        Part part = groove();
        int[] all = IntStream.range(0, part.hitCount()).toArray();
        Part later = read(PartEdit.of(part).shift(all, ticks), part);
        Part back = read(PartEdit.of(later).shift(all, -ticks), part);
        assertThat(strokes(back)).isEqualTo(strokes(part));
    }

    @Property
    void editedHitsAreFoundAgain(@ForAll("files") byte[] bytes, @ForAll @IntRange(min = 1, max = 900) int ticks)
            throws Exception {
        Part part = Part.of(MidiFile.read(bytes), Channels.ALL);
        Assume.that(part.hitCount() > 0);
        int[] edited =
                IntStream.range(0, part.hitCount()).filter(hit -> hit % 3 == 0).toArray();
        PartEdit edit = PartEdit.of(part).shift(edited, ticks);
        Part changed = Part.of(MidiFile.read(edit.toBytes()), Channels.ALL);
        int[] found = edit.find(changed);
        assertThat(changed.hitCount()).isEqualTo(part.hitCount());
        assertThat(Arrays.stream(found).mapToObj(hit -> key(changed, hit, 0)).toList())
                .containsExactlyInAnyOrderElementsOf(Arrays.stream(edited)
                        .mapToObj(hit -> key(part, hit, ticks))
                        .toList());
    }

    private static String key(Part part, int hit, long later) {
        return part.track(hit) + " " + part.channel(hit) + " " + (part.tick(hit) + later) + " " + part.note(hit) + " "
                + part.velocity(hit);
    }

    @Test
    void aNoteOrAVelocityIsPatchedInPlace() throws Exception {
        Part part = groove();
        byte[] before = part.file().toBytes();
        byte[] after = PartEdit.of(part)
                .toNotes(new int[] {1}, note -> 40)
                .velocities(new int[] {2}, v -> 7)
                .toBytes();
        assertThat(after).hasSameSizeAs(before);
        assertThat(IntStream.range(0, before.length)
                        .filter(at -> before[at] != after[at])
                        .count())
                .as("note-on, note-off and one velocity")
                .isEqualTo(3);
    }

    @ParameterizedTest
    @CsvSource({"'', 1, 127, 0, 99, 5", "36, 1, 127, 0, 99, 3", "'', 1, 60, 0, 99, 2", "'', 1, 127, 2, 99, 0"})
    void hitsAreFoundByDescription(String note, int softest, int loudest, long first, long last, int found)
            throws Exception {
        Set<Integer> notes = note.isEmpty() ? Set.of() : Set.of(Integer.parseInt(note));
        HitQuery query =
                HitQuery.ALL.withNotes(notes).withVelocities(softest, loudest).withBars(first, last);
        assertThat(query.find(groove())).hasSize(found);
    }

    @Test
    void aDescriptionThatHoldsNothingSaysSo() {
        assertThatThrownBy(() -> HitQuery.ALL.withVelocities(80, 20)).hasMessageContaining("80 to 20");
        assertThatThrownBy(() -> HitQuery.ALL.withBars(9, 2)).hasMessageContaining("earlier bar first");
    }

    @Test
    void barsAreCopiedBesideOrInsteadOfWhatStandsThere() throws Exception {
        Part part = groove();
        Part twice = read(PartEdit.of(part).copyBars(1, 1, 2, false), part);
        assertThat(twice.hitCount()).isEqualTo(10);
        assertThat(strokes(twice).subList(5, 10))
                .isEqualTo(strokes(part).stream()
                        .map(stroke -> stroke.at(stroke.tick() + 1920))
                        .toList());
        Part thinned = read(PartEdit.of(twice).remove(new int[] {6, 7, 8, 9}), part);
        Part replaced = read(PartEdit.of(thinned).copyBars(1, 1, 2, true), part);
        assertThat(strokes(replaced)).isEqualTo(strokes(twice));
        Part laidIn = read(PartEdit.of(thinned).copyBars(1, 1, 2, false), part);
        assertThat(laidIn.hitCount()).isEqualTo(11);
    }

    @Test
    void barsThatCannotBeCopiedAreTold() throws Exception {
        Part part = groove();
        assertThatThrownBy(() -> PartEdit.of(part).copyBars(2, 1, 3, true)).hasMessageContaining("earlier bar first");
        assertThatThrownBy(() -> PartEdit.of(part).copyBars(7, 8, 9, true)).hasMessageContaining("no hits to copy");
        assertThatThrownBy(() -> PartEdit.of(part).copyBars(1, 2, 2, true)).hasMessageContaining("overlap");
    }

    @Test
    void nothingMovesBeforeTheBeginning() throws Exception {
        Part part = groove();
        int[] late = {1, 2};
        Part moved = read(PartEdit.of(part).shift(late, -100_000), part);
        assertThat(strokes(moved).stream().map(Stroke::tick).toList()).contains(0L, 480L);
        assertThat(moved.tick(PartEdit.of(part).shift(late, -100_000).find(moved)[0]))
                .isZero();
    }

    @ParameterizedTest
    @CsvSource({"4, 0, 0", "4, 61, 120", "4, 59, 0", "3, 170, 160", "1, 1900, 1920", "4, 1910, 1920"})
    void hitsGoToTheNearestLineOfAGrid(int perBeat, long tick, long expected) throws Exception {
        assertThat(new Grid(perBeat).nearest(groove().timeMap(0), tick)).isEqualTo(expected);
    }

    /** A hit without a length keeps none, and one that lands where another of its note ends does not cut itself off. */
    @Test
    void endsStandBeforeBeginningsOfTheirTick() throws Exception {
        Part part = groove();
        PartEdit edit =
                PartEdit.of(part).add(new Stroke(0, 10, 120, 36, 77, 0)).add(new Stroke(0, 10, 120, 38, 78, 60));
        Part changed = read(edit, part);
        assertThat(strokes(changed))
                .contains(new Stroke(0, 10, 120, 36, 77, 0), new Stroke(0, 10, 120, 38, 78, 60))
                .contains(Stroke.of(part, 0));
    }
}
