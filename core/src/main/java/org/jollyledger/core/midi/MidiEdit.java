package org.jollyledger.core.midi;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Collects changes to a file and makes the bytes of the changed file. Changes that keep every length (another note,
 * another velocity) are patched into a copy of the bytes. Only a track that loses or gains events, or whose events
 * change channel, is written anew; in it, untouched events keep their bytes and their times.
 *
 * <p>A damaged file that is changed comes out mended: lengths right, tracks ended, stray bytes and the RIFF wrapper
 * left behind, so that any program can open it. A file without changes comes out as uploaded.
 */
public final class MidiEdit {
    /**
     * As late as anything is put in: some sixty times the longest pause there can be (Standard MIDI Files 1.0, 0x0FFFFFFF
     * ticks), which is months at usual speeds.
     */
    public static final long LATEST_TICK = 1L << 34;

    private final MidiFile file;
    private final MidiTrack[] tracks;
    private final byte[] patched;
    private final @Nullable TrackEdit[] trackEdits;
    private final List<MidiFile> appended = new ArrayList<>();
    private boolean changed;

    MidiEdit(MidiFile file) {
        this.file = file;
        tracks = file.tracks().toArray(MidiTrack[]::new);
        patched = file.toBytes();
        trackEdits = new TrackEdit[tracks.length];
    }

    /** Gives a note-on, note-off or key pressure event another note, 0–127. */
    public void setNote(int track, int event, int note) {
        patch(tracks[track].data1Offset(event), note);
    }

    /** Gives a note-on or note-off event another velocity, 0–127. */
    public void setVelocity(int track, int event, int velocity) {
        patch(tracks[track].data2Offset(event), velocity);
    }

    /** Moves a channel message to another channel, 1 to 16. */
    public void setChannel(int track, int event, int channel) {
        MidiTrack source = tracks[track];
        if (source.channel(event) != channel) {
            trackEdit(track).setStatus(event, source.command(event) | channel - 1);
        }
    }

    /** Takes an event out; the times of all others stay. */
    public void remove(int track, int event) {
        trackEdit(track).remove(event);
    }

    /** Adds a channel message at the tick of an event, directly before it. */
    public void insertBefore(int track, int event, int status, int data1, int data2) {
        trackEdit(track).insert(event, status, data1, data2);
    }

    /** Adds a channel message at the tick of an event, directly behind it. */
    public void insertAfter(int track, int event, int status, int data1, int data2) {
        trackEdit(track).insertAfter(event, status, data1, data2);
    }

    /**
     * Adds a channel message at a tick. It is before the events of the file at that tick; behind the last event,
     * the track becomes longer.
     *
     * @throws IllegalArgumentException when the tick is before the beginning, or later than {@link #LATEST_TICK}
     */
    public void insertAt(int track, long tick, int status, int data1, int data2) {
        if (tick < 0 || tick > LATEST_TICK) {
            throw new IllegalArgumentException(
                    "Tick " + tick + " is out of reach; a part goes from 0 to " + LATEST_TICK + ".");
        }
        trackEdit(track).insertAt(tick, status, data1, data2);
    }

    /** Adds the tracks of another file behind those of this one; a file of format 0 becomes one of format 1. */
    public void append(MidiFile other) {
        changed = true;
        appended.add(other);
    }

    /** {@return the bytes of the changed file} They are handed over: an edit that made its bytes is at its end. */
    public byte[] toBytes() {
        boolean inPlace = file.damageCount() == 0 && !file.wrapped() && appended.isEmpty() && allPatched();
        return changed && !inPlace ? assemble() : patched;
    }

    private boolean allPatched() {
        for (TrackEdit edit : trackEdits) {
            if (edit != null) {
                return false;
            }
        }
        return true;
    }

    private byte[] assemble() {
        ByteSink sink = new ByteSink(patched.length + patched.length / 8);
        int headerStart = sink.size();
        sink.write(patched, file.headerStart(), file.headerEnd());
        mendHeader(sink, headerStart);
        for (MidiFile.Segment segment : file.segments()) {
            if (segment.track() < 0) {
                sink.write(patched, segment.start(), segment.end());
                continue;
            }
            MidiTrack track = tracks[segment.track()];
            TrackEdit edit = trackEdits[segment.track()];
            if (edit == null && !track.damaged()) {
                sink.write(patched, segment.start(), segment.end());
            } else {
                new TrackWriter(patched, track, edit == null ? new TrackEdit(track) : edit, sink).write();
            }
        }
        for (MidiFile other : appended) {
            for (MidiTrack track : other.tracks()) {
                sink.write(other.rawBytes(), track.chunkStart(), track.chunkEnd());
            }
        }
        return sink.toBytes();
    }

