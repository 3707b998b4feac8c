package org.jollyledger.core.midi;

/**
 * Writes a new file event by event. Events are given in the order of their ticks, track by track; status bytes are
 * written out each time and every track ends with an end-of-track event.
 */
public final class MidiFileBuilder {
    private static final int NO_TRACK = -1;

    private final ByteSink sink = new ByteSink(1024);
    private int tracks;
    private int bodyStart = NO_TRACK;
    private long tick;

    MidiFileBuilder(int format, Division division) {
        if (format < 0 || format > 2) {
            throw new IllegalArgumentException("A MIDI file has format 0, 1 or 2, not " + format + ".");
        }
        sink.writeInt(Bytes.fourLetters("MThd"));
        sink.writeInt(6);
        sink.writeShort(format);
        sink.writeShort(0);
        sink.writeShort(division.code());
    }

    /**
     * Ends the track before, if there is one, and begins the next at tick 0.
     *
     * @return this builder
     */
    public MidiFileBuilder track() {
        endTrack(tick);
        sink.writeInt(Bytes.fourLetters("MTrk"));
        sink.writeInt(0);
        bodyStart = sink.size();
        tick = 0;
        tracks++;
        return this;
    }

    /**
     * Adds a channel message.
     *
     * @param at ticks from the start of the track, not before the event added last
     * @param command 0x80 to 0xE0
     * @param channel 1 to 16
     * @param data1 0–127
     * @param data2 0–127; not written for commands with one data byte
     * @return this builder
     */
    public MidiFileBuilder message(long at, int command, int channel, int data1, int data2) {
        delta(at);
        sink.write(command | channel - 1);
        sink.write(data1);
        if ((command & 0xE0) != 0xC0) {
            sink.write(data2);
        }
        return this;
    }

    /**
     * Adds a meta event with its payload.
     *
     * @return this builder
     */
    public MidiFileBuilder meta(long at, int type, byte[] payload) {
        delta(at);
        sink.write(MidiTrack.META);
        sink.write(type);
        VariableLength.write(sink, payload.length);
        sink.write(payload);
        return this;
    }

    /**
     * Ends the last track at the given tick and returns the file.
     *
     * @return the bytes of the file
     */
    public byte[] build(long endTick) {
        endTrack(endTick);
        byte[] bytes = sink.toBytes();
        bytes[10] = (byte) (tracks >> 8);
        bytes[11] = (byte) tracks;
        return bytes;
    }

    private void endTrack(long at) {
        if (bodyStart == NO_TRACK) {
            return;
        }
        meta(Math.max(at, tick), MidiTrack.END_OF_TRACK, new byte[0]);
        sink.putInt(bodyStart - 4, sink.size() - bodyStart);
        bodyStart = NO_TRACK;
    }

    private void delta(long at) {
        if (bodyStart == NO_TRACK) {
            throw new IllegalStateException("Begin a track before adding events.");
        }
        long wait = at - tick;
        while (wait > VariableLength.MAX) {
            // An empty text event carries on a time that does not fit into one quantity.
            VariableLength.write(sink, VariableLength.MAX);
            sink.writeShort(MidiTrack.META << 8 | 0x01);
            sink.write(0);
            wait -= VariableLength.MAX;
        }
        VariableLength.write(sink, (int) wait);
        tick = at;
    }
}
