package org.jollyledger.core.batch;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/** How a file that may be a part begins. */
final class PartMark {
    private static final byte[] SMF = "MThd".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] RIFF = "RIFF".getBytes(StandardCharsets.US_ASCII);

    /** How many bytes tell. */
    static final int LENGTH = SMF.length;

    private PartMark() {}

    /** Whether a file begins as a Standard MIDI File, bare or in a RIFF. */
    static boolean isPart(byte[] file) {
        return isMidi(file) || begins(file, RIFF);
    }

    /** Whether a file begins as a Standard MIDI File. */
    static boolean isMidi(byte[] file) {
        return begins(file, SMF);
    }

    static boolean begins(byte[] file, byte[] mark) {
        return file.length >= mark.length && Arrays.equals(file, 0, mark.length, mark, 0, mark.length);
    }
}