    private void mendHeader(ByteSink sink, int headerStart) {
        int added = appended.stream().mapToInt(other -> other.tracks().size()).sum();
        int format = file.format() == 0 && added > 0 ? 1 : file.format();
        sink.putInt(headerStart + 4, file.headerEnd() - file.headerStart() - 8);
        sink.putInt(headerStart + 8, format << 16 | tracks.length + added);
        sink.putShort(headerStart + 12, file.division().code());
    }

    private void patch(int offset, int value) {
        if (value < 0 || value > 127) {
            throw new IllegalArgumentException("A data byte is 0 to 127, not " + value + ".");
        }
        if (patched[offset] != value) {
            patched[offset] = (byte) value;
            changed = true;
        }
    }

    private TrackEdit trackEdit(int track) {
        changed = true;
        TrackEdit edit = trackEdits[track];
        if (edit == null) {
            edit = new TrackEdit(tracks[track]);
            trackEdits[track] = edit;
        }
        return edit;
    }

    /** The changes to one track that cannot be patched in place. */
    static final class TrackEdit {
        private final MidiTrack track;
        /** A status other than the file's own; 0 where nothing changes, REMOVED where the event goes. */
        private final byte[] statuses;

        /** Inserted messages, each a place ({@code 2 * event}, plus 1 for "behind") and its three bytes. */
        private long[] insertions = new long[16];

        private int insertionCount;
        /** Messages inserted at ticks, in the order of time; those of one tick as they came. */
        private final TreeMap<Long, List<Integer>> timed = new TreeMap<>();

        private static final byte REMOVED = 1;

        TrackEdit(MidiTrack track) {
            this.track = track;
            statuses = new byte[track.eventCount()];
        }

        void setStatus(int event, int status) {
            if (statuses[event] != REMOVED) {
                statuses[event] = (byte) status;
            }
        }

        void remove(int event) {
            statuses[event] = REMOVED;
        }

        void insert(int event, int status, int data1, int data2) {
            add(2L * event, status, data1, data2);
        }

        void insertAfter(int event, int status, int data1, int data2) {
            add(2L * event + 1, status, data1, data2);
        }

        void insertAt(long tick, int status, int data1, int data2) {
            timed.computeIfAbsent(tick, key -> new ArrayList<>(2)).add(status << 16 | data1 << 8 | data2);
        }

        private void add(long place, int status, int data1, int data2) {
            if (insertionCount == insertions.length) {
                insertions = Arrays.copyOf(insertions, insertionCount * 2);
            }
            insertions[insertionCount++] = place << 24 | (long) status << 16 | (long) data1 << 8 | data2;
        }

        boolean removed(int event) {
            return statuses[event] == REMOVED;
        }

        /** Whether the event stays what it is. */
        boolean keeps(int event) {
            return statuses[event] == 0;
        }

        /** The first event from one on that does not stay what it is, or the limit. */
        int endOfKept(int from, int limit) {
            int event = from;
            // What is inserted behind the last event must still be before the end of the track.
            int most = timed.isEmpty() ? limit : Math.min(limit, track.eventCount() - 1);
            long before = timed.isEmpty() ? Long.MAX_VALUE : timed.firstKey();
            while (event < most && statuses[event] == 0 && track.tick(event) < before) {
                event++;
            }
            return event;
        }

        int status(int event) {
            return statuses[event] == 0 ? track.status(event) : statuses[event] & 0xFF;
        }

        /** The insertions in the order of their places; those for one place in the order of their bytes. */
        long[] sortedInsertions() {
            long[] sorted = Arrays.copyOf(insertions, insertionCount);
            Arrays.sort(sorted);
            return sorted;
        }
    }

    /** Writes one track anew. */
    private static final class TrackWriter {
        private final byte[] bytes;
        private final MidiTrack track;
        private final TrackEdit edit;
        private final ByteSink sink;
        private long writtenTick;
        private int runningStatus;
        /** Whether what was written last is the event that is before in the file, just as it is there. */
        private boolean follows;

        TrackWriter(byte[] bytes, MidiTrack track, TrackEdit edit, ByteSink sink) {
            this.bytes = bytes;
            this.track = track;
            this.edit = edit;
            this.sink = sink;
        }

        void write() {
            sink.writeInt(Bytes.fourLetters("MTrk"));
            sink.writeInt(0);
            int bodyStart = sink.size();
            writeEvents(edit.sortedInsertions());
            insertTimed(Long.MAX_VALUE);
            writeEnd();
            sink.putInt(bodyStart - 4, sink.size() - bodyStart);
        }

