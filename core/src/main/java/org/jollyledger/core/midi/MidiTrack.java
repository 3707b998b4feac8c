package org.jollyledger.core.midi;

/**
 * One track of a file: its events in the order of the file, as views into the file's bytes. Events are addressed by
 * their index, 0 to {@link #eventCount()} - 1.
 */
public final class MidiTrack {
    /** Status of a meta event. */
    public static final int META = 0xFF;
    /** Meta event type that ends a track. */
    public static final int END_OF_TRACK = 0x2F;

    private final byte[] bytes;
    private final int index;
    private final int chunkStart;
    private final int chunkEnd;
    private final boolean damaged;
    private final int eventCount;
    /** Where each event's delta time begins, where its data begins (behind the status byte), its status, its tick. */
    private final int[] starts;

    private final int[] dataStarts;
    private final byte[] statuses;
    private final long[] ticks;

    MidiTrack(
            byte[] bytes,
            int index,
            int chunkStart,
            int chunkEnd,
            boolean damaged,
            int eventCount,
            int[] starts,
            int[] dataStarts,
            byte[] statuses,
            long[] ticks) {
        this.bytes = bytes;
        this.index = index;
        this.chunkStart = chunkStart;
        this.chunkEnd = chunkEnd;
        this.damaged = damaged;
        this.eventCount = eventCount;
        this.starts = starts;
        this.dataStarts = dataStarts;
        this.statuses = statuses;
        this.ticks = ticks;
    }

    /** {@return the place of this track among the tracks of its file, from 0} */
    public int index() {
        return index;
    }

    /** {@return how many events the track has, 0 or more} */
    public int eventCount() {
        return eventCount;
    }

    /** {@return when the event happens: ticks from the start of the track, 0 or more, never falling} */
    public long tick(int event) {
        return ticks[event];
    }

    /** {@return the status byte that counts for the event, running status resolved: 0x80–0xEF, 0xF0, 0xF7 or 0xFF} */
    public int status(int event) {
        return statuses[event] & 0xFF;
    }

    /** {@return what kind of channel message: the status without its channel, 0x80–0xE0; 0xF0 for all others} */
    public int command(int event) {
        return statuses[event] & 0xF0;
    }

    /** {@return the channel of a channel message, 1 to 16 as musicians count} */
    public int channel(int event) {
        return (statuses[event] & 0x0F) + 1;
    }

    /** {@return whether the event strikes a note: a note-on with a velocity above 0} */
    public boolean isNoteOn(int event) {
        return command(event) == 0x90 && data2(event) > 0;
    }

    /** {@return whether the event ends a note: a note-off, or a note-on with velocity 0 (MIDI 1.0)} */
    public boolean isNoteOff(int event) {
        return command(event) == 0x80 || command(event) == 0x90 && data2(event) == 0;
    }

    /** {@return the first data byte of a channel message, 0–127} */
    public int data1(int event) {
        return bytes[data1Offset(event)] & 0x7F;
    }

    /** {@return the second data byte of a channel message, 0–127; 0 for messages that have only one} */
    public int data2(int event) {
        return hasSecondByte(event) ? bytes[data2Offset(event)] & 0x7F : 0;
    }

    /** {@return the type of a meta event, 0–127, or -1 for any other event} */
    public int metaType(int event) {
        return statuses[event] == (byte) META ? bytes[dataStarts[event]] & 0xFF : -1;
    }

    /** {@return the payload of a meta or system exclusive event, a fresh copy; empty for channel messages} */
    public byte[] payload(int event) {
        if (status(event) < 0xF0) {
            return new byte[0];
        }
        int from = payloadStart(event);
        return java.util.Arrays.copyOfRange(bytes, from, from + payloadLength(event));
    }

    /** {@return the byte of the file at which the event, with its delta time, begins} */
    public int offset(int event) {
        return starts[event];
    }

    /** {@return how many bytes the payload of a meta or system exclusive event has} */
    public int payloadLength(int event) {
        return VariableLength.read(bytes, lengthOffset(event));
    }

    /** {@return the byte at {@code position} of the payload of a meta or system exclusive event, 0–255} */
    public int payloadByte(int event, int position) {
        return bytes[payloadStart(event) + position] & 0xFF;
    }

    /** The byte of the file just behind an event of a track that is not damaged. */
    int end(int event) {
        if (event + 1 < eventCount) {
            return starts[event + 1];
        }
        return status(event) < 0xF0
                ? dataStarts[event] + (hasSecondByte(event) ? 2 : 1)
                : payloadStart(event) + payloadLength(event);
    }

    boolean damaged() {
        return damaged;
    }

    /** The bytes of the whole file, not to be changed. */
    byte[] bytes() {
        return bytes;
    }

    /** The statuses of all events, not to be changed. */
    byte[] statuses() {
        return statuses;
    }

    /** Where the data of all events begins; in a damaged track real-time bytes can still be before it. */
    int[] dataStarts() {
        return dataStarts;
    }

    int chunkStart() {
        return chunkStart;
    }

    int chunkEnd() {
        return chunkEnd;
    }

    boolean hasSecondByte(int event) {
        int command = statuses[event] & 0xE0;
        return statuses[event] >= (byte) 0x80 && statuses[event] < (byte) 0xF0 && command != 0xC0;
    }

    int data1Offset(int event) {
        int at = dataStarts[event];
        return damaged ? behindRealTime(at) : at;
    }

    int data2Offset(int event) {
        int at = data1Offset(event) + 1;
        return damaged ? behindRealTime(at) : at;
    }

    /** Whether the event repeats the status before it without a byte of its own. */
    boolean hasRunningStatus(int event) {
        return status(event) < 0xF0 && VariableLength.end(bytes, starts[event]) == dataStarts[event];
    }

    int payloadStart(int event) {
        return VariableLength.end(bytes, lengthOffset(event));
    }

    /** Where a meta or system exclusive event's bytes behind the status begin and end. */
    int dataStart(int event) {
        return dataStarts[event];
    }

    private int lengthOffset(int event) {
        return dataStarts[event] + (statuses[event] == (byte) META ? 1 : 0);
    }

    private int behindRealTime(int at) {
        int i = at;
        while (i < bytes.length - 1 && (bytes[i] & 0xFF) >= 0xF8) {
            i++;
        }
        return i;
    }
}
