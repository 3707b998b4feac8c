package org.jollyledger.core.support;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.jollyledger.core.notemap.NoteMap;

/**
 * Small MIDI files from grooves written as text, and grooves at random. A groove is moments an eighth apart, with
 * spaces between; "." is a rest; what is struck together is joined by "+"; numbers are lines of a map, from 0, with a
 * velocity behind a colon where it is not 100.
 */
public final class Grooves {
    private static final int EIGHTH = 240;

    private Grooves() {}

    /** A file of one track on channel 10, 480 ticks a beat. */
    public static byte[] file(NoteMap map, String groove) {
        ByteArrayOutputStream track = new ByteArrayOutputStream();
        int rest = 0;
        for (String moment : groove.split(" ")) {
            if (!moment.equals(".")) {
                rest = strike(map, moment, track, rest);
            }
            rest += EIGHTH;
        }
        track.writeBytes(new byte[] {0, (byte) 0xFF, 0x2F, 0});
        ByteBuffer file = ByteBuffer.allocate(22 + track.size());
        file.put("MThd".getBytes(StandardCharsets.US_ASCII))
                .putInt(6)
                .putShort((short) 0)
                .putShort((short) 1);
        file.putShort((short) (2 * EIGHTH))
                .put("MTrk".getBytes(StandardCharsets.US_ASCII))
                .putInt(track.size());
        return file.put(track.toByteArray()).array();
    }

    private static int strike(NoteMap map, String moment, ByteArrayOutputStream track, int rest) {
        int wait = rest;
        List<Integer> struck = new ArrayList<>();
        for (String stroke : moment.split("\\+")) {
            String[] parts = stroke.split(":");
            int note = map.lines().get(Integer.parseInt(parts[0])).note().number();
            int velocity = parts.length > 1 ? Integer.parseInt(parts[1]) : 100;
            message(track, wait, 0x99, note, velocity);
            struck.add(note);
            wait = 0;
        }
        int length = EIGHTH / 2;
        for (int note : struck) {
            message(track, length, 0x89, note, 64);
            length = 0;
        }
        return -EIGHTH / 2;
    }

    private static void message(ByteArrayOutputStream track, int wait, int status, int data1, int data2) {
        if (wait > 127) {
            track.write(0x80 | wait >> 7);
        }
        track.write(wait & 0x7F);
        track.write(status);
        track.write(data1);
        track.write(data2);
    }

    /** Sixteen moments of one to three strokes on lines of a map. */
    public static String random(Random random, NoteMap map) {
        List<String> moments = new ArrayList<>();
        for (int i = 0; i < 16; i++) {
            List<String> strokes = new ArrayList<>();
            for (int count = random.nextInt(3); count >= 0; count--) {
                strokes.add(random.nextInt(map.lines().size()) + ":" + (1 + random.nextInt(127)));
            }
            moments.add(String.join("+", strokes.stream().distinct().toList()));
        }
        return String.join(" ", moments);
    }
}
