package org.jollyledger.core.midi;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * The notes struck in a file on some channels, each with the event that ends it; and the key pressure on them. Notes
 * are addressed by their index, 0 to {@link #count()} - 1, track by track and in each track in the order of the file.
 *
 * <p>A note ends at the first note-off, or note-on with velocity 0, of its channel and key in its track that no earlier
 * note has taken: overlapping notes of one key end in the order in which they began. A note without such an event hangs.
 */
public final class NotePairs {
    /** In place of an event or a note that does not exist. */
    public static final int NONE = -1;

    private static final int KEYS = 128;
    private static final int CHANNELS = 16;

    private final MidiTrack[] tracks;
    private final int count;
    /** Key, velocity and channel of each note, packed by {@link #pack}. */
    private final int[] strokes;

    private final int[] onEvents;
    private final int[] endEvents;
    /** The first note of each track but the first; null when all are in the first track. */
    private final int @Nullable [] trackOfNote;

    private final int[] pressures;
    private final int[] strayEnds;

    private NotePairs(MidiTrack[] tracks, Collector collected) {
        this.tracks = tracks;
        count = collected.count;
        strokes = collected.strokes;
        onEvents = collected.onEvents;
        endEvents = collected.endEvents;
        trackOfNote = collected.trackOfNote;
        pressures = Arrays.copyOf(collected.pressures, collected.pressureLength);
        strayEnds = Arrays.copyOf(collected.strayEnds, collected.strayEndLength);
    }

    /**
     * {@return pairs the notes of all tracks}
     *
     * @param channelMask one bit for each channel; bit 0 is channel 1
     */
    public static NotePairs of(MidiFile file, int channelMask) {
        MidiTrack[] tracks = file.tracks().toArray(MidiTrack[]::new);
        Collector collector = new Collector(tracks, channelMask);
        for (MidiTrack track : tracks) {
            collector.collect(track);
        }
        return new NotePairs(tracks, collector);
    }

    private static int pack(int key, int velocity, int channelBits) {
        return channelBits << 14 | velocity << 7 | key;
    }

    /** {@return how many notes there are} */
    public int count() {
        return count;
    }

    /** {@return the note number, 0–127} */
    public int key(int note) {
        return strokes[note] & 0x7F;
    }

    /** {@return the velocity, 1–127} */
    public int velocity(int note) {
        return strokes[note] >> 7 & 0x7F;
    }

    /** {@return the channel, 1–16} */
    public int channel(int note) {
        return (strokes[note] >> 14) + 1;
    }

    /** {@return the track, from 0} */
    public int track(int note) {
        return trackOfNote == null ? 0 : trackOfNote[note];
    }

    /** {@return the index of the note-on in its track} */
    public int onEvent(int note) {
        return onEvents[note];
    }

    /** {@return the index of the event that ends the note in its track, or {@link #NONE} when it hangs} */
    public int endEvent(int note) {
        return endEvents[note];
    }

    /** {@return when the note is struck: ticks from the start of its track} */
    public long tick(int note) {
        return tracks[track(note)].tick(onEvents[note]);
    }

    /** {@return the tick at which it ends; of a note that hangs, the tick at which it begins} */
    public long endTick(int note) {
        int end = endEvents[note];
        return tracks[track(note)].tick(end == NONE ? onEvents[note] : end);
    }

    /** {@return how often each key is struck: 128 counts} */
    public int[] countsByKey() {
        int[] counts = new int[KEYS];
        for (int note = 0; note < count; note++) {
            counts[strokes[note] & 0x7F]++;
        }
        return counts;
    }

    /** {@return how many polyphonic key pressure events there are on the channels} */
    public int pressureCount() {
        return pressures.length / Collector.PRESSURE_SIZE;
    }

    /** {@return the track of a key pressure event} */
    public int pressureTrack(int pressure) {
        return pressures[pressure * Collector.PRESSURE_SIZE];
    }

    /** {@return the index of a key pressure event in its track} */
    public int pressureEvent(int pressure) {
        return pressures[pressure * Collector.PRESSURE_SIZE + 1];
    }

    /** {@return the last note of the same key before a key pressure event, or {@link #NONE}} */
    public int pressureNote(int pressure) {
        return pressures[pressure * Collector.PRESSURE_SIZE + 2];
    }

    /** {@return how many ends there are that belong to no note} */
    public int strayEndCount() {
        return strayEnds.length / 2;
    }

    /** {@return the track of an end that belongs to no note} */
    public int strayEndTrack(int stray) {
        return strayEnds[2 * stray];
    }

    /** {@return the index in its track of an end that belongs to no note} */
    public int strayEndEvent(int stray) {
        return strayEnds[2 * stray + 1];
    }

    /** Goes through the events once. */
    private static final class Collector {
        private static final int PRESSURE_SIZE = 3;

        private final int channelMask;
        /** Whether notes of several channels must be told apart. */
        private final boolean severalChannels;

        private int count;
        private int[] strokes;
        private int[] onEvents;
        private int[] endEvents;
        /** For a note that has not ended: the next of its key that has not, counted from 1; 0 when there is none. */
        private int[] nextOpen;

        /** The first note of each key that has not ended, and its newest note, both counted from 1; 0 for none. */
        private final int[] firstOpen;

        private final int[] newest;

        private int @Nullable [] trackOfNote;
        private int[] pressures = {};
        private int pressureLength;
        private int[] strayEnds = {};
        private int strayEndLength;

        /** Makes room for as many notes as tracks of nothing but notes with their ends would have. */
        Collector(MidiTrack[] tracks, int channelMask) {
            this.channelMask = channelMask;
            severalChannels = Integer.bitCount(channelMask) > 1;
            firstOpen = new int[severalChannels ? CHANNELS * KEYS : KEYS];
            newest = new int[firstOpen.length];
            int events = 0;
            for (MidiTrack track : tracks) {
                events = Math.max(events, track.eventCount());
            }
            int room = events / 2 + 1;
            strokes = new int[room];
            onEvents = new int[room];
            endEvents = new int[room];
            nextOpen = new int[room];
        }

        void collect(MidiTrack track) {
            int before = count;
            pair(track);
            forgetKeys(before);
            if (track.index() > 0 && count > before) {
                if (trackOfNote == null) {
                    trackOfNote = new int[onEvents.length];
                } else if (trackOfNote.length < count) {
                    trackOfNote = Arrays.copyOf(trackOfNote, onEvents.length);
                }
                Arrays.fill(trackOfNote, before, count, track.index());
            }
        }

        /** Everything the loop needs is in local variables: it is where a small file spends its time. */
        private void pair(MidiTrack track) {
            byte[] bytes = track.bytes();
            byte[] statuses = track.statuses();
            int[] dataStarts = track.dataStarts();
            boolean straight = !track.damaged();
            int mask = channelMask;
            boolean apart = severalChannels;
            int[] itsStrokes = strokes;
            int[] itsOns = onEvents;
            int[] itsEnds = endEvents;
            int[] itsNext = nextOpen;
            int found = count;
            for (int event = 0; event < track.eventCount(); event++) {
                int status = statuses[event] & 0xFF;
                if (status > 0xAF || (mask >> (status & 0x0F) & 1) == 0) {
                    continue;
                }
                int key = bytes[straight ? dataStarts[event] : track.data1Offset(event)];
                int value = bytes[straight ? dataStarts[event] + 1 : track.data2Offset(event)];
                int slot = apart ? (status & 0x0F) << 7 | key : key;
                if (status >= 0xA0) {
                    addPressure(track.index(), event, newest[slot] - 1);
                } else if (status >= 0x90 && value > 0) {
                    if (found == itsOns.length) {
                        grow();
                        itsStrokes = strokes;
                        itsOns = onEvents;
                        itsEnds = endEvents;
                        itsNext = nextOpen;
                    }
                    itsStrokes[found] = pack(key, value, status & 0x0F);
                    itsOns[found] = event;
                    itsEnds[found] = NONE;
                    found++;
                    if (firstOpen[slot] == 0) {
                        firstOpen[slot] = found;
                    } else {
                        itsNext[newest[slot] - 1] = found;
                    }
                    newest[slot] = found;
                } else if (firstOpen[slot] != 0) {
                    int note = firstOpen[slot] - 1;
                    itsEnds[note] = event;
                    firstOpen[slot] = itsNext[note];
                } else {
                    addStrayEnd(track.index(), event);
                }
            }
            count = found;
        }

        /** Makes the keys that were struck since a note ready for the next track. */
        private void forgetKeys(int since) {
            int bits = firstOpen.length - 1;
            for (int note = since; note < count; note++) {
                int slot = (strokes[note] >> 7 & ~0x7F | strokes[note] & 0x7F) & bits;
                firstOpen[slot] = 0;
                newest[slot] = 0;
            }
        }

        private void addPressure(int track, int event, int note) {
            if (pressureLength + PRESSURE_SIZE > pressures.length) {
                pressures = Arrays.copyOf(pressures, Math.max(16 * PRESSURE_SIZE, 2 * pressures.length));
            }
            pressures[pressureLength++] = track;
            pressures[pressureLength++] = event;
            pressures[pressureLength++] = note;
        }

        private void addStrayEnd(int track, int event) {
            if (strayEndLength == strayEnds.length) {
                strayEnds = Arrays.copyOf(strayEnds, Math.max(16, 2 * strayEnds.length));
            }
            strayEnds[strayEndLength++] = track;
            strayEnds[strayEndLength++] = event;
        }

        private void grow() {
            int size = onEvents.length * 2;
            strokes = Arrays.copyOf(strokes, size);
            onEvents = Arrays.copyOf(onEvents, size);
            endEvents = Arrays.copyOf(endEvents, size);
            nextOpen = Arrays.copyOf(nextOpen, size);
        }
    }
}
