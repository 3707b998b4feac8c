package org.jollyledger.core.midi;

/** Variable-length quantities (RP-001): seven bits a byte, the high bit set on all but the last, at most four bytes. */
final class VariableLength {
    static final int MAX = 0x0FFF_FFFF;
    static final int MAX_BYTES = 4;

    private VariableLength() {}

    /** The value that begins at {@code offset}; reads four bytes at most and never beyond the array. */
    static int read(byte[] bytes, int offset) {
        int value = 0;
        int end = Math.min(bytes.length, offset + MAX_BYTES);
        for (int i = offset; i < end; i++) {
            value = value << 7 | bytes[i] & 0x7F;
            if (bytes[i] >= 0) {
                break;
            }
        }
        return value;
    }

    /** The offset just behind the quantity that begins at {@code offset}. */
    static int end(byte[] bytes, int offset) {
        int end = Math.min(bytes.length, offset + MAX_BYTES);
        for (int i = offset; i < end; i++) {
            if (bytes[i] >= 0) {
                return i + 1;
            }
        }
        return end;
    }

    static void write(ByteSink sink, int value) {
        if (value < 0 || value > MAX) {
            throw new IllegalArgumentException("A time or length of " + value + " does not fit into a MIDI file.");
        }
        if (value >= 1 << 21) {
            sink.write(value >> 21 | 0x80);
        }
        if (value >= 1 << 14) {
            sink.write(value >> 14 & 0x7F | 0x80);
        }
        if (value >= 1 << 7) {
            sink.write(value >> 7 & 0x7F | 0x80);
        }
        sink.write(value & 0x7F);
    }
}
