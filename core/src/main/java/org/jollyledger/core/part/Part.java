package org.jollyledger.core.part;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.pitch.Note;
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
    public static final int NONE = -1;

    private static final int CHANNELS = 16;

    private final MidiFile file;
    private final Channels channels;
    private final int hitCount;
    private final long[] ticks;
    /** Note, velocity and channel of each hit, packed by {@link #pack}. */
    private final int[] strokes;

    private final int[] tracks;
    private final int[] onEvents;
    private final int[] endEvents;
    private final int pressureCount;
    private final int[] pressureTracks;
    private final int[] pressureEvents;
    private final int[] pressureHits;
    private final Map<Integer, TimeMap> timeMaps = new HashMap<>(2);

    private Part(MidiFile file, Channels channels, Collector collected) {
        this.file = file;
        this.channels = channels;
        hitCount = collected.count;
        ticks = collected.ticks;
        strokes = collected.strokes;
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
        Collector collector = new Collector(file);
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

    private static int pack(int note, int velocity, int channel) {
        return channel << 14 | velocity << 7 | note;
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
        return strokes[hit] & 0x7F;
    }

    /** The velocity, 1–127. */
    public int velocity(int hit) {
        return strokes[hit] >> 7 & 0x7F;
    }

    /** The channel, 1–16. */
    public int channel(int hit) {
        return strokes[hit] >> 14;
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
            counts[strokes[hit] & 0x7F]++;
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
    private static final class Collector implements MidiTrack.NoteEvents {
        private int count;
        private long[] ticks;
        private int[] strokes;
        private int[] tracks;
        private int[] onEvents;
        private int[] endEvents;
        private int[] nextOpen;
        private int track;

        private int pressureCount;
        private int[] pressureTracks = new int[0];
        private int[] pressureEvents = new int[0];
        private int[] pressureHits = new int[0];

        private final @Nullable Keys[] keysOfChannel = new Keys[CHANNELS];

        /** Makes room for as many hits as tracks of nothing but hits with their ends would have. */
        Collector(MidiFile file) {
            int events = 0;
            for (MidiTrack source : file.tracks()) {
                events = Math.max(events, source.eventCount());
            }
            int room = events / 2 + 1;
            ticks = new long[room];
            strokes = new int[room];
            tracks = new int[room];
            onEvents = new int[room];
            endEvents = new int[room];
            nextOpen = new int[room];
        }

        void collect(MidiTrack source, int channelMask) {
            track = source.index();
            int first = count;
            source.forEachNoteEvent(channelMask, this);
            Arrays.fill(tracks, first, count, track);
        }

        @Override
        public void take(int event, long tick, int status, int note, int value) {
            Keys keys = keysOf(status & 0x0F);
            int[] slots = keys.slots;
            int at = keys.at(note, track);
            if (status >= 0xA0) {
                addPressure(track, event, slots[at + Keys.LAST_HIT]);
            } else if (status >= 0x90 && value > 0) {
                begin(event, tick, pack(note, value, (status & 0x0F) + 1), slots, at);
            } else {
                end(event, slots, at);
            }
        }

        private Keys keysOf(int channelBits) {
            Keys keys = keysOfChannel[channelBits];
            if (keys == null) {
                keys = new Keys();
                keysOfChannel[channelBits] = keys;
            }
            return keys;
        }

        private void begin(int event, long tick, int stroke, int[] slots, int at) {
            if (count == ticks.length) {
                grow(count * 2);
            }
            ticks[count] = tick;
            strokes[count] = stroke;
            onEvents[count] = event;
            endEvents[count] = NONE;
            nextOpen[count] = NONE;
            if (slots[at + Keys.FIRST_OPEN] == NONE) {
                slots[at + Keys.FIRST_OPEN] = count;
            } else {
                nextOpen[slots[at + Keys.LAST_OPEN]] = count;
            }
            slots[at + Keys.LAST_OPEN] = count;
            slots[at + Keys.LAST_HIT] = count;
            count++;
        }

        private void end(int event, int[] slots, int at) {
            int hit = slots[at + Keys.FIRST_OPEN];
            if (hit != NONE) {
                endEvents[hit] = event;
                slots[at + Keys.FIRST_OPEN] = nextOpen[hit];
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
            strokes = Arrays.copyOf(strokes, size);
            tracks = Arrays.copyOf(tracks, size);
            onEvents = Arrays.copyOf(onEvents, size);
            endEvents = Arrays.copyOf(endEvents, size);
            nextOpen = Arrays.copyOf(nextOpen, size);
        }
    }

    /**
     * For each note of a channel: the hits that have not ended, first and last, the hit begun last, and the track for
     * which these hold (counted from 1, so that new keys hold for none). They stand side by side, since they are asked
     * for together.
     */
    private static final class Keys {
        private static final int FIRST_OPEN = 0;
        private static final int LAST_OPEN = 1;
        private static final int LAST_HIT = 2;
        private static final int TRACK = 3;
        private static final int SIZE = 4;

        private final int[] slots = new int[Note.COUNT * SIZE];

        /** The place of a note's slots, made ready for a track. */
        int at(int note, int track) {
            int at = note * SIZE;
            if (slots[at + TRACK] != track + 1) {
                slots[at + TRACK] = track + 1;
                slots[at + FIRST_OPEN] = NONE;
                slots[at + LAST_HIT] = NONE;
            }
            return at;
        }
    }
}
