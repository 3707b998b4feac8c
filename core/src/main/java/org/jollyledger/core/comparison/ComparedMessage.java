package org.jollyledger.core.comparison;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.function.Function;
import org.jollyledger.core.code.Counted;
import org.jollyledger.core.comparison.PartComparison.Kind;
import org.jollyledger.core.midi.MidiTrack;
import org.jollyledger.core.part.BarBeat;
import org.jollyledger.core.part.Caption;
import org.jollyledger.core.part.Part;

/**
 * Any message but those of a hit, as it is in one state of a file.
 *
 * @param track from 0
 * @param tick ticks from the start of the track
 * @param place the same in bars and beats
 * @param status as in the file, running status resolved: 0x80–0xEF, 0xF0, 0xF7 or 0xFF
 * @param data1 the first data byte, or the type of a meta event; 0 for system exclusive
 * @param data2 the second data byte; 0 where there is none
 * @param payload what a meta or system exclusive event holds, one character for each byte; "" for channel messages
 */
public record ComparedMessage(int track, long tick, BarBeat place, int status, int data1, int data2, String payload)
        implements PartComparison.Item {
    private static final int SYSTEM = 0xF0;
    private static final double MICROSECONDS_PER_MINUTE = 60e6;

    /** What meta events say (Standard MIDI Files 1.0, RP-001); the others are named by their type. */
    private static final Map<Integer, Function<ComparedMessage, String>> META_WORDS = Map.ofEntries(
            Map.entry(0x01, message -> message.quoting("text")),
            Map.entry(0x02, message -> message.quoting("copyright")),
            Map.entry(0x03, message -> message.quoting("track name")),
            Map.entry(0x04, message -> message.quoting("instrument name")),
            Map.entry(0x05, message -> message.quoting("lyric")),
            Map.entry(0x06, message -> message.quoting("marker")),
            Map.entry(0x07, message -> message.quoting("cue")),
            Map.entry(MidiTrack.END_OF_TRACK, message -> "end of the track"),
            Map.entry(0x51, ComparedMessage::tempo),
            Map.entry(0x58, ComparedMessage::timeSignature),
            Map.entry(0x59, message -> "key signature"));

    static ComparedMessage of(Part part, int track, int event) {
        MidiTrack in = part.file().tracks().get(track);
        return new ComparedMessage(
                track,
                in.tick(event),
                part.timeMap(track).at(in.tick(event)),
                in.status(event),
                firstByte(in, event),
                in.data2(event),
                payload(in, event));
    }

    static int firstByte(MidiTrack track, int event) {
        return track.status(event) == MidiTrack.META ? track.metaType(event) : track.data1(event);
    }

    static String payload(MidiTrack track, int event) {
        return track.status(event) < SYSTEM ? "" : new String(track.payload(event), StandardCharsets.ISO_8859_1);
    }

    /** {@return the status without its channel; 0xF0 for messages without one} */
    int command() {
        return status < SYSTEM ? status & 0xF0 : SYSTEM;
    }

    /** {@return under which kind a difference in it is listed} */
    Kind kind() {
        return switch (command()) {
            case 0x80, 0x90 -> Kind.STRAY_END;
            case 0xA0 -> Kind.PRESSURE;
            case 0xB0 -> Kind.CONTROLLER;
            default -> Kind.OTHER;
        };
    }

    /** {@return the channel, 1–16; 0 for messages that go to none} */
    public int channel() {
        return status < SYSTEM ? (status & 0x0F) + 1 : 0;
    }

    /** {@return what it says, such as "controller 4 at 90" or "tempo 120"; the note of key pressure is left to the page} */
    public String words() {
        return switch (command()) {
            case 0x80, 0x90 -> "an end";
            case 0xA0 -> "key pressure " + data2;
            case 0xB0 -> "controller " + data1 + " at " + data2;
            case 0xC0 -> "program " + data1;
            case 0xD0 -> "channel pressure " + data1;
            case 0xE0 -> "pitch bend " + (data2 << 7 | data1);
            default -> status == MidiTrack.META ? metaWords() : "system exclusive, " + size();
        };
    }

    /** {@return whether it is about one note, the first data byte} */
    public boolean hasNote() {
        return command() >= 0x80 && command() <= 0xA0;
    }

    private String metaWords() {
        return META_WORDS
                .getOrDefault(data1, message -> "meta event " + message.data1 + ", " + message.size())
                .apply(this);
    }

    private String size() {
        return Counted.of(payload.length(), "byte");
    }

    private String quoting(String what) {
        return what + " “" + Caption.text(payload.getBytes(StandardCharsets.ISO_8859_1)) + "”";
    }

    private String tempo() {
        if (payload.length() < 3) {
            return "tempo";
        }
        int microseconds = payload.charAt(0) << 16 | payload.charAt(1) << 8 | payload.charAt(2);
        return microseconds == 0 ? "tempo" : "tempo " + Math.round(MICROSECONDS_PER_MINUTE / microseconds);
    }

    private String timeSignature() {
        return payload.length() < 2 || payload.charAt(1) > 16
                ? "time signature"
                : "time signature " + (int) payload.charAt(0) + "/" + (1 << payload.charAt(1));
    }
}
