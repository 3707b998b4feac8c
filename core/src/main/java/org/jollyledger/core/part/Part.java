package org.jollyledger.core.part;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jollyledger.core.kit.Hats;
import org.jollyledger.core.kit.Kit;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.midi.NotePairs;
import org.jollyledger.core.sound.Sound;
import org.jspecify.annotations.Nullable;

/**
 * The hits of a MIDI file on some channels, each with its end. Hits are addressed by their index, 0 to {@link
 * #hitCount()} - 1, track by track and in each track in the order of the file.
 *
 * <p>A hit ends at the first note-off, or note-on with velocity 0, of its channel and note in its track that no earlier
 * hit has taken: overlapping hits of one note end in the order in which they began. A hit without such an event hangs.
 */
public final class Part {
    /** In place of an event or a hit that does not exist. */
    public static final int NONE = NotePairs.NONE;

    private final MidiFile file;
    private final Channels channels;
    private final NotePairs notes;
    private final Map<Integer, TimeMap> timeMaps = new HashMap<>(2);
    private final Map<Integer, TempoMap> tempoMaps = new HashMap<>(2);
    private final Map<Integer, Controllers> controllers = new HashMap<>(2);
    private @Nullable BarIndex bars;
    private @Nullable PartUsage usage;
    private int @Nullable [] inTime;
    private @Nullable Map<Integer, List<Integer>> pressures;

    private Part(MidiFile file, Channels channels) {
        this.file = file;
        this.channels = channels;
        notes = NotePairs.of(file, channels.mask());
    }

    /**
     * Takes the hits on some channels out of a file.
     *
     * @return the part; the file itself stays as it is
     */
    public static Part of(MidiFile file, Channels channels) {
        return new Part(file, channels);
    }

    /** {@return the channels on which a file has hits} */
    public static Channels channelsWithHits(MidiFile file) {
        int mask = 0;
        for (MidiTrack track : file.tracks()) {
            for (int event = 0; event < track.eventCount(); event++) {
                if (track.command(event) == 0x90 && track.data2(event) > 0) {
                    mask |= 1 << track.channel(event) - 1;
                }
            }
        }
        return new Channels(mask);
    }

    /** {@return the file that the hits are in} */
    public MidiFile file() {
        return file;
    }

    /** {@return the channels the hits were taken from} */
    public Channels channels() {
        return channels;
    }

    /** {@return how many hits there are, 0 or more} */
    public int hitCount() {
        return notes.count();
    }

    /** {@return when the hit sounds: ticks from the start of its track} */
    public long tick(int hit) {
        return notes.tick(hit);
    }

    /** {@return the note number, 0–127} */
    public int note(int hit) {
        return notes.key(hit);
    }

    /** {@return the velocity, 1–127} */
    public int velocity(int hit) {
        return notes.velocity(hit);
    }

    /** {@return the channel, 1–16} */
    public int channel(int hit) {
        return notes.channel(hit);
    }

    /** {@return the track, from 0} */
    public int track(int hit) {
        return notes.track(hit);
    }

    /** {@return the index of its note-on in its track} */
    public int onEvent(int hit) {
        return notes.onEvent(hit);
    }

    /** {@return the index of the event that ends it in its track, or {@link #NONE} when it hangs} */
    public int endEvent(int hit) {
        return notes.endEvent(hit);
    }

    /** {@return whether nothing in the file ends a hit} */
    public boolean hangs(int hit) {
        return notes.endEvent(hit) == NONE;
    }

    /** {@return the tick at which it ends; of a hit that hangs, the tick at which it begins} */
    public long endTick(int hit) {
        return notes.endTick(hit);
    }

    /** {@return how many ends there are that belong to no hit} */
    public int strayEndCount() {
        return notes.strayEndCount();
    }

    /** {@return the track of an end that belongs to no hit} */
    public int strayEndTrack(int stray) {
        return notes.strayEndTrack(stray);
    }

    /** {@return the index in its track of an end that belongs to no hit} */
    public int strayEndEvent(int stray) {
        return notes.strayEndEvent(stray);
    }

    /** {@return how many polyphonic key pressure events there are on the channels} */
    public int pressureCount() {
        return notes.pressureCount();
    }

    /** {@return the track of a key pressure event} */
    public int pressureTrack(int pressure) {
        return notes.pressureTrack(pressure);
    }

    /** {@return the index of a key pressure event in its track} */
    public int pressureEvent(int pressure) {
        return notes.pressureEvent(pressure);
    }

