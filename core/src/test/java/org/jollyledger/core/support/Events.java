package org.jollyledger.core.support;

import java.io.ByteArrayInputStream;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.Track;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.midi.MidiTrack;

/** The events of a file as plain lines, "track tick bytes", read by our reader or by the JDK's. */
public final class Events {
    private Events() {}

    public static List<String> read(MidiFile file) {
        List<String> lines = new ArrayList<>();
        for (MidiTrack track : file.tracks()) {
            for (int event = 0; event < track.eventCount(); event++) {
                lines.add(track.index() + " " + track.tick(event) + " "
                        + HexFormat.of().formatHex(message(track, event)));
            }
        }
        return lines;
    }

    private static byte[] message(MidiTrack track, int event) {
        int status = track.status(event);
        if (status < 0xF0) {
            return (status & 0xE0) == 0xC0
                    ? new byte[] {(byte) status, (byte) track.data1(event)}
                    : new byte[] {(byte) status, (byte) track.data1(event), (byte) track.data2(event)};
        }
        byte[] payload = track.payload(event);
        int head = status == MidiTrack.META ? 2 : 1;
        byte[] message = new byte[head + payload.length];
        message[0] = (byte) status;
        if (head == 2) {
            message[1] = (byte) track.metaType(event);
        }
        System.arraycopy(payload, 0, message, head, payload.length);
        return message;
    }

    /** The same by javax.sound.midi; the length bytes that it keeps in meta messages are left out. */
    public static List<String> readByJdk(byte[] bytes) throws Exception {
        Sequence sequence = MidiSystem.getSequence(new ByteArrayInputStream(bytes));
        List<String> lines = new ArrayList<>();
        for (int index = 0; index < sequence.getTracks().length; index++) {
            Track track = sequence.getTracks()[index];
            for (int i = 0; i < track.size(); i++) {
                MidiEvent event = track.get(i);
                lines.add(index + " " + event.getTick() + " " + HexFormat.of().formatHex(message(event)));
            }
        }
        return lines;
    }

    private static byte[] message(MidiEvent event) {
        if (event.getMessage() instanceof javax.sound.midi.MetaMessage meta) {
            byte[] data = meta.getData();
            byte[] message = new byte[2 + data.length];
            message[0] = (byte) MidiTrack.META;
            message[1] = (byte) meta.getType();
            System.arraycopy(data, 0, message, 2, data.length);
            return message;
        }
        return java.util.Arrays.copyOf(
                event.getMessage().getMessage(), event.getMessage().getLength());
    }
}
