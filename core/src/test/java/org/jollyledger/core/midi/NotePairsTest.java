package org.jollyledger.core.midi;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;
import org.jollyledger.core.support.Hex;
import org.jollyledger.core.support.RandomMidi;
import org.junit.jupiter.api.Test;

/** The fast pairing against one that is written as the rule is said. */
class NotePairsTest {
    private record Struck(int track, int channel, int key, int velocity, int on, int end) {}

    private record Pressed(int track, int event, int note) {}

    @Provide
    Arbitrary<byte[]> files() {
        return RandomMidi.files();
    }

    /** A note ends at the first event that ends its key, behind it, that no earlier note of that key has taken. */
    private static List<Struck> bySaying(MidiFile file, int mask) {
        List<Struck> notes = new ArrayList<>();
        for (MidiTrack track : file.tracks()) {
            List<Integer> taken = new ArrayList<>();
            for (int on = 0; on < track.eventCount(); on++) {
                if (track.status(on) >= 0xF0 || !track.isNoteOn(on) || !hears(track, on, mask)) {
                    continue;
                }
                int end = NotePairs.NONE;
                for (int event = on + 1; event < track.eventCount() && end == NotePairs.NONE; event++) {
                    boolean ends = track.status(event) < 0xF0
                            && track.isNoteOff(event)
                            && track.channel(event) == track.channel(on)
                            && track.data1(event) == track.data1(on);
                    if (ends && !taken.contains(event)) {
                        end = event;
                        taken.add(event);
                    }
                }
                notes.add(new Struck(track.index(), track.channel(on), track.data1(on), track.data2(on), on, end));
            }
        }
        return notes;
    }

    private static List<Pressed> pressuresBySaying(MidiFile file, int mask) {
        List<Pressed> pressures = new ArrayList<>();
        int before = 0;
        for (MidiTrack track : file.tracks()) {
            int count = before;
            for (int event = 0; event < track.eventCount(); event++) {
                if (track.status(event) >= 0xF0 || !hears(track, event, mask)) {
                    continue;
                }
                if (track.isNoteOn(event)) {
                    count++;
                } else if (track.command(event) == 0xA0) {
                    pressures.add(new Pressed(track.index(), event, newest(file, track, event, mask, before)));
                }
            }
            before = count;
        }
        return pressures;
    }

    private static int newest(MidiFile file, MidiTrack track, int pressure, int mask, int first) {
        int newest = NotePairs.NONE;
        int index = first;
        for (int event = 0; event < pressure; event++) {
            if (track.status(event) < 0xF0 && track.isNoteOn(event) && hears(track, event, mask)) {
                boolean same =
                        track.channel(event) == track.channel(pressure) && track.data1(event) == track.data1(pressure);
                newest = same ? index : newest;
                index++;
            }
        }
        return newest;
    }

    private static boolean hears(MidiTrack track, int event, int mask) {
        return (mask >> track.channel(event) - 1 & 1) == 1;
    }

    @Property
    void pairsAsTheRuleSays(@ForAll("files") byte[] bytes, @ForAll @IntRange(min = 1, max = 0xFFFF) int mask)
            throws Exception {
        MidiFile file = MidiFile.read(bytes);
        NotePairs pairs = NotePairs.of(file, mask);
        List<Struck> notes = new ArrayList<>();
        for (int note = 0; note < pairs.count(); note++) {
            notes.add(new Struck(
                    pairs.track(note),
                    pairs.channel(note),
                    pairs.key(note),
                    pairs.velocity(note),
                    pairs.onEvent(note),
                    pairs.endEvent(note)));
        }
        assertThat(notes).isEqualTo(bySaying(file, mask));
        List<Pressed> pressures = new ArrayList<>();
        for (int pressure = 0; pressure < pairs.pressureCount(); pressure++) {
            pressures.add(new Pressed(
                    pairs.pressureTrack(pressure), pairs.pressureEvent(pressure), pairs.pressureNote(pressure)));
        }
        assertThat(pressures).isEqualTo(pressuresBySaying(file, mask));
    }

    @Property
    void oneChannelAloneIsWhatAllChannelsSayOfIt(@ForAll("files") byte[] bytes, @ForAll @IntRange(max = 15) int bit)
            throws Exception {
        MidiFile file = MidiFile.read(bytes);
        NotePairs all = NotePairs.of(file, 0xFFFF);
        NotePairs one = NotePairs.of(file, 1 << bit);
        List<String> wanted = new ArrayList<>();
        for (int note = 0; note < all.count(); note++) {
            if (all.channel(note) == bit + 1) {
                wanted.add(all.track(note) + " " + all.tick(note) + " " + all.endTick(note));
            }
        }
        List<String> found = new ArrayList<>();
        for (int note = 0; note < one.count(); note++) {
            found.add(one.track(note) + " " + one.tick(note) + " " + one.endTick(note));
        }
        assertThat(found).isEqualTo(wanted);
    }

    /** What is open at the end of a track hangs; it does not end in the next track. */
    @Test
    void tracksDoNotEndEachOthersNotes() throws Exception {
        NotePairs pairs = NotePairs.of(MidiFile.read(Hex.file(1, "00992640 00FF2F00", "00892600 00FF2F00")), 1 << 9);
        assertThat(pairs.count()).isEqualTo(1);
        assertThat(pairs.endEvent(0)).isEqualTo(NotePairs.NONE);
    }
}