        private void writeEvents(long[] insertions) {
            int next = 0;
            int event = 0;
            while (event < track.eventCount()) {
                insertTimed(track.metaType(event) == MidiTrack.END_OF_TRACK ? Long.MAX_VALUE : track.tick(event));
                int end = follows ? endOfRun(event, insertions, next) : event;
                if (end > event) {
                    copyRun(event, end);
                    event = end;
                } else {
                    next = insertAt(2L * event, insertions, next, track.tick(event));
                    writeOwn(event++);
                }
                next = insertAt(2L * event - 1, insertions, next, track.tick(event - 1));
            }
        }

        /** Writes the messages that were inserted at ticks up to one. */
        private void insertTimed(long tick) {
            while (!edit.timed.isEmpty() && edit.timed.firstKey() <= tick) {
                Map.Entry<Long, List<Integer>> first = edit.timed.pollFirstEntry();
                first.getValue().forEach(message -> writeInserted(message, first.getKey()));
            }
        }

        /** The events that follow one another as in the file, from one on, end before this one. */
        private int endOfRun(int event, long[] insertions, int next) {
            int limit = next < insertions.length ? (int) ((insertions[next] >>> 24) + 1 >>> 1) : track.eventCount();
            return edit.endOfKept(event, limit);
        }

        private void copyRun(int from, int to) {
            int last = to - 1;
            sink.write(bytes, track.offset(from), track.end(last));
            writtenTick = track.tick(last);
            int status = track.status(last);
            runningStatus = status < 0xF0 ? status : 0;
        }

        /** Writes the insertions of a place; returns which insertion comes next. */
        private int insertAt(long place, long[] insertions, int first, long tick) {
            int next = first;
            while (next < insertions.length && insertions[next] >>> 24 == place) {
                writeInserted(insertions[next++], tick);
            }
            return next;
        }

        private void writeInserted(long insertion, long tick) {
            follows = false;
            int status = (int) (insertion >>> 16) & 0xFF;
            delta(tick);
            status(status, true);
            sink.write((int) (insertion >>> 8) & 0xFF);
            sink.write((int) insertion & 0xFF);
        }

        private void writeOwn(int event) {
            follows = !track.damaged() && edit.keeps(event);
            if (edit.removed(event)) {
                return;
            }
            int status = edit.status(event);
            ownDelta(event);
            if (status >= 0xF0) {
                sink.write(status);
                runningStatus = 0;
                writePayload(event);
                return;
            }
            status(status, track.hasRunningStatus(event));
            sink.write(bytes[track.data1Offset(event)]);
            if (track.hasSecondByte(event)) {
                sink.write(bytes[track.data2Offset(event)]);
            }
        }

        /** In a damaged track a length is written anew, because it may be one that does not end. */
        private void writePayload(int event) {
            int payload = track.payloadStart(event);
            int length = track.payloadLength(event);
            if (track.damaged()) {
                if (track.metaType(event) >= 0) {
                    sink.write(track.metaType(event));
                }
                VariableLength.write(sink, length);
                sink.write(bytes, payload, payload + length);
            } else {
                sink.write(bytes, track.dataStart(event), payload + length);
            }
        }

        /** Keeps the very bytes of a time when it is still the time since the event before. */
        private void ownDelta(int event) {
            int start = track.offset(event);
            int end = VariableLength.end(bytes, start);
            long wanted = Math.max(0, track.tick(event) - writtenTick);
            if (!track.damaged() && VariableLength.read(bytes, start) == wanted) {
                sink.write(bytes, start, end);
                writtenTick = Math.max(writtenTick, track.tick(event));
            } else {
                delta(Math.max(writtenTick, track.tick(event)));
            }
        }

        private void delta(long tick) {
            long wanted = tick - writtenTick;
            while (wanted > VariableLength.MAX) {
                // An empty text event carries on a time that does not fit into one quantity.
                VariableLength.write(sink, VariableLength.MAX);
                sink.writeShort(MidiTrack.META << 8 | 0x01);
                sink.write(0);
                runningStatus = 0;
                wanted -= VariableLength.MAX;
            }
            VariableLength.write(sink, (int) wanted);
            writtenTick = tick;
        }

        private void status(int status, boolean mayRun) {
            if (!mayRun || status != runningStatus) {
                sink.write(status);
            }
            runningStatus = status;
        }

        private void writeEnd() {
            int last = track.eventCount() - 1;
            if (last < 0 || track.metaType(last) != MidiTrack.END_OF_TRACK) {
                delta(Math.max(writtenTick, last < 0 ? 0 : track.tick(last)));
                sink.writeShort(MidiTrack.META << 8 | MidiTrack.END_OF_TRACK);
                sink.write(0);
            }
        }
    }
}
