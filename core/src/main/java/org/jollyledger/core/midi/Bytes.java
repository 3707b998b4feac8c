package org.jollyledger.core.midi;

/** Reads numbers and looks for chunks in a byte array. */
final class Bytes {
    private Bytes() {}

    static int signedInt(byte[] bytes, int at) {
        return (bytes[at] & 0xFF) << 24
                | (bytes[at + 1] & 0xFF) << 16
                | (bytes[at + 2] & 0xFF) << 8
                | bytes[at + 3] & 0xFF;
    }

    static long unsignedInt(byte[] bytes, int at) {
        return signedInt(bytes, at) & 0xFFFF_FFFFL;
    }

    static long unsignedIntLittleEndian(byte[] bytes, int at) {
        return Integer.reverseBytes(signedInt(bytes, at)) & 0xFFFF_FFFFL;
    }

    static int unsignedShort(byte[] bytes, int at) {
        return (bytes[at] & 0xFF) << 8 | bytes[at + 1] & 0xFF;
    }

    static int fourLetters(String letters) {
        return letters.charAt(0) << 24 | letters.charAt(1) << 16 | letters.charAt(2) << 8 | letters.charAt(3);
    }

    /** The first place from {@code from} on where the four letters are, or -1. */
    static int indexOf(byte[] bytes, int from, int end, int fourLetters) {
        byte first = (byte) (fourLetters >>> 24);
        for (int i = from; i + 4 <= end; i++) {
            if (bytes[i] == first && signedInt(bytes, i) == fourLetters) {
                return i;
            }
        }
        return -1;
    }

    /** Whether a chunk could begin here: four printable letters and a length that fits, a track, or the very end. */
    static boolean looksLikeChunk(byte[] bytes, int at, int end) {
        if (at == end) {
            return true;
        }
        if (at + 8 > end) {
            return false;
        }
        for (int i = at; i < at + 4; i++) {
            if (bytes[i] < 0x20 || bytes[i] > 0x7E) {
                return false;
            }
        }
        return signedInt(bytes, at) == fourLetters("MTrk") || unsignedInt(bytes, at + 4) <= end - at - 8;
    }
}