    /** {@return the last hit of the same note before a key pressure event, or {@link #NONE}} */
    public int pressureHit(int pressure) {
        return notes.pressureNote(pressure);
    }

    /** {@return the key pressure events on a hit, in the order of the file} */
    public int[] pressuresOf(int hit) {
        synchronized (timeMaps) {
            if (pressures == null) {
                pressures = IntStream.range(0, pressureCount())
                        .filter(pressure -> pressureHit(pressure) != NONE)
                        .boxed()
                        .collect(Collectors.groupingBy(this::pressureHit));
            }
            return pressures.getOrDefault(hit, List.of()).stream()
                    .mapToInt(Integer::intValue)
                    .toArray();
        }
    }

    /** {@return what a kit's pedal was sent last when a hit sounds, 0–127, where the file says so} */
    public OptionalInt pedalAt(Kit kit, int hit) {
        return pedal(kit).at(track(hit), channel(hit), tick(hit));
    }

    /** {@return all movements of a kit's pedal: what is sent on its controller} */
    public Controllers pedal(Kit kit) {
        synchronized (timeMaps) {
            return controllers.computeIfAbsent(
                    kit.pedal().controller(), controller -> Controllers.of(file, channels, controller));
        }
    }

    /**
     * {@return what a hit sounds as on a line of a kit: a hi-hat by pedal is as far open as the pedal says at that
     * moment}
     */
    public Sound played(Kit kit, Sound line, int hit) {
        return Hats.isByPedal(line) ? kit.played(line, pedalAt(kit, hit)) : line;
    }

    /** {@return how often each note is played: 128 counts} */
    public int[] hitsPerNote() {
        return notes.countsByKey();
    }

    /** {@return the hits in the order of time; those of one moment in the order of the file} */
    public int[] hitsInTime() {
        synchronized (timeMaps) {
            if (inTime == null) {
                inTime = sortedByTime();
            }
            return inTime.clone();
        }
    }

    /** {@return the hits on some notes in the order of time} */
    public int[] hitsInTime(BitSet notes) {
        synchronized (timeMaps) {
            if (inTime == null) {
                inTime = sortedByTime();
            }
            int[] found = new int[inTime.length];
            int count = 0;
            for (int hit : inTime) {
                if (notes.get(note(hit))) {
                    found[count++] = hit;
                }
            }
            return Arrays.copyOf(found, count);
        }
    }

    private int[] sortedByTime() {
        int[] order = new int[hitCount()];
        boolean sorted = true;
        for (int hit = 0; hit < order.length; hit++) {
            order[hit] = hit;
            sorted &= hit == 0 || tick(hit - 1) <= tick(hit);
        }
        if (sorted) {
            return order;
        }
        return Arrays.stream(order)
                .boxed()
                .sorted((one, other) -> Long.compare(tick(one), tick(other)))
                .mapToInt(Integer::intValue)
                .toArray();
    }

    /**
     * {@return the note numbers in the order in which they arrive; strokes that repeat the note before are left out}
     */
    public List<Integer> notesAsTheyArrive() {
        List<Integer> arrived = new ArrayList<>();
        for (int hit : hitsInTime()) {
            if (arrived.isEmpty() || arrived.get(arrived.size() - 1) != note(hit)) {
                arrived.add(note(hit));
            }
        }
        return arrived;
    }

    /** {@return bars and beats for a track} */
    public TimeMap timeMap(int track) {
        synchronized (timeMaps) {
            return timeMaps.computeIfAbsent(timeOf(track), index -> TimeMap.of(file, index));
        }
    }

    /** The track whose time holds for a track: its own in format 2, else the one all share. */
    private int timeOf(int track) {
        return file.format() == 2 ? track : 0;
    }

    /** {@return when the ticks of a track sound} */
    public TempoMap tempoMap(int track) {
        synchronized (timeMaps) {
            return tempoMaps.computeIfAbsent(timeOf(track), index -> TempoMap.of(file, index));
        }
    }

    /** {@return how the part is played; worked out when it is first asked for} */
    public PartUsage usage() {
        synchronized (timeMaps) {
            if (usage == null) {
                usage = PartUsage.of(this);
            }
            return usage;
        }
    }

    /** {@return the hits by bar; worked out when it is first asked for} */
    public BarIndex bars() {
        synchronized (timeMaps) {
            if (bars == null) {
                bars = BarIndex.of(this);
            }
            return bars;
        }
    }

    /** {@return where a hit is in bars and beats} */
    public BarBeat place(int hit) {
        return timeMap(track(hit)).at(tick(hit));
    }
}
