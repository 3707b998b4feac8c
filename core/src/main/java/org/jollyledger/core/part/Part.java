package org.jollyledger.core.part;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.pitch.Note;

/**
 * The hits of a MIDI file on some channels, each with its end. Hits are addressed by their index, 0 to {@link
 * #hitCount()} - 1, track by track and in each track in the order of the file.
 *
 * <p>A hit ends at the first note-off, or note-on with velocity 0, of its channel and note in its track that no earlier
 * hit has taken: overlapping hits of one note end in the order in which they began. A hit without such an event hangs.
 */
public final class Part {
    /** In place of an event or a hit that does not exist. */
    public static final int NONE = -1;

    private static final int KEYS = 16 * Note.COUNT;

    private final MidiFile file;
    private final Channels channels;
    private final int hitCount;
    private final long[] ticks;
    private final byte[] notes;
    private final byte[] velocities;
    private final byte[] channelOfHit;
    private final int[] tracks;
    private final int[] onEvents;
    private final int[] endEvents;
    private final int pressureCount;
    private final int[] pressureTracks;
    private final int[] pressureEvents;
    private final int[] pressureHits;
    private final Map<Integer, TimeMap> timeMaps = new HashMap<>();

    private Part(MidiFile file, Channels channels, Collector collected) {
        this.file = file;
        this.channels = channels;
        hitCount = collected.count;
        ticks = collected.ticks;
        notes = collected.notes;
        velocities = collected.velocities;
        channelOfHit = collected.channels;
        tracks = collected.tracks;
        onEvents = collected.onEvents;
        endEvents = collected.endEvents;
        pressureCount = collected.pressureCount;
        pressureTracks = collected.pressureTracks;
        pressureEvents = collected.pressureEvents;
        pressureHits = collected.pressureHits;
    }

    /** Takes the hits on some channels out of a file. */
    public static Part of(MidiFile file, Channels channels) {
        Collector collector = new Collector();
        for (MidiTrack track : file.tracks()) {
            collector.collect(track, channels.mask());
        }
        return new Part(file, channels, collector);
    }

    /** The channels on which a file has hits. */
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

    public MidiFile file() {
        return file;
    }

    /** The channels the hits were taken from. */
    public Channels channels() {
        return channels;
    }

    public int hitCount() {
        return hitCount;
    }

    /** When the hit sounds: ticks from the start of its track. */
    public long tick(int hit) {
        return ticks[hit];
    }

    /** The note number, 0–127. */
    public int note(int hit) {
        return notes[hit];
    }

    /** The velocity, 1–127. */
    public int velocity(int hit) {
        return velocities[hit];
    }

    /** The channel, 1–16. */
    public int channel(int hit) {
        return channelOfHit[hit];
    }

    /** The track, from 0. */
    public int track(int hit) {
        return tracks[hit];
    }

    /** The index of its note-on in its track. */
    public int onEvent(int hit) {
        return onEvents[hit];
    }

    /** The index of the event that ends it in its track, or {@link #NONE} when it hangs. */
    public int endEvent(int hit) {
        return endEvents[hit];
    }

    public boolean hangs(int hit) {
        return endEvents[hit] == NONE;
    }

    /** The tick at which it ends; of a hit that hangs, the tick at which it begins. */
    public long endTick(int hit) {
        return hangs(hit) ? ticks[hit] : file.tracks().get(tracks[hit]).tick(endEvents[hit]);
    }

    /** How many polyphonic key pressure events there are on the channels. */
    public int pressureCount() {
        return pressureCount;
    }

    /** The track of a key pressure event. */
    public int pressureTrack(int pressure) {
        return pressureTracks[pressure];
    }

    /** The index of a key pressure event in its track. */
    public int pressureEvent(int pressure) {
        return pressureEvents[pressure];
    }

    /** The last hit of the same note before a key pressure event, or {@link #NONE}. */
    public int pressureHit(int pressure) {
        return pressureHits[pressure];
    }

    /** How often each note is played: 128 counts. */
    public int[] hitsPerNote() {
        int[] counts = new int[Note.COUNT];
        for (int hit = 0; hit < hitCount; hit++) {
            counts[notes[hit]]++;
        }
        return counts;
    }

    /** The hits in the order of time; those of one moment in the order of the file. */
    public int[] hitsInTime() {
        int[] order = new int[hitCount];
        boolean sorted = true;
        for (int hit = 0; hit < hitCount; hit++) {
            order[hit] = hit;
            sorted &= hit == 0 || ticks[hit - 1] <= ticks[hit];
        }
        if (sorted) {
            return order;
        }
        return Arrays.stream(order)
                .boxed()
                .sorted((one, other) -> Long.compare(ticks[one], ticks[other]))
                .mapToInt(Integer::intValue)
                .toArray();
    }

