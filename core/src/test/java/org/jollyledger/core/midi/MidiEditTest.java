package org.jollyledger.core.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jollyledger.core.support.Events;
import org.jollyledger.core.support.Hex;
import org.jollyledger.core.support.RandomMidi;
import org.junit.jupiter.api.Test;

/** Edits of files against the same changes made to a list of their events. */
class MidiEditTest {
    private static final String HEADER = "4D546864 00000006 0000 0001 0060 4D54726B ";
    private static final String END = "00 FF 2F 00";

    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files();
    }

    /** An event as it should be in the end: at one tick first what was put in by its time, then in the order of the file. */
    private static final class Wanted {
        private final long tick;
        private final int place;
        private String hex;
        private boolean gone;

        Wanted(long tick, int place, String hex) {
            this.tick = tick;
            this.place = place;
            this.hex = hex;
        }
    }

    private static String hex(int status, int data1, int data2) {
        return String.format("%02x%02x%02x", status, data1, data2);
    }

    private static List<List<Wanted>> wanted(MidiFile file) {
        List<List<Wanted>> tracks = new ArrayList<>();
        file.tracks().forEach(track -> tracks.add(new ArrayList<>()));
        int place = 0;
        for (String line : Events.read(file)) {
            String[] parts = line.split(" ");
            tracks.get(Integer.parseInt(parts[0])).add(new Wanted(Long.parseLong(parts[1]), place, parts[2]));
            place += 10;
        }
        return tracks;
    }

    /** Whatever is changed in whatever order, exactly that is changed. */
    @Property
    void exactlyWhatIsAskedForChanges(@ForAll("files") byte[] bytes, @ForAll long seed) throws Exception {
        Random random = new Random(seed);
        MidiFile file = MidiFile.read(bytes);
        List<List<Wanted>> tracks = wanted(file);
        List<List<Wanted>> added = new ArrayList<>();
        file.tracks().forEach(track -> added.add(new ArrayList<>()));
        MidiEdit edit = file.edit();
        for (MidiTrack track : file.tracks()) {
            if (random.nextInt(3) > 0) {
                change(edit, track, tracks.get(track.index()), added.get(track.index()), random);
            }
        }
        List<String> expected = new ArrayList<>();
        for (int index = 0; index < tracks.size(); index++) {
            expected.addAll(lines(index, tracks.get(index), added.get(index)));
        }
        byte[] changed = edit.toBytes();
        assertThat(told(MidiFile.read(changed))).isEqualTo(expected);
        assertThat(MidiFile.read(changed).damages()).isEmpty();
        assertThat(MidiFile.read(changed).edit().toBytes()).isEqualTo(changed);
    }

    /** The end of a track comes as late as what is put in behind it. */
    private static List<String> lines(int index, List<Wanted> own, List<Wanted> added) {
        Wanted end = own.remove(own.size() - 1);
        List<Wanted> all = new ArrayList<>(own);
        all.addAll(added);
        all.removeIf(event -> event.gone);
        all.sort(Comparator.comparingLong((Wanted event) -> event.tick).thenComparingInt(event -> event.place));
        long last = all.isEmpty() ? 0 : all.get(all.size() - 1).tick;
        all.add(new Wanted(Math.max(end.tick, last), 0, end.hex));
        return all.stream()
                .filter(event -> !event.hex.equals("ff01"))
                .map(event -> index + " " + event.tick + " " + event.hex)
                .toList();
    }

    /** Without the empty texts that carry on long times. */
    private static List<String> told(MidiFile file) {
        return Events.read(file).stream()
                .filter(line -> !line.endsWith(" ff01"))
                .toList();
    }

    private static void change(MidiEdit edit, MidiTrack track, List<Wanted> own, List<Wanted> added, Random random) {
        int count = track.eventCount() - 1;
        for (int event = 0; event < count; event++) {
            Wanted one = own.get(event);
            int status = track.status(event);
            boolean threeBytes = status < 0xF0 && (status & 0xE0) != 0xC0;
            switch (random.nextInt(threeBytes ? 10 : 20)) {
                case 0 -> {
                    edit.remove(track.index(), event);
                    one.gone = true;
                }
                case 1 -> {
                    edit.insertBefore(track.index(), event, 0x99, 36, 1 + event % 100);
                    added.add(new Wanted(one.tick, one.place - 1, hex(0x99, 36, 1 + event % 100)));
                }
                case 2 -> {
                    edit.insertAfter(track.index(), event, 0x89, 38, event % 100);
                    added.add(new Wanted(one.tick, one.place + 1, hex(0x89, 38, event % 100)));
                }
                case 3, 4, 5 -> {
                    if (threeBytes) {
                        one.hex = patched(edit, track, event, one.hex, random);
                    }
                }
                default -> {
                    // Stays as it is.
                }
            }
        }
        for (int time = random.nextInt(4); time > 0; time--) {
            long tick = random.nextInt(2) == 0 || count == 0
                    ? random.nextInt(3_000)
                    : track.tick(random.nextInt(count)) + random.nextInt(2);
            edit.insertAt(track.index(), tick, 0xB9, 4, time);
            // Of one tick as they came, before all of the file.
            added.add(new Wanted(tick, -100 - time, hex(0xB9, 4, time)));
        }
    }

    private static String patched(MidiEdit edit, MidiTrack track, int event, String hex, Random random) {
        int data1 = random.nextInt(128);
        int data2 = random.nextInt(128);
        int channel = 1 + random.nextInt(16);
        edit.setNote(track.index(), event, data1);
        edit.setVelocity(track.index(), event, data2);
        edit.setChannel(track.index(), event, channel);
        return hex(track.command(event) | channel - 1, data1, data2);
    }

    @Test
    void whatKeepsItsLengthIsPatchedAndNothingElse() throws Exception {
        byte[] bytes = Hex.bytes(HEADER + "00000010 00 99 26 40 8100 26 41 00 89 26 00" + END);
        MidiFile file = MidiFile.read(bytes);
        MidiEdit edit = file.edit();
        edit.setNote(0, 1, 0x28);
        edit.setVelocity(0, 0, 0x7F);
        assertThat(edit.toBytes()).isEqualTo(Hex.bytes(HEADER + "00000010 00 99 26 7F 8100 28 41 00 89 26 00" + END));
        assertThat(file.toBytes()).isEqualTo(bytes);
        for (int wrong : new int[] {-1, 128}) {
            assertThatThrownBy(() -> edit.setNote(0, 0, wrong))
                    .hasMessage("A data byte is 0 to 127, not " + wrong + ".");
        }
    }

    /** A channel that a message has already, and a patch of what is there, change nothing: the odd bytes stay as they came. */
    @Test
    void whatIsAlreadySoLeavesADamagedFileAsItCame() throws Exception {
        byte[] bytes = Hex.bytes(HEADER + "00000FFF 00 99 26 40" + END);
        MidiEdit edit = MidiFile.read(bytes).edit();
        edit.setChannel(0, 0, 10);
        edit.setNote(0, 0, 0x26);
        edit.setVelocity(0, 0, 0x40);
        assertThat(edit.toBytes()).isEqualTo(bytes);
        edit.setVelocity(0, 0, 0x41);
        assertThat(edit.toBytes()).isEqualTo(Hex.bytes(HEADER + "00000008 00 99 26 41" + END));
    }

    /** What is removed stays removed, whatever else is said of it. */
    @Test
    void aRemovedEventGetsNoChannel() throws Exception {
        MidiEdit edit = MidiFile.read(Hex.bytes(HEADER + "0000000C 00 99 26 40 10 89 26 00" + END))
                .edit();
        edit.remove(0, 0);
        edit.setChannel(0, 0, 1);
        assertThat(Events.read(MidiFile.read(edit.toBytes()))).containsExactly("0 16 892600", "0 16 ff2f");
    }

    @Test
    void ticksOutOfReachAreRefused() throws Exception {
        MidiEdit edit = MidiFile.read(Hex.bytes(HEADER + "00000004" + END)).edit();
        assertThatThrownBy(() -> edit.insertAt(0, -1, 0x99, 1, 1)).hasMessageContaining("Tick -1 is out of reach");
        assertThatThrownBy(() -> edit.insertAt(0, MidiEdit.LATEST_TICK + 1, 0x99, 1, 1))
                .hasMessageContaining("is out of reach");
        edit.insertAt(0, MidiEdit.LATEST_TICK, 0x99, 1, 1);
        edit.insertAt(0, 0, 0x99, 2, 1);
        MidiFile late = MidiFile.read(edit.toBytes());
        assertThat(late.damages()).isEmpty();
        assertThat(told(late)).containsExactly("0 0 990201", "0 17179869184 990101", "0 17179869184 ff2f");
    }

    /** A file of format 0 that gets more tracks becomes one of format 1; one of format 2 stays what it is. */
    @Test
    void tracksAreAppended() throws Exception {
        byte[] one = Hex.bytes(HEADER + "00000008 00 99 26 40" + END);
        MidiEdit edit = MidiFile.read(one).edit();
        edit.append(MidiFile.read(one));
        edit.append(MidiFile.read(one));
        MidiFile three = MidiFile.read(edit.toBytes());
        assertThat(three.format()).isEqualTo(1);
        assertThat(three.damages()).isEmpty();
        assertThat(Events.read(three)).hasSize(6).contains("2 0 992640");
        assertThat(three.toBytes()).hasSize(14 + 3 * 16);
        MidiEdit pieces = MidiFile.read(
                        Hex.bytes(HEADER.replace("0000 0001 0060", "0002 0001 0060") + "00000004" + END))
                .edit();
        pieces.append(three);
        assertThat(MidiFile.read(pieces.toBytes()).format()).isEqualTo(2);
    }
}
