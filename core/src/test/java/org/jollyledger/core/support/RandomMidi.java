package org.jollyledger.core.support;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.Tuple;

/**
 * Valid Standard MIDI Files of every shape the standard allows, made byte by byte and not with the code under test:
 * running status, long and short times, system exclusive in pieces, meta events, vendor chunks, long headers.
 */
public final class RandomMidi {
    private RandomMidi() {}

    /** Whole files. */
    public static Arbitrary<byte[]> files() {
        Arbitrary<Integer> format = Arbitraries.of(0, 1, 2);
        Arbitrary<Integer> division = Arbitraries.of(96, 480, 1, 0x7FFF, 0xE728, 0xE250);
        Arbitrary<List<byte[]>> tracks = track().list().ofMinSize(1).ofMaxSize(4);
        Arbitrary<byte[]> vendor = Arbitraries.bytes().array(byte[].class).ofMaxSize(12);
        Arbitrary<Integer> headerExtra = Arbitraries.frequencyOf(
                Tuple.of(4, Arbitraries.just(0)),
                Tuple.of(1, Arbitraries.integers().between(1, 9)));
        return Combinators.combine(format, division, tracks, vendor, headerExtra)
                .as(RandomMidi::file);
    }

    private static byte[] file(int format, int division, List<byte[]> tracks, byte[] vendor, int headerExtra) {
        List<byte[]> kept = format == 0 ? tracks.subList(0, 1) : tracks;
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        chunk(
                out,
                "MThd",
                concat(
                        new byte[] {0, (byte) format, 0, (byte) kept.size(), (byte) (division >> 8), (byte) division},
                        new byte[headerExtra]));
        for (byte[] track : kept) {
            if (vendor.length > 0) {
                chunk(out, "XVND", vendor);
            }
            chunk(out, "MTrk", track);
        }
        return out.toByteArray();
    }

    private static Arbitrary<byte[]> track() {
        return events().list().ofMaxSize(40).map(events -> {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            int running = 0;
            for (byte[] event : events) {
                int status = event[0] & 0xFF;
                int timeLength = timeLength(event);
                out.write(event, 1, timeLength);
                boolean omit = status < 0xF0 && status == running && event[1 + timeLength] % 2 == 0;
                if (!omit) {
                    out.write(status);
                }
                out.write(event, 1 + timeLength, event.length - 1 - timeLength);
                running = status < 0xF0 ? status : 0;
            }
            out.writeBytes(new byte[] {0, (byte) 0xFF, 0x2F, 0});
            return out.toByteArray();
        });
    }

    /** An event as its status, its time, its data. */
    private static Arbitrary<byte[]> events() {
        Arbitrary<byte[]> time = Arbitraries.frequencyOf(
                Tuple.of(4, Arbitraries.just(new byte[] {0})),
                Tuple.of(6, Arbitraries.bytes().between((byte) 0, (byte) 127).map(low -> new byte[] {low})),
                Tuple.of(2, Arbitraries.bytes().between((byte) 0, (byte) 127).map(low ->
                        new byte[] {(byte) 0x81, low})),
                // The same value with a superfluous leading byte: allowed to read, and to be kept.
                Tuple.of(1, Arbitraries.bytes().between((byte) 0, (byte) 127).map(low ->
                        new byte[] {(byte) 0x80, low})));
        Arbitrary<byte[]> drum = Combinators.combine(
                        Arbitraries.of(0x99, 0x99, 0x99, 0x89, 0xA9, 0x90, 0x80),
                        Arbitraries.integers().between(35, 45),
                        Arbitraries.of(0, 0, 1, 40, 100, 127))
                .as((status, note, velocity) ->
                        new byte[] {status.byteValue(), note.byteValue(), velocity.byteValue()});
        Arbitrary<byte[]> other = Combinators.combine(
                        Arbitraries.integers().between(0xA0, 0xEF),
                        Arbitraries.integers().between(0, 127))
                .as((status, data) -> (status & 0xE0) == 0xC0
                        ? new byte[] {status.byteValue(), data.byteValue()}
                        : new byte[] {status.byteValue(), data.byteValue(), 64});
        Arbitrary<byte[]> meta = Combinators.combine(
                        Arbitraries.of(0x01, 0x05, 0x06, 0x51, 0x58, 0x7F),
                        Arbitraries.bytes().array(byte[].class).ofMaxSize(200))
                .as((type, payload) -> concat(new byte[] {(byte) 0xFF, type.byteValue()}, withLength(payload)));
        Arbitrary<byte[]> exclusive = Combinators.combine(
                        Arbitraries.of(0xF0, 0xF7),
                        Arbitraries.bytes().array(byte[].class).ofMaxSize(10))
                .as((status, payload) -> concat(new byte[] {status.byteValue()}, withLength(payload)));
        Arbitrary<byte[]> message = Arbitraries.frequencyOf(
                Tuple.of(12, drum), Tuple.of(3, other), Tuple.of(2, meta), Tuple.of(1, exclusive));
        return Combinators.combine(time, message)
                .as((when, what) -> concat(new byte[] {what[0]}, when, Arrays.copyOfRange(what, 1, what.length)));
    }

    private static int timeLength(byte[] event) {
        int length = 1;
        while (event[length] < 0) {
            length++;
        }
        return length;
    }

    private static byte[] withLength(byte[] payload) {
        byte[] length = payload.length < 128
                ? new byte[] {(byte) payload.length}
                : new byte[] {(byte) (0x80 | payload.length >> 7), (byte) (payload.length & 0x7F)};
        return concat(length, payload);
    }

    private static void chunk(ByteArrayOutputStream out, String type, byte[] body) {
        out.writeBytes(type.getBytes(StandardCharsets.US_ASCII));
        out.writeBytes(ByteBuffer.allocate(4).putInt(body.length).array());
        out.writeBytes(body);
    }

    private static byte[] concat(byte[]... arrays) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (byte[] array : arrays) {
            out.writeBytes(array);
        }
        return out.toByteArray();
    }
}