    /** Bars and beats for a track. */
    public TimeMap timeMap(int track) {
        int key = file.format() == 2 ? track : 0;
        synchronized (timeMaps) {
            return timeMaps.computeIfAbsent(key, index -> TimeMap.of(file, index));
        }
    }

    /** Where a hit stands in bars and beats. */
    public BarBeat place(int hit) {
        return timeMap(tracks[hit]).at(ticks[hit]);
    }

    /** Goes through the events once and pairs hits with their ends. */
    private static final class Collector {
        private int count;
        private long[] ticks = new long[64];
        private byte[] notes = new byte[64];
        private byte[] velocities = new byte[64];
        private byte[] channels = new byte[64];
        private int[] tracks = new int[64];
        private int[] onEvents = new int[64];
        private int[] endEvents = new int[64];

        private int pressureCount;
        private int[] pressureTracks = new int[0];
        private int[] pressureEvents = new int[0];
        private int[] pressureHits = new int[0];

        /** For each channel and note: hits that have not ended, first and last, and the hit begun last. */
        private final int[] firstOpen = new int[KEYS];

        private final int[] lastOpen = new int[KEYS];
        private final int[] lastHit = new int[KEYS];
        /** The track for which the three above hold, so that they need no clearing between tracks. */
        private final int[] trackOfKey = new int[KEYS];

        private int[] nextOpen = new int[64];

        Collector() {
            Arrays.fill(trackOfKey, NONE);
        }

        void collect(MidiTrack track, int channelMask) {
            int eventCount = track.eventCount();
            for (int event = 0; event < eventCount; event++) {
                int status = track.status(event);
                int command = status & 0xF0;
                if (command > 0xA0 || (channelMask >> (status & 0x0F) & 1) == 0) {
                    continue;
                }
                int note = track.data1(event);
                int key = (status & 0x0F) << 7 | note;
                if (trackOfKey[key] != track.index()) {
                    trackOfKey[key] = track.index();
                    firstOpen[key] = NONE;
                    lastHit[key] = NONE;
                }
                if (command == 0xA0) {
                    addPressure(track.index(), event, lastHit[key]);
                    continue;
                }
                int velocity = track.data2(event);
                if (command == 0x90 && velocity > 0) {
                    begin(track, event, key, velocity);
                } else {
                    end(event, key);
                }
            }
        }

        private void begin(MidiTrack track, int event, int key, int velocity) {
            if (count == ticks.length) {
                grow(count * 2);
            }
            ticks[count] = track.tick(event);
            notes[count] = (byte) (key & 0x7F);
            velocities[count] = (byte) velocity;
            channels[count] = (byte) ((key >> 7) + 1);
            tracks[count] = track.index();
            onEvents[count] = event;
            endEvents[count] = NONE;
            nextOpen[count] = NONE;
            if (firstOpen[key] == NONE) {
                firstOpen[key] = count;
            } else {
                nextOpen[lastOpen[key]] = count;
            }
            lastOpen[key] = count;
            lastHit[key] = count;
            count++;
        }

        private void end(int event, int key) {
            int hit = firstOpen[key];
            if (hit != NONE) {
                endEvents[hit] = event;
                firstOpen[key] = nextOpen[hit];
            }
        }

        private void addPressure(int track, int event, int hit) {
            if (pressureCount == pressureTracks.length) {
                int larger = Math.max(16, pressureCount * 2);
                pressureTracks = Arrays.copyOf(pressureTracks, larger);
                pressureEvents = Arrays.copyOf(pressureEvents, larger);
                pressureHits = Arrays.copyOf(pressureHits, larger);
            }
            pressureTracks[pressureCount] = track;
            pressureEvents[pressureCount] = event;
            pressureHits[pressureCount] = hit;
            pressureCount++;
        }

        private void grow(int size) {
            ticks = Arrays.copyOf(ticks, size);
            notes = Arrays.copyOf(notes, size);
            velocities = Arrays.copyOf(velocities, size);
            channels = Arrays.copyOf(channels, size);
            tracks = Arrays.copyOf(tracks, size);
            onEvents = Arrays.copyOf(onEvents, size);
            endEvents = Arrays.copyOf(endEvents, size);
            nextOpen = Arrays.copyOf(nextOpen, size);
        }
    }
}
