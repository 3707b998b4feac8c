package org.jollyledger.core.midi;

import java.util.Arrays;

/** A growing byte array without the locking of the JDK's. */
final class ByteSink {
    private byte[] bytes;
    private int size;

    ByteSink(int expected) {
        bytes = new byte[Math.max(16, expected)];
    }

    void write(int value) {
        if (size == bytes.length) {
            bytes = Arrays.copyOf(bytes, size * 2);
        }
        bytes[size++] = (byte) value;
    }

    void write(byte[] source, int from, int to) {
        int length = to - from;
        if (size + length > bytes.length) {
            bytes = Arrays.copyOf(bytes, Math.max(size * 2, size + length));
        }
        System.arraycopy(source, from, bytes, size, length);
        size += length;
    }

    void write(byte[] source) {
        write(source, 0, source.length);
    }

    void writeInt(int value) {
        write(value >>> 24);
        write(value >>> 16);
        write(value >>> 8);
        write(value);
    }

    void writeShort(int value) {
        write(value >>> 8);
        write(value);
    }

    void putInt(int at, int value) {
        for (int i = 0; i < 4; i++) {
            bytes[at + i] = (byte) (value >>> 24 - 8 * i);
        }
    }

    void putShort(int at, int value) {
        bytes[at] = (byte) (value >>> 8);
        bytes[at + 1] = (byte) value;
    }

    int size() {
        return size;
    }

    byte[] toBytes() {
        return Arrays.copyOf(bytes, size);
    }
}
