package org.jollyledger.core.comparison;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.comparison.PartComparison.Change;
import org.jollyledger.core.comparison.PartComparison.Item;
import org.jollyledger.core.comparison.PartComparison.Kind;
import org.jollyledger.core.midi.Division;
import org.jollyledger.core.midi.MidiEdit;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.notemap.GeneralMidi;
import org.jollyledger.core.part.Channels;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.PartEdit;
import org.jollyledger.core.part.Stroke;
import org.jollyledger.core.support.Events;
import org.jollyledger.core.support.PlantedPart;
import org.jollyledger.core.support.RandomMidi;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class PartComparisonTest {
    private static final int META = 0xFF;

    /** The messages of an item as lines, "track tick bytes". */
    private static List<String> lines(Item item) {
        if (item instanceof ComparedHit hit) {
            List<String> lines = new ArrayList<>();
            lines.add(line(item, 0, 0x90 | hit.channel() - 1, hit.note(), hit.velocity()));
            if (hit.length() != ComparedHit.HANGS) {
                boolean byNoteOn = hit.release() == ComparedHit.BY_NOTE_ON;
                lines.add(line(
                        item,
                        hit.length(),
                        (byNoteOn ? 0x90 : 0x80) | hit.channel() - 1,
                        hit.note(),
                        byNoteOn ? 0 : hit.release()));
            }
            return lines;
        }
        ComparedMessage message = (ComparedMessage) item;
        int status = message.status();
        if (status < 0xF0) {
            return List.of(
                    (status & 0xE0) == 0xC0
                            ? line(item, 0, status, message.data1())
                            : line(item, 0, status, message.data1(), message.data2()));
        }
        int[] payload = message.payload().chars().toArray();
        IntStream head = status == META ? IntStream.of(status, message.data1()) : IntStream.of(status);
        return List.of(
                line(item, 0, IntStream.concat(head, IntStream.of(payload)).toArray()));
    }

    private static String line(Item item, long later, int... bytes) {
        byte[] message = new byte[bytes.length];
        for (int i = 0; i < bytes.length; i++) {
            message[i] = (byte) bytes[i];
        }
        return item.track() + " " + (item.tick() + later) + " " + HexFormat.of().formatHex(message);
    }

    /** How often each line was added; what was taken away counts below 0, and what came to nothing is left out. */
    private static Map<String, Integer> balance(Stream<String> taken, Stream<String> given) {
        Map<String, Integer> balance = new TreeMap<>();
        taken.forEach(line -> balance.merge(line, -1, Integer::sum));
        given.forEach(line -> balance.merge(line, 1, Integer::sum));
        balance.values().removeIf(count -> count == 0);
        return balance;
    }

    private static Map<String, Integer> balance(PartComparison comparison) {
        return balance(
                comparison.changes().stream()
                        .flatMap(change -> change.before().stream())
                        .flatMap(item -> lines(item).stream()),
                comparison.changes().stream()
                        .flatMap(change -> change.after().stream())
                        .flatMap(item -> lines(item).stream()));
    }

    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files();
    }

    /** Any two files, which may have nothing in common: what is listed is what differs, message for message. */
    @Property
    void whatIsListedIsAllThatDiffers(@ForAll("files") byte[] one, @ForAll("files") byte[] other) throws Exception {
        MidiFile before = MidiFile.read(one);
        MidiFile after = MidiFile.read(other);
        PartComparison comparison = PartComparison.between(before, after);
        assertThat(balance(comparison)).isEqualTo(balance(Events.read(before).stream(), Events.read(after).stream()));
        assertThat(comparison.changes())
                .isSortedAccordingTo(
                        Comparator.comparingLong(change -> change.either().tick()))
                .allSatisfy(change -> assertThat(change.kinds()).isNotEmpty());
        assertThat(PartComparison.between(before, before).changes()).isEmpty();
    }

    /** Parts with hits, chokes by pressure, pedal values and stray ends, changed at random; read by the JDK. */
    @Property
    void whatIsListedOfAnEditedPartIsWhatTheJdkReads(@ForAll Random random) throws Exception {
        MidiFile before = planted(random);
        byte[] changed = edited(before, random);
        PartComparison comparison = PartComparison.between(before, MidiFile.read(changed));
        assertThat(balance(comparison))
                .isEqualTo(balance(Events.readByJdk(before.toBytes()).stream(), Events.readByJdk(changed).stream()));
        int hits = Part.of(before, Channels.ALL).hitCount();
        long gone = comparison.changes().stream()
                .filter(change ->
                        change.before().filter(ComparedHit.class::isInstance).isPresent())
                .count();
        assertThat(comparison.same() + gone).isEqualTo(hits);
    }

    private static MidiFile planted(Random random) throws Exception {
        PlantedPart part = new PlantedPart(GeneralMidi.level1(), random);
        for (int i = 0; i < 12; i++) {
            long tick = random.nextInt(16 * PlantedPart.QUARTER);
            switch (random.nextInt(3)) {
                case 0 -> part.event(tick, 0xB0, 4, random.nextInt(128));
                case 1 -> part.event(tick, 0xA0, 49, random.nextInt(128));
                default -> part.event(tick, 0x80, 81, random.nextInt(128));
            }
        }
        return part.file();
    }

    private static byte[] edited(MidiFile file, Random random) throws Exception {
        byte[] bytes = file.toBytes();
        for (int edit = 0; edit < 4; edit++) {
            Part part = Part.of(MidiFile.read(bytes), Channels.ALL);
            int[] some = IntStream.range(0, part.hitCount())
                    .filter(hit -> random.nextInt(5) == 0)
                    .toArray();
            bytes = switch (random.nextInt(6)) {
                case 0 ->
                    PartEdit.of(part).toNotes(some, note -> (note + 5) % 128).toBytes();
                case 1 ->
                    PartEdit.of(part)
                            .velocities(some, velocity -> 1 + velocity / 2)
                            .toBytes();
                case 2 -> PartEdit.of(part).remove(some).toBytes();
                case 3 -> PartEdit.of(part).shift(some, random.nextInt(400)).toBytes();
                case 4 ->
                    PartEdit.of(part)
                            .add(new Stroke(0, 10, random.nextInt(5_000), 38, 50, 10))
                            .toBytes();
                default -> withMessagesChanged(part.file(), random);
            };
        }
        return bytes;
    }

    /** Other channels, and controller values that go. */
    private static byte[] withMessagesChanged(MidiFile file, Random random) {
        MidiEdit edit = file.edit();
        int channel = 1 + random.nextInt(16);
        for (MidiTrack track : file.tracks()) {
            for (int event = 0; event < track.eventCount(); event++) {
                if (track.command(event) == 0xB0 && random.nextBoolean()) {
                    edit.remove(track.index(), event);
                } else if (track.command(event) < 0xB0) {
                    edit.setChannel(track.index(), event, channel);
                }
            }
        }
        return edit.toBytes();
    }

    /** Four hits a bar on channel 10, each 60 ticks long, with a pedal value before the first. */
    private static MidiFile bars(int channel, int... notes) throws Exception {
        var file = MidiFile.builder(0, new Division.TicksPerBeat(480)).track();
        file.message(0, 0xB0, channel, 4, 90);
        for (int hit = 0; hit < notes.length; hit++) {
            file.message(hit * 480L, 0x90, channel, notes[hit], 100);
            file.message(hit * 480L + 60, 0x80, channel, notes[hit], 64);
        }
        return MidiFile.read(file.build(notes.length * 480L));
    }

    private interface Editing {
        byte[] of(Part part) throws Exception;
    }

    private static byte[] byMessage(Part part, java.util.function.Consumer<MidiEdit> what) {
        MidiEdit edit = part.file().edit();
        what.accept(edit);
        return edit.toBytes();
    }

    static Stream<Arguments> edits() {
        int[] second = {1};
        Editing line = part -> PartEdit.of(part).toNotes(second, note -> 40).toBytes();
        Editing velocity =
                part -> PartEdit.of(part).velocities(second, old -> 99).toBytes();
        Editing time = part -> PartEdit.of(part).shift(second, 10).toBytes();
        Editing deleted = part -> PartEdit.of(part).remove(second).toBytes();
        Editing added = part ->
                PartEdit.of(part).add(new Stroke(0, 10, 1900, 41, 50, 10)).toBytes();
        // Events: the pedal, then on and off of each hit.
        Editing channel = part -> byMessage(part, edit -> {
            edit.setChannel(0, 3, 1);
            edit.setChannel(0, 4, 1);
        });
        Editing release = part -> byMessage(part, edit -> edit.setVelocity(0, 4, 10));
        Editing length = part -> byMessage(part, edit -> {
            edit.remove(0, 4);
            edit.insertAt(0, 600, 0x89, 38, 64);
        });
        Editing hanging = part -> byMessage(part, edit -> edit.remove(0, 4));
        Editing pedal = part -> byMessage(part, edit -> edit.setVelocity(0, 0, 12));
        Editing pressure = part -> byMessage(part, edit -> edit.insertAt(0, 500, 0xA9, 38, 90));
        Editing stray = part -> byMessage(part, edit -> edit.insertAt(0, 500, 0x89, 70, 0));
        Editing bend = part -> byMessage(part, edit -> edit.insertAt(0, 500, 0xE9, 3, 64));
        return Stream.of(
                Arguments.of("line", line, Set.of(Kind.LINE)),
                Arguments.of("velocity", velocity, Set.of(Kind.VELOCITY)),
                Arguments.of("time", time, Set.of(Kind.TIME)),
                Arguments.of("deleted", deleted, Set.of(Kind.DELETED)),
                Arguments.of("added", added, Set.of(Kind.ADDED)),
                Arguments.of("channel", channel, Set.of(Kind.CHANNEL)),
                Arguments.of("release", release, Set.of(Kind.RELEASE)),
                Arguments.of("length", length, Set.of(Kind.LENGTH)),
                Arguments.of("hanging", hanging, Set.of(Kind.LENGTH, Kind.RELEASE)),
                Arguments.of("pedal", pedal, Set.of(Kind.CONTROLLER)),
                Arguments.of("pressure", pressure, Set.of(Kind.PRESSURE)),
                Arguments.of("stray end", stray, Set.of(Kind.STRAY_END)),
                Arguments.of("pitch bend", bend, Set.of(Kind.OTHER)));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("edits")
    void oneEditIsOneChangeOfItsKind(String name, Editing edit, Set<Kind> kinds) throws Exception {
        MidiFile before = bars(10, 36, 38, 42, 49);
        MidiFile after = MidiFile.read(edit.of(Part.of(before, Channels.ALL)));
        List<Change> changes = PartComparison.between(before, after).changes();
        assertThat(changes).extracting(Change::kinds).containsExactly(kinds);
        assertThat(PartComparison.between(after, before).changes()).hasSize(1);
    }

    /** A part that was recorded on the wrong channel: its hits were moved, not deleted and added. */
    @Test
    void hitsThatChangedTheirChannelHaveMoved() throws Exception {
        PartComparison comparison = PartComparison.between(bars(1, 36, 38, 36, 38, 42), bars(10, 36, 38, 36, 38, 42));
        assertThat(comparison.counts()).isEqualTo(Map.of(Kind.CHANNEL, 5, Kind.CONTROLLER, 1));
        assertThat(comparison.same()).isZero();
    }

    @Test
    void aHitThatChangedInSeveralWaysIsOneChange() throws Exception {
        MidiFile before = bars(10, 36, 38);
        MidiFile after = bars(2, 36, 40);
        PartComparison comparison = PartComparison.between(before, after);
        assertThat(comparison.changes().stream().filter(change -> change.kind() == Kind.CHANNEL))
                .extracting(Change::kinds)
                .containsExactly(EnumSet.of(Kind.CHANNEL), EnumSet.of(Kind.CHANNEL, Kind.LINE));
        assertThat(comparison.counts()).containsEntry(Kind.CHANNEL, 2).containsEntry(Kind.LINE, 1);
    }

    @Test
    void messagesSayWhatTheyAre() throws Exception {
        var file = MidiFile.builder(0, new Division.TicksPerBeat(480)).track();
        file.meta(0, 0x51, new byte[] {0x07, (byte) 0xA1, 0x20});
        file.meta(0, 0x58, new byte[] {6, 3, 24, 8});
        file.meta(0, 0x06, "Fair".getBytes(java.nio.charset.StandardCharsets.UTF_8));
        file.meta(0, 0x60, new byte[] {1});
        file.message(0, 0xA0, 10, 49, 90);
        file.message(0, 0xB0, 10, 4, 33);
        file.message(0, 0xC0, 10, 7, 0);
        file.message(0, 0xD0, 10, 8, 0);
        file.message(0, 0xE0, 10, 0, 64);
        file.message(0, 0x80, 10, 50, 0);
        MidiFile empty = MidiFile.read(
                MidiFile.builder(0, new Division.TicksPerBeat(480)).track().build(0));
        assertThat(PartComparison.between(empty, MidiFile.read(file.build(0))).changes())
                .extracting(change -> ((ComparedMessage) change.either()).words())
                .containsExactlyInAnyOrder(
                        "tempo 120",
                        "time signature 6/8",
                        "marker “Fair”",
                        "meta event 96, 1 byte",
                        "key pressure 90",
                        "controller 4 at 33",
                        "program 7",
                        "channel pressure 8",
                        "pitch bend 8192",
                        "an end");
    }

    @Test
    void everyKindIsSaidForOneAndForMany() {
        Map<String, Kind> said = new HashMap<>();
        for (Kind kind : Kind.values()) {
            assertThat(kind.words(1))
                    .startsWith("1 ")
                    .isNotEqualTo(kind.words(2).replaceFirst("2", "1"));
            assertThat(said.put(kind.words(), kind)).as(kind.words()).isNull();
        }
        assertThat(Kind.LINE.words(3)).isEqualTo("3 hits moved to another line");
        assertThat(Optional.of(Kind.ADDED).map(Kind::words)).hasValue("added");
    }
}
