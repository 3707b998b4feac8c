package org.jollyledger.web.revision;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.zip.DataFormatException;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.Inflater;

/**
 * What some content is where other content, its base, is at hand: how much of its beginning and end is the same, and
 * what lies between, deflated in pieces with the base around each of them as dictionary (RFC 1950). Told by no bytes at
 * all, content is just deflated. The check sums of RFC 1950 tell when a base is not the one that it was made with.
 */
public final class Difference {
    private static final byte[] NOTHING = {};
    /** How far back deflating looks, by RFC 1951. */
    private static final int WINDOW = 32 << 10;
    /** Half a window, so that the dictionary reaches beyond it on both sides. */
    private static final int PIECE = WINDOW / 2;

    private Difference() {}

    /** Content in little room. */
    public static byte[] whole(byte[] content) {
        return between(NOTHING, content);
    }

    /** Makes the content again of what {@link #whole} made. */
    public static byte[] unpacked(byte[] whole) {
        return applied(NOTHING, whole);
    }

    /** What makes the content of the base. */
    public static byte[] between(byte[] base, byte[] content) {
        int shorter = Math.min(base.length, content.length);
        int mismatch = Arrays.mismatch(base, 0, shorter, content, 0, shorter);
        int start = mismatch < 0 ? shorter : mismatch;
        int end = sameAtEnd(base, content, shorter - start);
        ByteArrayOutputStream difference = new ByteArrayOutputStream();
        try (DataOutputStream out = new DataOutputStream(difference)) {
            out.writeInt(start);
            out.writeInt(end);
            out.writeInt(content.length);
            int piece = pieceFor(base, content);
            for (int at = start; at < content.length - end; at += piece) {
                byte[] packed = deflated(content, at, Math.min(piece, content.length - end - at), dictionary(base, at));
                out.writeInt(packed.length);
                out.write(packed);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return difference.toByteArray();
    }

    /**
     * Makes the content again.
     *
     * @param base the one that the difference was made with
     * @throws IllegalArgumentException when it is another, or the difference is damaged
     */
    public static byte[] applied(byte[] base, byte[] difference) {
        try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(difference))) {
            int start = in.readInt();
            int end = in.readInt();
            byte[] content = new byte[in.readInt()];
            System.arraycopy(base, 0, content, 0, start);
            System.arraycopy(base, base.length - end, content, content.length - end, end);
            int piece = pieceFor(base, content);
            for (int at = start; at < content.length - end; at += piece) {
                byte[] packed = in.readNBytes(in.readInt());
                byte[] part = inflated(packed, dictionary(base, at), Math.min(piece, content.length - end - at));
                System.arraycopy(part, 0, content, at, part.length);
            }
            return content;
        } catch (IOException
                | DataFormatException
                | IndexOutOfBoundsException
                | NegativeArraySizeException
                | IllegalArgumentException e) {
            throw new IllegalArgumentException("A difference is damaged, or told by other content than this.", e);
        }
    }

    /** Without a base, nothing is gained by pieces. */
    private static int pieceFor(byte[] base, byte[] content) {
        return base.length == 0 ? content.length : PIECE;
    }

    private static int sameAtEnd(byte[] base, byte[] content, int most) {
        int same = 0;
        while (same < most && base[base.length - 1 - same] == content[content.length - 1 - same]) {
            same++;
        }
        return same;
    }

    /** What the base holds about some place. */
    private static byte[] dictionary(byte[] base, int at) {
        int from = Math.max(0, Math.min(at - (WINDOW - PIECE) / 2, base.length - WINDOW));
        return Arrays.copyOfRange(base, from, Math.min(base.length, from + WINDOW));
    }

    private static byte[] deflated(byte[] content, int from, int length, byte[] dictionary) throws IOException {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        Deflater deflater = new Deflater();
        try (DeflaterOutputStream out = new DeflaterOutputStream(packed, deflater)) {
            if (dictionary.length > 0) {
                deflater.setDictionary(dictionary);
            }
            out.write(content, from, length);
        } finally {
            deflater.end();
        }
        return packed.toByteArray();
    }

    private static byte[] inflated(byte[] packed, byte[] dictionary, int length) throws DataFormatException {
        Inflater inflater = new Inflater();
        try {
            inflater.setInput(packed);
            // With room for one byte more, the check sum after the last is read, too.
            byte[] content = new byte[length + 1];
            int filled = inflater.inflate(content);
            if (inflater.needsDictionary()) {
                inflater.setDictionary(dictionary);
                filled = inflater.inflate(content);
            }
            if (filled != length || !inflater.finished()) {
                throw new DataFormatException("A piece has another length.");
            }
            return Arrays.copyOf(content, length);
        } finally {
            inflater.end();
        }
    }
}
